import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openShopFolder, type OpenShop } from './open-shop.js';
import { runProgram } from './test-process.js';
import { copyNewShop } from './test-shop.js';

const folder = mkdtempSync(join(tmpdir(), 'utex-audit-'));
beforeAll(() => copyNewShop(folder));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const withShop = async (work: (shop: OpenShop['context']) => Promise<unknown>) => {
  const shop = await openShopFolder({ dataFolder: folder, databaseUrl: null });
  await work(shop.context);
  await shop.close();
};
/** `npm run audit`, as the owner runs it while the shop is closed. */
const audit = () => runProgram('server/audit', folder);
const act = (name: string) => ({ at: new Date(0), by: 'owner', act: name, engineId: null, body: { name } });

test('the owner walks the chain of acts: it holds, until one row was changed behind its back, which is named', async () => {
  await withShop(async ({ audit: log }) => {
    for (const name of ['first', 'second', 'third']) await log.record(act(name), async () => {});
  });
  expect(await audit()).toMatchObject({ code: 0, said: expect.stringMatching(/The audit log holds: \d+ acts/) });

  await withShop(async ({ database }) => {
    await database.script('alter table audit disable trigger audit_stays');
    await database.query(`update audit set by = 'somebody' where seq = 2`);
  });
  expect(await audit()).toMatchObject({
    code: 1,
    said: expect.stringContaining('audit 2 does not follow from the row before it'),
  });
});

test('while a server has the folder open, the walk is refused by what it would disturb', async () => {
  await withShop(async () => {
    const { code, said } = await audit();
    expect(code).toBe(1);
    expect(said).toMatch(/Another Utex \(process \d+ on .+\) has the data folder/);
  });
});
