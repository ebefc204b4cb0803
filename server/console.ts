import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { writeWhole } from './store/folder.js';

/** How the server's own commands find the server that has a data folder open: it lies in that folder, for its user alone. */
export interface Console {
  url: string;
  token: string;
}

const FILE = 'utex-console.json';

export const openConsole = (dataFolder: string, console: Console): void =>
  writeWhole(join(dataFolder, FILE), JSON.stringify(console));

export const closeConsole = (dataFolder: string): void => rmSync(join(dataFolder, FILE), { force: true });

/** How long the server may take to answer, ms. */
const ANSWER_MS = 10_000;

/** The server that has the folder open, if one answers; a server that was killed left its address behind. */
export async function findConsole(dataFolder: string): Promise<Console | null> {
  const file = join(dataFolder, FILE);
  if (!existsSync(file)) return null;
  const found = JSON.parse(readFileSync(file, 'utf8')) as Console;
  const signal = AbortSignal.timeout(ANSWER_MS);
  const headers = { authorization: `Bearer ${found.token}` };
  const answers = await fetch(`${found.url}/api/backups`, { headers, signal }).then(
    ({ ok }) => ok,
    () => false,
  );
  return answers ? found : null;
}
