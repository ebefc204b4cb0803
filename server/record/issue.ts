import { createHash } from 'node:crypto';
import type { RecordSummary } from '../../contracts/record.js';
import { wordDiagnosis } from '../../contracts/wording/timing.js';
import { wordHint } from '../../contracts/wording/hint.js';
import { wordSource } from '../../contracts/wording/limit.js';
import { buildRecord, type BuildRecord, type RecordInput, type RecordRefusal } from '../../core/record/build-record.js';
import { signRecord } from './jws.js';
import type { SigningKeys } from './keys.js';
import { renderPdf } from './pdf.js';
import type { Images } from './pdf-pictures.js';
import { signPdf } from './pdf-signature.js';
import { summaryOf } from './summary.js';

/** All that a record is made from, as plain data. */
export type RecordToIssue = Omit<RecordInput, 'wordSource' | 'wordHint' | 'wordDiagnosis'>;

/** A record as the two files that the customer gets, and what is told of it. */
export interface IssuedFiles {
  ok: true;
  summary: RecordSummary;
  jws: string;
  pdf: Uint8Array;
  pdfSha256: string;
}

/** Signs a record as JSON and as PDF. The same record gives the same bytes. */
export async function signFiles(record: BuildRecord, images: Images, keys: SigningKeys): Promise<IssuedFiles> {
  const json = await signRecord(record, keys);
  const pdf = await signPdf(await renderPdf(record, json, images), keys);
  const pdfSha256 = createHash('sha256').update(pdf).digest('hex');
  return { ok: true, summary: summaryOf(record, json.fingerprint), jws: json.jws, pdf, pdfSha256 };
}

/** Builds a record and signs it, or says what stands in the way. */
export async function issueRecord(
  input: RecordToIssue,
  images: Images,
  keys: SigningKeys,
): Promise<IssuedFiles | RecordRefusal> {
  const built = buildRecord({ ...input, wordSource, wordHint, wordDiagnosis });
  return built.ok ? signFiles(built.record, images, keys) : built;
}
