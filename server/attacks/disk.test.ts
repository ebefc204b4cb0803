import type { VerifyAnswer } from '../../contracts/record.js';
import { verifyFile } from '../record/verify-file.js';
import { AuditLog } from '../store/audit-log.js';
import { findRows } from '../store/audited-rows.js';
import { digestOf } from '../store/tables.js';
import { checkAudit } from '../store/check-audit.js';
import type { Database, Queries } from '../store/database.js';
import { findJws } from '../store/record-store.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';

/** Somebody who has the disk: who changes rows of a stopped database. What becomes of its files: damaged-folder.test.ts. */

let shop: TestShop;
let engine: string;
let signed: string;
/** The head of the chain that a kept record says there was. */
const headIn = (queries: Queries) => async (id: string) => {
  const kept = await findJws(queries, id);
  const said = kept && (await verifyFile(Buffer.from(kept.jws), shop.context.keys.published));
  return said?.valid ? said.auditHead : null;
};

beforeAll(async () => {
  shop = await openTestShop();
  engine = await openEngine(shop, { tag: 'PH8-1' });
  const other = await openEngine(shop, { tag: 'PH8-2' });
  const post = (path: string, body: object, who: 'builder' | 'lead' = 'builder') =>
    shop.as(who)<{ id: string }>('POST', `/api/engines/${engine}/${path}`, body);
  await post('readings', { readings: ['1I', '1E', '2I'].map((place) => typed('preload-turns', place, '0.5', 'turn')) });
  await post('readings', { readings: [{ ...typed('preload-turns', '2E', '2', 'turn'), note: 'by hand' }] });
  await shop.as('builder')('POST', `/api/engines/${other}/readings`, { readings: [typed('preload-turns', '1I', '1', 'turn')] }); // prettier-ignore
  await post('dispositions', { measure: 'preload-turns', place: '2E', action: 'accepted', reason: 'As the customer wants it' }, 'lead'); // prettier-ignore
  await post('cautions', { stage: 'setting' });
  await post('cam-card', { unit: 'in', checkAt: 'lobe', checkLift: 0.05 });
  signed = (await post('records', { missing: 'accepted', reason: 'Only these were asked for' }, 'lead')).body.id;
  await post('readings', { readings: [typed('preload-turns', '3I', '0.5', 'turn')] });
});
afterAll(() => shop.close());

/** Runs `work` on the database with every guard of it taken off, looks at it, and takes all of it back. */
async function tampered<T>(work: string, look: (database: Database) => Promise<T>): Promise<T> {
  const { database } = shop.context;
  let seen: T;
  const undo = new Error('undone');
  const within = async (queries: Queries) => {
    await queries.query(`set local session_replication_role = 'replica'`);
    for (const statement of work.split(';').filter((one) => one.trim())) await queries.query(statement);
    seen = await look({ ...database, query: queries.query } as Database);
    throw undo;
  };
  await database.transaction(within).catch((error: unknown) => {
    if (error !== undo) throw error;
  });
  return seen!;
}
const audited = (work: string) => tampered(work, (database) => checkAudit(database, headIn(database)));

test('left alone, every row of every table is vouched for', async () => {
  const report = await checkAudit(shop.context.database, headIn(shop.context.database));
  expect(report.faults).toEqual([]);
  expect(report.brokenAt).toBeNull();
  expect(report.held).toBeGreaterThan(25);
});

