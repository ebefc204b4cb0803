import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  rmdirSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openShopFolder } from '../open-shop.js';
import { projectRoot } from '../project-root.js';
import { runProgram } from '../test-process.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop } from '../test-shop.js';

/** Somebody who has the disk: who takes files of a stopped shop away, and puts others in. */

describe('a folder that is not whole opens as nothing else, and is left as it is', () => {
  let whole: string;
  beforeAll(async () => {
    const made = await openTestShop();
    await openEngine(made);
    whole = mkdtempSync(join(tmpdir(), 'utex-whole-'));
    await made.stop();
    cpSync(made.folder, whole, { recursive: true });
    await made.close();
  });
  afterAll(() => rmSync(whole, { recursive: true, force: true }));
  const damaged = (damage: (folder: string) => void) => {
    const folder = mkdtempSync(join(tmpdir(), 'utex-damaged-'));
    cpSync(whole, folder, { recursive: true });
    damage(folder);
    return folder;
  };
  const below = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true })
      .flatMap((entry) =>
        entry.isDirectory()
          ? [entry.name, ...below(join(folder, entry.name))]
          : [`${entry.name} ${statSync(join(folder, entry.name)).size}`],
      ) // prettier-ignore
      .sort();
  const remove = (name: string) => (folder: string) => rmSync(join(folder, name), { recursive: true });

  test.each<[string, (folder: string) => void, RegExp]>([
    ['without its database', remove('database'), /database\/ is missing .+ backup/],
    ['with a copy of it that was interrupted', remove('database/PG_VERSION'), /database\/PG_VERSION is missing .+ backup/],
    ['without the log of the database', (folder) => { rmSync(join(folder, 'database/pg_wal'), { recursive: true }); mkdirSync(join(folder, 'database/pg_wal/archive_status'), { recursive: true }); }, /database\/pg_wal is missing/],
    ['without its keys', remove('keys'), /keys\/ is missing .+npm run new-keys/],
    ['without one of them', remove('keys/pdf-signature.p12'), /keys\/pdf-signature.p12 is missing/],
    ['with a key that is none', (folder) => writeFileSync(join(folder, 'keys/record-ed25519.pem'), 'nonsense'), /record-ed25519.pem is no key/],
    ['with keys of another shop', (folder) => { rmSync(join(folder, 'keys'), { recursive: true }); cpSync(join(projectRoot(), 'server/store/fixtures/shop-0001/keys'), join(folder, 'keys'), { recursive: true }); }, /keys in .+ are those of another shop/],
    ['with a manifest of another shop', (folder) => writeFileSync(join(folder, 'utex.json'), readFileSync(join(folder, 'utex.json'), 'utf8').replace(/"shopId": "./, '"shopId": "x')), /database of .+ is that of another shop/],
    ['with a manifest that is cut off', (folder) => writeFileSync(join(folder, 'utex.json'), '{"format":'), /utex.json is damaged/],
    ['of a later version', (folder) => writeFileSync(join(folder, 'utex.json'), readFileSync(join(folder, 'utex.json'), 'utf8').replace('"formatVersion": 1', '"formatVersion": 9')), /later version/],
    ['asked for as if its data lay elsewhere', () => {}, /lie in the folder itself/],
  ])('%s', async (name, damage, said) => {
    const folder = damaged(damage);
    const before = below(folder).filter((one) => !/utex|postmaster|pg_control|^\w{24} |replorigin/.test(one));
    const databaseUrl = name.startsWith('asked') ? 'postgres://127.0.0.1:1/none' : null;
    await expect(openShopFolder({ dataFolder: folder, databaseUrl })).rejects.toThrow(said);
    // Whose a database is only it can say: to be asked it must be opened.
    const opened = /database of .+ another shop/.test(said.source);
    if (!opened) expect(below(folder).filter((one) => !/utex|postmaster|pg_control|^\w{24} |replorigin/.test(one))).toEqual(before);
    rmSync(folder, { recursive: true });
  }); // prettier-ignore

  test('restored by what leaves empty folders out it is whole', async () => {
    const folder = damaged((at) => {
      const prune = (dir: string): void => {
        for (const entry of readdirSync(dir, { withFileTypes: true })) if (entry.isDirectory()) prune(join(dir, entry.name)); // prettier-ignore
        if (readdirSync(dir).length === 0) rmdirSync(dir);
      };
      prune(join(at, 'database'));
    });
    expect(existsSync(join(folder, 'database/pg_notify'))).toBe(false);
    const opened = await openShopFolder({ dataFolder: folder, databaseUrl: null });
    expect((await opened.context.database.query('select 1 from engines')).length).toBe(1);
    await opened.close();
    rmSync(folder, { recursive: true });
  });

  test('its owner makes new keys by an act of his own, and what was signed stays valid', async () => {
    const folder = damaged(remove('keys'));
    const { code, said } = await runProgram('server/new-keys', folder);
    expect([code, said]).toEqual([0, expect.stringContaining('The shop has new keys')]);
    const opened = await openShopFolder({ dataFolder: folder, databaseUrl: null });
    expect(opened.context.keys.published.records).toHaveLength(2);
    expect((await checkAudit(opened.context.database)).faults).toEqual([]);
    await opened.close();
    rmSync(folder, { recursive: true });
  });

  test('a start that was broken off before anybody was let in is begun again', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'utex-begun-'));
    mkdirSync(join(folder, 'database'));
    writeFileSync(join(folder, 'database', 'PG_VERSION'), '17');
    writeFileSync(join(folder, 'utex.json'), JSON.stringify({ format: 'utex-shop', formatVersion: 1, state: 'opening', shopId: null, keys: null, database: 'folder' })); // prettier-ignore
    const opened = await openShopFolder({ dataFolder: folder, databaseUrl: null });
    expect(await opened.context.database.query('select * from shop')).toEqual([]);
    await opened.close();
    rmSync(folder, { recursive: true });
  });
});
