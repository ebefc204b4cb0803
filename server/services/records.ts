import { createHash } from 'node:crypto';
import type { RecordSummary, VerifyAnswer } from '../../contracts/record.js';
import type { Person } from '../../contracts/shop.js';
import { wordSource } from '../../contracts/wording/limit.js';
import { wordFault } from '../../contracts/wording/verify.js';
import { buildRecord } from '../../core/record/build-record.js';
import { recordCounts } from '../../core/record/record-counts.js';
import { Failure } from '../failure.js';
import { checkJws, signRecord } from '../record/jws.js';
import { renderPdf } from '../record/pdf.js';
import { pdfFault, signPdf } from '../record/pdf-signature.js';
import { findShop, listPeople } from '../store/people-store.js';
import { findByFingerprint, findByPdf, insertRecord, newestRevision, type RecordRow } from '../store/record-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** Freezes the sheet of an engine with its limits, and signs it as JWS and as PDF. @throws Failure record.* */
async function issue(
  { clock, database, keys, newId }: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  acceptMissing?: { reason: string },
): Promise<RecordRow> {
  const row = await engines.get(engineId);
  const shop = (await findShop(database))!;
  const built = buildRecord({
    id: newId(),
    revision: (await newestRevision(database, engineId)) + 1,
    shop: { name: shop.name, verifyAddress: shop.verifyAddress },
    engine: { id: row.id, tag: row.tag, title: row.title, customer: row.customer },
    file: await engines.file(engineId),
    people: (await listPeople(database)).map(({ handle, name }) => ({ handle, name })),
    lead: { handle: by.handle, name: by.name },
    signedAt: clock.now().toISOString(),
    wordSource,
    acceptMissing,
  });
  if (!built.ok) {
    const issues = built.at.map(({ measure, place }) => ({ path: place, message: `${measure} at ${place}` }));
    throw new Failure(`record.${built.code}`, issues);
  }
  const { record } = built;
  const { jws, fingerprint } = await signRecord(record, keys);
  const pdf = await signPdf(await renderPdf(record, fingerprint), record, keys);
  const summary: RecordSummary = {
    id: record.id,
    engineId,
    revision: record.revision,
    fingerprint,
    tag: row.tag,
    title: row.title,
    customer: row.customer,
    shop: shop.name,
    signedAt: record.signedAt,
    signedBy: by.name,
    counts: recordCounts(record),
  };
  return { summary, jws, pdf, pdfSha256: sha256(pdf) };
}

/**
 * Signs the build record of an engine and keeps it. Where another process on the same database writes meanwhile, the
 * record is issued anew: it holds all that was written before it.
 *
 * @throws Failure record.flag-open, record.missing
 */
export async function sign(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  acceptMissing?: { reason: string },
): Promise<RecordSummary> {
  const { audit, database } = context;
  let issued: RecordRow;
  const act = async () => {
    issued = await issue(context, engines, engineId, by, acceptMissing);
    const { id, revision, fingerprint, signedAt } = issued.summary;
    const body = { record: id, revision, fingerprint };
    return [{ at: new Date(signedAt), by: by.handle, act: 'record.signed', engineId, body }];
  };
  const signed = await audit.exclusively(() =>
    audit.append(act, ([sealed]) =>
      database.transaction(async (queries) => {
        // The chain first: where another process was faster, it is the chain that says so.
        await audit.insert(queries, sealed);
        await insertRecord(queries, issued);
        return issued.summary;
      }),
    ),
  );
  engines.atHand.forget(engineId);
  return signed;
}

async function withNewer(context: Context, answer: VerifyAnswer): Promise<VerifyAnswer> {
  if (!answer.record) return answer;
  const newest = await newestRevision(context.database, answer.record.engineId);
  return newest > answer.record.revision ? { ...answer, newerRevision: newest } : answer;
}

const invalid = (kind: VerifyAnswer['kind'], fault: Parameters<typeof wordFault>[0]): VerifyAnswer => ({
  valid: false,
  kind,
  reason: wordFault(fault),
});

/** Whether the bytes are a record of this shop, JSON or PDF, exactly as issued; and if not, what is wrong. */
export async function verify(context: Context, file: Buffer): Promise<VerifyAnswer> {
  const { database, keys } = context;
  if (file.subarray(0, 5).toString('latin1') === '%PDF-') {
    const fault = await pdfFault(file, keys.published);
    if (fault) return invalid('pdf', fault);
    // Letter case and padding of the signature's own hexadecimal lie outside what it signs; the kept bytes decide.
    const record = await findByPdf(database, sha256(file));
    return record ? withNewer(context, { valid: true, kind: 'pdf', record }) : invalid('pdf', 'pdf-spelling');
  }
  const checked = await checkJws(file, keys.published);
  if (!checked.valid)
    return invalid(file.subarray(0, 1).toString('latin1') === '{' ? 'record' : 'unknown', checked.fault);
  const record = await findByFingerprint(database, checked.fingerprint);
  return record ? withNewer(context, { valid: true, kind: 'record', record }) : invalid('record', 'not-kept');
}

/** What the shop knows of a fingerprint, as the QR code on the PDF asks. */
export async function lookUp(context: Context, fingerprint: string): Promise<VerifyAnswer> {
  const record = await findByFingerprint(context.database, fingerprint);
  if (!record) return invalid('unknown', 'unknown-fingerprint');
  return withNewer(context, { valid: true, kind: 'record', record });
}
