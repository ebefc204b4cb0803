/** Why a file is not valid, or not known, in words. */
const FAULT = {
  'not-json': 'The file is not readable as JSON.',
  'not-jws': 'The file is not a signed record (flattened JWS).',
  'unknown-key': 'It names a key that is not this shop’s.',
  signature: 'The signature does not fit: it was changed after signing, or another shop signed it.',
  spelling: 'The signature inside fits, but the file’s bytes are not as they were issued.',
  'no-signature': 'The PDF carries no signature that can be read.',
  'not-whole': 'The signature does not cover the whole file: something was added or taken away.',
  'unknown-certificate': 'It is signed with a certificate that is not this shop’s.',
  'pdf-spelling': 'The signature fits, but the file’s bytes are not as they were issued.',
  'kept-otherwise': 'What this Utex keeps under this fingerprint is not as it was signed.',
  'not-kept': 'The signature fits, but this Utex has no record of it. Was a backup restored?',
  'unknown-fingerprint': 'This shop has signed no record with this fingerprint.',
} as const;

export const wordFault = (fault: keyof typeof FAULT): string => FAULT[fault];