describe('is found out by the audit, which names the row', () => {
  const reading = `(select id from readings order by seq limit 1)`;
  const copied = (table: string, columns: string, changed: string) =>
    `insert into ${table} (${columns}) select ${changed} from ${table} order by 1 limit 1`;
  const READING = 'id, engine_id, measure, place, occasion, entered, unit, value, taken_at, received_at, taken_by, how';
  const changes: [what: string, sql: string, named: RegExp, fault: string][] = [
    ['a reading’s value', `update readings set value = value + 0.001 where id = ${reading}`, /^readings /, 'changed'],
    ['what was typed', `update readings set entered = '0.625' where id = ${reading}`, /^readings /, 'changed'],
    ['its unit', `update readings set unit = 'deg' where id = ${reading}`, /^readings /, 'changed'],
    ['its place', `update readings set place = '8E' where id = ${reading}`, /^readings /, 'changed'],
    ['its measure', `update readings set measure = 'lash-cold' where id = ${reading}`, /^readings /, 'changed'],
    ['whose hand it was', `update readings set taken_by = 'owner' where id = ${reading}`, /^readings /, 'changed'],
    ['when it was taken', `update readings set taken_at = taken_at - interval '1 day' where id = ${reading}`, /^readings /, 'changed'],
    ['when it arrived', `update readings set received_at = received_at + interval '1 second' where id = ${reading}`, /^readings /, 'changed'],
    ['a note', `update readings set note = 'by gauge' where note = 'by hand'`, /^readings /, 'changed'],
    ['what it was taken at', `update readings set at_by = 'lift', at_value = 1 where id = ${reading}`, /^readings /, 'changed'],
    ['the engine it was taken on', `update readings set engine_id = (select id from engines where tag = 'PH8-2') where id = ${reading}`, /^readings /, 'changed'],
    ['the order in which two were taken', `alter table readings alter column seq drop identity; update readings set seq = 9999 where id = ${reading}`, /^readings /, 'moved'],
    ['a reading put in', copied('readings', READING, READING.replace('id,', 'gen_random_uuid(),')), /^readings /, 'not-in-chain'],
    ['a reading taken away', `delete from readings where id = ${reading}`, /^readings /, 'missing'],
    ['the last reading taken away', 'delete from readings where seq = (select max(seq) from readings)', /^readings /, 'missing'],
    ['all readings taken away', 'delete from readings', /^readings /, 'missing'],
    ['a decision’s reason', `update acts set reason = 'Because' where kind = 'disposition'`, /^acts /, 'changed'],
    ['a decision’s action', `update acts set body = jsonb_set(body, '{action}', '"reworked"') where kind = 'disposition'`, /^acts /, 'changed'],
    ['who decided', `update acts set done_by = 'owner' where kind = 'disposition'`, /^acts /, 'changed'],
    ['a decision taken away', `delete from acts where kind = 'disposition'`, /^acts /, 'missing'],
    ['a caution taken away', `delete from acts where kind = 'caution'`, /^acts /, 'missing'],
    ['a cam card', `update papers set body = jsonb_set(body, '{checkLift}', '0.06')`, /^papers /, 'changed'],
    ['a cam card taken away', 'delete from papers', /^papers /, 'missing'],
    ['a record’s summary', `update records set summary = jsonb_set(summary, '{customer}', '"Somebody"')`, /^records /, 'changed'],
    ['a record’s JSON', `update records set jws = jws || ' '`, /^records /, 'changed'],
    ['a record’s PDF', `update records set pdf = pdf || '\\x20'::bytea`, /^records /, 'changed'],
    ['a record’s revision', 'update records set revision = 7', /^records /, 'changed'],
    ['how far a record reaches', 'update records set last_reading = 9999', /^records /, 'changed'],
    ['a record taken away', 'delete from records', /^records /, 'missing'],
    ['a person made owner', `update people_history set role = 'owner' where handle = 'builder'`, /^people_history /, 'changed'],
    ['a person’s PIN', `update people_history set pin_hash = (select pin_hash from people_history where handle = 'builder') where handle = 'owner'`, /^people_history /, 'changed'],
    ['a person put in', `insert into people values ('stranger', now()); insert into people_history (id, handle, name, role, pin_hash, at, by) select gen_random_uuid(), 'stranger', name, role, pin_hash, at, by from people_history limit 1`, /^people(_history)? stranger|^people_history /, 'not-in-chain'],
    ['limits', `update spec_sets set body = jsonb_set(body, '{title}', '"Ours"')`, /^spec_sets /, 'changed'],
    ['a customer', `update engines set customer = 'Somebody' where tag = 'PH8-1'`, /^engines /, 'changed'],
    ['the shop’s name', `update shop set name = 'Another'`, /^shop /, 'changed'],
    ['a key put in', `insert into published_keys values ('mine', 'record', '{}', now())`, /^published_keys mine/, 'not-in-chain'],
    ['an act of the chain', `update audit set act = 'nothing.happened' where seq = 3`, /^audit 3$/, 'broken'],
    ['an act made unreadable', `update audit set body = 'nothing' where seq = 3`, /^audit 3$/, 'broken'],
    ['an act taken out of the middle', 'delete from audit where seq = 4', /^audit 5$/, 'broken'],
    ['the chain’s own last act', 'delete from audit where seq = (select max(seq) from audit)', /^readings /, 'not-in-chain'],
  ]; // prettier-ignore

  test.each(changes)('%s', async (_, sql, named, fault) => {
    const { faults } = await audited(sql);
    const found = faults.filter(({ at }) => named.test(at));
    expect(found.map(({ fault: one }) => one)).toContain(fault);
  });

  test('the chain’s end cut with all that it told of: the head that stands in a signed record shows it', async () => {
    const { body } = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${engine}/records`, { missing: 'accepted', reason: 'Once more' }); // prettier-ignore
    const head = (await headIn(shop.context.database)(body.id))!;
    const cut = `delete from records where id = '${body.id}';
      delete from readings where seq = (select max(seq) from readings);
      delete from audit where seq > (select seq from audit where act = 'record.signed' order by seq limit 1)`;
    const alone = await audited(cut);
    expect(alone.faults).toEqual([]);
    const handedOut = new Map([['handed-out.json', head]]);
    const { faults } = await tampered(cut, (database) => checkAudit(database, headIn(database), handedOut));
    expect(faults).toEqual([{ at: 'handed-out.json', fault: 'unknown-head' }]);
  });

  test('the whole chain rebuilt over changed rows: what was signed was signed over another', async () => {
    const { faults } = await tampered(
      `update readings set entered = '0.75', value = 0.75 where id = ${reading}`,
      async (database) => {
        const acts = await database.query<{ at: Date; by: string; act: string; engine_id: string; body: string }>(
          'select at, by, act, engine_id, body from audit order by seq',
        );
        const standing = await database.query<{ id: string }>('select id from readings order by seq limit 1');
        await database.query('delete from audit');
        const log = new AuditLog({ ...database, checkRoom: () => {}, transaction: (work) => work(database) });
        const [row] = await findRows(database, 'readings', [standing[0].id]);
        for (const { engine_id: engineId, body, ...act } of acts) {
          const parsed = JSON.parse(body) as { rows?: [string, string, string][] };
          for (const claim of parsed.rows ?? []) if (claim[1] === standing[0].id) claim[2] = digestOf(row.row);
          await log.record({ ...act, engineId, body: parsed });
        }
        return checkAudit(database, headIn(database));
      },
    );
    expect(faults.map(({ fault }) => fault)).toContain('other-head');
    expect(faults.every(({ at }) => at.startsWith('records '))).toBe(true);
  });
});

describe('does not make verifying lie', () => {
  const file = async (kind: 'jws' | 'pdf') => {
    const [row] = await shop.context.database.query<Record<string, Uint8Array | string>>(
      `select jws, pdf from records where id = $1`,
      [signed],
    );
    return Buffer.from(row[kind] as string);
  };
  /** Asks the running server while the rows are changed; they are put back afterwards. */
  async function whileChanged<T>(set: string, back: string, ask: () => Promise<T>): Promise<T> {
    const { database } = shop.context;
    await database.script(`alter table records disable trigger records_stay; ${set}`);
    try {
      return await ask();
    } finally {
      await database.script(`${back}; alter table records enable trigger records_stay`);
    }
  }
  const rename = (to: string) =>
    `update records set summary = jsonb_set(jsonb_set(summary, '{customer}', '"${to}"'), '{signedBy}', '"${to}"') where id = '${signed}'`;

  test.each(['jws', 'pdf'] as const)('a %s is told by what was signed, whatever stands beside it', async (kind) => {
    const answer = await whileChanged(rename('Somebody Else'), rename('Fenwater Racing'), async () =>
      (await shop.as('stranger')<VerifyAnswer>('POST', '/api/verify', await file(kind))).body,
    ); // prettier-ignore
    expect(answer).toMatchObject({ valid: true, record: { customer: 'Fenwater Racing', signedBy: 'The lead' } });
  });

  test('and a fingerprint whose kept record was changed is not vouched for', async () => {
    const said = await verifyFile(await file('jws'), shop.context.keys.published);
    const { fingerprint } = (said as { summary: { fingerprint: string } }).summary;
    const bend = `update records set jws = replace(jws, '"payload":"', '"payload":"A') where id = '${signed}'`;
    const back = `update records set jws = replace(jws, '"payload":"A', '"payload":"') where id = '${signed}'`;
    const { body } = await whileChanged(bend, back, () => shop.as('stranger')<VerifyAnswer>('GET', `/api/verify/${fingerprint}`)); // prettier-ignore
    expect(body).toMatchObject({ valid: false, reason: expect.stringContaining('not as it was signed') });
    expect((await shop.as('stranger')<VerifyAnswer>('GET', `/api/verify/${fingerprint}`)).body.valid).toBe(true);
  });
});

test.each(['engines', 'people', 'people_history', 'shop', 'acts', 'papers', 'readings', 'records', 'spec_sets', 'published_keys', 'audit'])(
  'the database itself refuses to change or delete a row of %s',
  async (table) => {
    const { database } = shop.context;
    const [column] = Object.keys((await database.query(`select * from ${table} limit 1`))[0] as object).filter((name) => name !== 'seq');
    await expect(database.query(`update ${table} set ${column} = ${column}`)).rejects.toThrow(/append-only/);
    await expect(database.query(`delete from ${table}`)).rejects.toThrow(/append-only/);
    expect((await shop.as('stranger')('POST', '/api/session', { handle: 'lead', pin: TEST_PIN })).status).toBe(200);
  },
); // prettier-ignore
