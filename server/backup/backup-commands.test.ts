import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runProgram, startServer } from '../test-process.js';
import { copyNewShop } from '../test-shop.js';

const beside = mkdtempSync(join(tmpdir(), 'utex-backup-commands-'));
const at = (name: string) => join(beside, name);
afterAll(() => rmSync(beside, { recursive: true, force: true }));

test('the commands back up a shop that is open and one that is closed, and restore it', async () => {
  const data = at('commands');
  await copyNewShop(data);
  const server = await startServer(data);
  const open = await runProgram('server/backup', data, [at('open.utexbackup'), '--with-keys']);
  server.process.kill('SIGTERM');
  await new Promise((resolve) => server.process.once('exit', resolve));
  expect([open.code, open.said]).toEqual([0, expect.stringMatching(/holds \d+ rows, read back and found whole/)]);
  const closed = await runProgram('server/backup', data, [at('closed.utexbackup')]);
  expect([closed.code, closed.said]).toEqual([0, expect.stringContaining('The keys are not in it')]);
  const restored = await runProgram('server/restore', at('by-command'), [at('open.utexbackup')]);
  expect([restored.code, restored.said]).toEqual([0, expect.stringContaining('Marram Engine Works as of')]);
  expect(await runProgram('server/audit', at('by-command'))).toMatchObject({ code: 0 });
});

test('the commands say what they need, and what is not there', async () => {
  expect((await runProgram('server/backup', at('nowhere'))).said).toContain('Say which file: npm run backup -- FILE');
  expect((await runProgram('server/backup', at('nowhere'), [at('x')])).said).toContain('There is no shop in');
  expect((await runProgram('server/restore', at('nowhere'), [at('none')])).said).toContain('is not there');
});
