/** Lifts and drops at which the trade looks at a lobe, by the unit of its dial. */
const LOOKED_AT = {
  in: { lifts: [0.006, 0.05, 0.1, 0.2], drops: [0.02, 0.05, 0.1] },
  mm: { lifts: [0.15, 1, 2, 5], drops: [0.5, 1, 2] },
};

/** A flank is only looked at below this part of the peak: above it the nose is too flat to cross a lift cleanly. */
const CLEAR_OF_NOSE = 0.95;

/**
 * Where to look at a lobe that reaches `reach`, when nobody says where: a short lobe is no wrong one, so only what it
 * passes is asked for.
 *
 * @example lookedAt('mm', 4).lifts // [0.15, 1, 2]
 */
export function lookedAt(unit: 'in' | 'mm', reach: number): { lifts: number[]; drops: number[] } {
  const reached = (lift: number) => lift < reach * CLEAR_OF_NOSE;
  const { lifts, drops } = LOOKED_AT[unit];
  return { lifts: lifts.filter(reached), drops: drops.filter(reached) };
}
