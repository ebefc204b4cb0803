import { createHash } from 'node:crypto';
import type { BuildRecord } from '../../core/record/build-record.js';
import { signRecord, type SignedJson } from './jws.js';
import type { SigningKeys } from './keys.js';
import { renderPdf } from './pdf.js';
import { signPdf } from './pdf-signature.js';

/** A record as the two files that the customer gets. */
export interface IssuedFiles extends SignedJson {
  pdf: Uint8Array;
  pdfSha256: string;
}

/** Signs a record as JSON and as PDF. The same record gives the same bytes. */
export async function issueRecord(record: BuildRecord, keys: SigningKeys): Promise<IssuedFiles> {
  const json = await signRecord(record, keys);
  const pdf = await signPdf(await renderPdf(record, json), keys);
  return { ...json, pdf, pdfSha256: createHash('sha256').update(pdf).digest('hex') };
}
