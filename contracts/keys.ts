import { z } from 'zod';

const certificate = z.object({
  sha256: z.string(),
  subject: z.string(),
  issuer: z.string(),
  from: z.string(),
  until: z.string(),
});

/** What the shop signs with now, and how many keys of before stay published. */
export const keysAnswer = z.object({
  record: z.object({ kid: z.string() }),
  certificate,
  earlier: z.object({ records: z.number().int(), certificates: z.number().int() }),
});
export type Keys = z.infer<typeof keysAnswer>;

export const newKeyRequest = z.object({ what: z.enum(['record', 'certificate']) });

/** The shop's own certificate with its key, PKCS#12 in base64, and the password that it is locked with. */
export const ownCertificateRequest = z.object({
  p12: z.base64('a file, in base64').min(1, 'must be chosen').max(200_000, 'a P12 is no larger than 150 kB'),
  password: z.string().max(200, 'at most 200 characters'),
});
