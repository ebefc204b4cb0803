import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of package.json, whether this runs from the sources or from dist/. */
export function projectRoot(): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'package.json'))) folder = dirname(folder);
  return folder;
}

/** The version of Utex, as its package says. */
export const utexVersion = (): string =>
  (JSON.parse(readFileSync(join(projectRoot(), 'package.json'), 'utf8')) as { version: string }).version;
