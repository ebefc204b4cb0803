import { mkdtempSync, rmSync, writeFileSync, appendFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { insertRows } from './tables.js';
import { shopRow } from './shop-store.js';
import { AuditLog } from './audit-log.js';
import { checkAudit } from './check-audit.js';
import type { Database } from './database.js';
import { BrokenMigrations, migrate, MIGRATIONS_FOLDER, readMigrations } from './migrate.js';
import { openPglite } from './pglite.js';

const folder = mkdtempSync(join(tmpdir(), 'utex-store-'));
let database: Database;
let syncs = 0;
beforeAll(async () => {
  database = await openPglite(join(folder, 'database'), () => syncs++);
  await migrate(database);
});
afterAll(async () => {
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const act = (name: string) => ({ at: new Date(0), by: 'owner', act: name, engineId: null, body: { name } });

describe('durability', () => {
  test('each commit is one sync to the disk, and reading is none', async () => {
    const audit = new AuditLog(database);
    await audit.record(act('first'), async () => {});
    const before = syncs;
    for (let turn = 0; turn < 5; turn++) await audit.record(act(`act ${turn}`), async () => {});
    expect(syncs - before).toBe(5);
    await database.query('select count(*) from audit');
    expect(syncs - before).toBe(5);
  });

  test('a transaction that fails leaves nothing, and the chain goes on', async () => {
    const audit = new AuditLog(database);
    await expect(
      audit.record(act('bad'), async (queries) => {
        await insertRows(queries, [shopRow(randomUUID(), { name: 'x', verifyAddress: 'y' }, new Date(0))]);
        throw new Error('half way');
      }),
    ).rejects.toThrow('half way');
    expect(await database.query('select * from shop')).toEqual([]);
    await audit.record(act('good'), async () => {});
    expect((await checkAudit(database)).brokenAt).toBeNull();
  });
});

describe('a prepared statement', () => {
  const taken = 'insert into tried (words, number, at, none) values ($1, $2, $3, $4)';
  beforeAll(() =>
    database.script('create temp table tried (n serial, words text, number float8, at timestamptz, none uuid)'),
  );

  test('puts down what went in, whatever quotes, backslashes and numbers there are, however often it is given', async () => {
    const at = new Date('2026-03-02T08:00:00.123Z');
    const given = ["it's", "'); drop table readings; --", '\\', "\\' or 1=1", '$1', '', 'a\nb', '−0.5 ü'].flatMap(
      (words) => [0.1 + 0.2, -1e-300, 5].map((number) => ({ words, number, at, none: null })),
    );
    for (const { words, number } of given) await database.prepared(taken, [words, number, at, null]);
    expect(await database.query('select words, number, at, none from tried order by n')).toEqual(given);
  });

  test('given at once, each is written once, and none in the midst of a transaction that is taken back', async () => {
    const count = async () => (await database.query<{ count: number }>('select count(*) from tried'))[0].count;
    const before = await count();
    const backOut = database.transaction(async (queries) => {
      for (let turn = 0; turn < 20; turn++) await queries.query('select 1');
      throw new Error('taken back');
    });
    const given = [1, 2, 3].map((number) => database.prepared(taken, ['at once', number, null, null]));
    await expect(backOut).rejects.toThrow('taken back');
    await Promise.all(given);
    expect(await count()).toBe(before + 3);
  });

  test('that fails is an error, and may be given again', async () => {
    await expect(database.prepared(taken, ['a', 'no number', null, null])).rejects.toThrow(/invalid input syntax/);
    await expect(database.prepared('select no_such_column', [])).rejects.toThrow(/no_such_column/);
    await database.prepared(taken, ['again', 1, null, null]);
    expect(await database.query("select number from tried where words = 'again'")).toEqual([{ number: 1 }]);
  });
});

test('bytes come back as they went in: every one of them, none, and as many as a picture has', async () => {
  await database.script('create temp table kept (n serial, bytes bytea)');
  const whole = Uint8Array.from({ length: 300_000 }, (_none, index) => (index * 7 + (index >> 8)) % 256);
  // A part of a larger piece of memory is that part alone.
  const given = [
    new Uint8Array(),
    Uint8Array.of(0, 39, 92, 255),
    whole,
    whole.subarray(1000, 1256),
    Buffer.from('%PDF-'),
  ];
  for (const bytes of given) await database.query('insert into kept (bytes) values ($1)', [bytes]);
  const rows = await database.query<{ bytes: Uint8Array; many: number }>('select bytes, length(bytes) as many from kept order by n'); // prettier-ignore
  expect(rows.map(({ many }) => many)).toEqual(given.map(({ length }) => length));
  rows.forEach(({ bytes }, index) => expect(Buffer.compare(bytes, given[index])).toBe(0));
});

describe('the audit chain', () => {
  test('two logs on one database never fork it', async () => {
    const [one, other] = [new AuditLog(database), new AuditLog(database)];
    await one.record(act('one'), async () => {});
    await other.record(act('other'), async () => {});
    await one.record(act('one again'), async () => {});
    expect((await checkAudit(database)).brokenAt).toBeNull();
  });

  test('a row changed behind its back is found, by its number', async () => {
    await expect(database.query("update audit set act = 'x' where seq = 2")).rejects.toThrow(/append-only/);
    await database.script('alter table audit disable trigger audit_stays');
    await database.query("update audit set body = '{}' where seq = 2");
    expect((await checkAudit(database)).brokenAt).toBe(2);
  });
});

describe('migrations are an ordered, checked chain', () => {
  const copyOf = (files: Record<string, string>) => {
    const copy = mkdtempSync(join(tmpdir(), 'utex-migrations-'));
    for (const [name, sql] of Object.entries(files)) writeFileSync(join(copy, name), sql);
    return copy;
  };
  const known = () => Object.fromEntries(readMigrations(MIGRATIONS_FOLDER).map(({ name, sql }) => [name, sql]));
  const next = () => `${String(Object.keys(known()).length + 1).padStart(4, '0')}_next.sql`;

  test('applied once, they are not applied again', async () => {
    await expect(migrate(database)).resolves.toBeUndefined();
  });
  test('a changed file, a gap, a file that is gone and one that is no migration refuse to start', async () => {
    const changed = copyOf(known());
    appendFileSync(join(changed, readMigrations(MIGRATIONS_FOLDER)[0].name), '\n-- changed');
    await expect(migrate(database, changed)).rejects.toThrow(/was changed after/);
    await expect(migrate(database, copyOf({ ...known(), '0099_far.sql': 'select 1' }))).rejects.toThrow(/gap/);
    await expect(migrate(database, copyOf({}))).rejects.toThrow(BrokenMigrations);
    expect(() => readMigrations(copyOf({ 'notes.txt': '' }))).toThrow(BrokenMigrations);
  });
  test('a migration that fails leaves nothing of itself', async () => {
    const broken = copyOf({ ...known(), [next()]: 'create table half (id int); select no_such_thing();' });
    await expect(migrate(database, broken)).rejects.toThrow(/no_such_thing/);
    await database.script('rollback');
    expect(await database.query("select 1 from pg_tables where tablename = 'half'")).toEqual([]);
  });
});
