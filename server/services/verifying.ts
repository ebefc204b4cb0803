import type { RecordSummary, VerifyAnswer } from '../../contracts/record.js';
import { wordFault } from '../../contracts/wording/verify.js';
import type { Verified } from '../record/verify-file.js';
import { findSigned, newestRevision } from '../store/record-store.js';
import type { Context } from './context.js';

const invalid = (kind: VerifyAnswer['kind'], fault: Parameters<typeof wordFault>[0]): VerifyAnswer => ({
  valid: false,
  kind,
  reason: wordFault(fault),
});

async function withNewer(
  { database }: Context,
  kind: VerifyAnswer['kind'],
  record: RecordSummary,
): Promise<VerifyAnswer> {
  const newest = await newestRevision(database, record.engineId);
  return { valid: true, kind, record, ...(newest > record.revision ? { newerRevision: newest } : {}) };
}

/** What a file says by its own signature, looked at beside the main thread. */
const look = ({ keys, workers }: Context, file: Uint8Array): Promise<Verified> =>
  workers.run('strangers', 'verifyFile', { file, published: keys.published });

/** What a kept record says by its own signature; null where it is not as it was signed. */
async function kept(context: Context, jws: string): Promise<RecordSummary | null> {
  const said = await look(context, Buffer.from(jws));
  return said.valid ? said.summary : null;
}

/**
 * Whether the bytes are a record of this shop, JSON or PDF, exactly as issued; and if not, what is wrong. What is told
 * of a record is read from signed bytes alone; the database only says whether it was issued here.
 */
export async function verify(context: Context, file: Buffer): Promise<VerifyAnswer> {
  const said = await look(context, file);
  if (!said.valid) return invalid(said.kind, said.fault);
  const { database } = context;
  if (said.kind === 'record') {
    const known = await findSigned(database, { fingerprint: said.summary!.fingerprint });
    return known === null ? invalid('record', 'not-kept') : withNewer(context, 'record', said.summary!);
  }
  // Letter case and padding of the signature's own hexadecimal lie outside what it signs; the kept bytes decide.
  const jws = await findSigned(database, { pdfSha256: said.sha256 });
  if (jws === null) return invalid('pdf', 'pdf-spelling');
  const summary = said.summary ?? (await kept(context, jws));
  return summary ? withNewer(context, 'pdf', summary) : invalid('pdf', 'kept-otherwise');
}

/** What the shop knows of a fingerprint, as the QR code on the PDF asks. */
export async function lookUp(context: Context, fingerprint: string): Promise<VerifyAnswer> {
  const jws = await findSigned(context.database, { fingerprint });
  if (jws === null) return invalid('unknown', 'unknown-fingerprint');
  const summary = await kept(context, jws);
  if (summary?.fingerprint !== fingerprint) return invalid('record', 'kept-otherwise');
  return withNewer(context, 'record', summary);
}
