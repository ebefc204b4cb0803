import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CannotStart } from '../cannot-start.js';
import { projectRoot } from '../project-root.js';
import type { Database } from './database.js';

export const MIGRATIONS_FOLDER = join(projectRoot(), 'server/store/migrations');

/** The chain of migrations does not fit the database; Utex does not start on a guess. */
export class BrokenMigrations extends CannotStart {}

interface Migration {
  number: number;
  name: string;
  sql: string;
  sha256: string;
}

/** The migrations of a folder, in order. @throws BrokenMigrations on a gap or a file that is none */
export function readMigrations(folder: string): Migration[] {
  const names = readdirSync(folder).sort();
  return names.map((name, index) => {
    const number = Number(/^(\d{4})_[a-z0-9-]+\.sql$/.exec(name)?.[1] ?? NaN);
    if (number !== index + 1)
      throw new BrokenMigrations(
        `${name} should be migration ${String(index + 1).padStart(4, '0')}: the chain has a gap.`,
      );
    const sql = readFileSync(join(folder, name), 'utf8');
    return { number, name, sql, sha256: createHash('sha256').update(sql).digest('hex') };
  });
}

/**
 * Applies what is new, in order, after holding what is applied against its files.
 *
 * @param upTo the last that is applied, where the database is to become that of an earlier version
 * @throws BrokenMigrations
 */
export async function migrate(
  database: Database,
  folder: string = MIGRATIONS_FOLDER,
  upTo: number = Infinity,
): Promise<void> {
  await database.script(
    'create table if not exists migrations (number integer primary key, name text not null, sha256 text not null)',
  );
  const applied = await database.query<{ number: number; name: string; sha256: string }>(
    'select number, name, sha256 from migrations order by number',
  );
  const migrations = readMigrations(folder);
  if (applied.length > migrations.length)
    throw new BrokenMigrations(`The database knows ${applied.at(-1)!.name}, which this version of Utex does not.`);
  applied.forEach((known, index) => {
    const file = migrations[index];
    if (known.name !== file.name)
      throw new BrokenMigrations(`${known.name} was applied where ${file.name} stands now.`);
    if (known.sha256 !== file.sha256) throw new BrokenMigrations(`${file.name} was changed after it was applied.`);
  });
  for (const { number, name, sql, sha256 } of migrations.slice(applied.length, upTo)) {
    await database.script(
      `begin;\n${sql}\ninsert into migrations values (${number}, '${name}', '${sha256}');\ncommit;`,
    );
  }
}
