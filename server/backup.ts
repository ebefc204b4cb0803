import { createWriteStream, renameSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { setTimeout as pause } from 'node:timers/promises';
import type { Backups } from '../contracts/backup.js';
import { backUpShop } from './backup/back-up-shop.js';
import { readBackup } from './backup/backup-file.js';
import { CannotStart } from './cannot-start.js';
import { readConfig, type Config } from './config.js';
import { findConsole, type Console } from './console.js';
import { openShopFolder } from './open-shop.js';
import { refuseStart } from './refuse-start.js';

const LOOK_AGAIN_MS = 300;
/** How long the server may take to answer how far it is, ms. */
const ANSWER_MS = 30_000;

/** Of a shop that is closed: written here. */
async function writeClosed(file: string, config: Config, withKeys: boolean): Promise<number> {
  const { dataFolder } = config;
  const shop = await openShopFolder({ ...config, make: false });
  try {
    return await backUpShop(shop.context, file, { dataFolder, withKeys, by: null });
  } finally {
    await shop.close();
  }
}

/** Of a shop that works: the server writes it, and it is fetched and read back here. */
async function fetchOpen(file: string, { url, token }: Console, withKeys: boolean): Promise<number> {
  const headers = { authorization: `Bearer ${token}` };
  const asked = async (init: RequestInit = {}) => {
    const signal = AbortSignal.timeout(ANSWER_MS);
    const answer = await fetch(`${url}/api/backups`, { ...init, signal, headers: { ...headers, ...init.headers } });
    return (await answer.json()) as Backups;
  };
  const before = new Set((await asked()).made.map(({ name }) => name));
  let state = await asked({ method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ keys: withKeys }) }); // prettier-ignore
  while (state.running) {
    await pause(LOOK_AGAIN_MS);
    state = await asked();
  }
  const made = state.made.find(({ name }) => !before.has(name));
  if (!made) throw new CannotStart(`The server made no backup: ${state.failed ?? 'it does not say why'}`);
  const answer = await fetch(`${url}/api/backups/${made.name}`, { headers });
  const beside = `${file}.part`;
  try {
    await pipeline(Readable.fromWeb(answer.body as ReadableStream), createWriteStream(beside, { mode: 0o600 }));
    const { rows } = await readBackup(beside, async () => {});
    renameSync(beside, file);
    return rows;
  } catch (error) {
    rmSync(beside, { force: true });
    throw error;
  }
}

/** `npm run backup -- FILE [--with-keys]`: one file with all of the shop, whether it is open or closed. */
try {
  const [named] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
  if (!named) throw new CannotStart('Say which file: npm run backup -- FILE [--with-keys]');
  const withKeys = process.argv.includes('--with-keys');
  const file = resolve(named);
  const config = readConfig(process.env);
  const open = await findConsole(config.dataFolder);
  const rows = open ? await fetchOpen(file, open, withKeys) : await writeClosed(file, config, withKeys);
  console.log(`${file} holds ${rows} rows, read back and found whole.`);
  console.log(
    withKeys
      ? 'It holds the keys that the shop signs with: whoever has it can sign as the shop.'
      : `The keys are not in it. Keep a copy of ${config.dataFolder}/keys where the server is not.`,
  );
  process.exit(0);
} catch (error) {
  refuseStart(error);
}
