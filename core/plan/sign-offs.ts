/** What somebody answers for with his name. */
export const SIGN_OFFS = ['clay-out', 'turned-twice'] as const;
export type SignOffOf = (typeof SIGN_OFFS)[number];
