import type { RecordSummary, VerifyAnswer } from '../../contracts/record.js';
import type { Person } from '../../contracts/shop.js';
import { wordSource } from '../../contracts/wording/limit.js';
import { wordFault } from '../../contracts/wording/verify.js';
import { buildRecord } from '../../core/record/build-record.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { Failure } from '../failure.js';
import { summaryOf } from '../record/summary.js';
import { findShop, listPeople } from '../store/people-store.js';
import {
  coveredBy,
  findSigned,
  findSummary,
  newestRevision,
  recordRow,
  type RecordRow,
} from '../store/record-store.js';
import type { Verified } from '../record/verify-file.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** The largest file that is verified, bytes; nothing larger is signed. Some 40,000 readings. */
export const LARGEST_FILE = 32 * 1024 * 1024;

interface Asked {
  /** Made by whoever signs; without, the server makes one. */
  id?: string;
  acceptMissing?: { reason: string };
}

/**
 * A signature must stand after all that it covers. Where the server's clock was set back it would not.
 *
 * @throws Failure clock.behind
 */
function checkClock(now: Date, { readings, acts, papers, signed }: EngineFile): void {
  const times = [
    ...readings.map(({ receivedAt }) => receivedAt),
    ...[...acts, ...papers].map(({ at }) => at),
    ...(signed ? [signed.signedAt] : []),
  ];
  const newest = times.reduce((latest, at) => (at > latest ? at : latest), '');
  const behind = newest === '' ? 0 : Date.parse(newest) - now.getTime();
  if (behind <= 0) return;
  const minutes = Math.ceil(behind / 60_000);
  const spoken = minutes < 120 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  const said = `The server’s clock stands ${spoken} before the newest of what would be signed. Set it right, then sign.`;
  throw new Failure('clock.behind', [{ path: 'signedAt', message: `it says ${now.toISOString()}` }], said);
}

/** Freezes the sheet of an engine with its limits, and signs it as JWS and as PDF. @throws Failure record.* */
async function issue(
  { clock, database, keys, newId, workers }: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  auditHead: string,
  { id = newId(), acceptMissing }: Asked,
): Promise<RecordRow> {
  const row = await engines.get(engineId);
  const shop = (await findShop(database))!;
  const file = await engines.file(engineId);
  const now = clock.now();
  checkClock(now, file);
  const built = buildRecord({
    id,
    revision: (await newestRevision(database, engineId)) + 1,
    shop: { name: shop.name, verifyAddress: shop.verifyAddress },
    engine: { id: row.id, tag: row.tag, title: row.title, customer: row.customer },
    file,
    people: (await listPeople(database)).map(({ handle, name }) => ({ handle, name })),
    lead: { handle: by.handle, name: by.name },
    signedAt: now.toISOString(),
    auditHead,
    wordSource,
    acceptMissing,
  });
  if (!built.ok) {
    const issues = built.at.map(({ measure, place }) => ({ path: place, message: `${measure} at ${place}` }));
    throw new Failure(`record.${built.code}`, issues);
  }
  const { record } = built;
  const { jws, fingerprint, pdf, pdfSha256 } = await workers.run('shop', 'issueRecord', { record, keys });
  if (Math.max(Buffer.byteLength(jws), pdf.length) > LARGEST_FILE) throw new Failure('record.too-large');
  return {
    summary: summaryOf(record, fingerprint),
    jws,
    pdf: Buffer.from(pdf),
    pdfSha256,
    covered: await coveredBy(database, engineId),
  };
}

/**
 * Signs the build record of an engine and keeps it. Where another process on the same database writes meanwhile, the
 * record is issued anew: it holds all that was written before it. The same signature sent twice is signed once.
 *
 * @throws Failure record.flag-open, record.missing, record.too-large, clock.behind, act.id-taken
 */
export async function sign(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  asked: Asked = {},
): Promise<RecordSummary> {
  const { audit, database } = context;
  const signed = await audit.exclusively(async () => {
    const known = asked.id ? await findSummary(database, asked.id) : null;
    if (known && known.engineId !== engineId) throw new Failure('act.id-taken');
    if (known) return known;
    let issued: RecordRow;
    await audit.put(async (head) => {
      issued = await issue(context, engines, engineId, by, head, asked);
      const { id, revision, fingerprint, signedAt } = issued.summary;
      const body = { record: id, revision, fingerprint };
      const at = new Date(signedAt);
      return { at, by: by.handle, act: 'record.signed', engineId, body, rows: [recordRow(issued)] };
    });
    return issued!.summary;
  });
  engines.atHand.forget(engineId);
  return signed;
}

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
