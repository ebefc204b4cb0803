import { headOf, insertAct, seal } from './audit-log.js';
import { isUniqueViolation, type Database } from './database.js';
import { selectRows } from './audited-rows.js';
import { TABLES, type TableName } from './tables.js';

/** Rows that one act vouches for, where it vouches for what is there already. */
const PAGE = 500;

/**
 * The chain of earlier versions told of acts, not of every column that they wrote. Once, when such a database is first
 * opened by this version, acts are added that vouch for everything as it then stands; from then on each act vouches for
 * its own rows.
 */
export async function sealHistory(database: Database, now: Date): Promise<void> {
  for (;;) {
    const [identity] = await database.query<{ history_sealed: boolean }>('select history_sealed from identity');
    if (identity.history_sealed) return;
    try {
      return await sealAll(database, now);
    } catch (error) {
      // Another process of this shop, on the same PostgreSQL server, writes to the chain: looked at again.
      if (!isUniqueViolation(error, 'audit_one_successor')) throw error;
    }
  }
}

async function sealAll(database: Database, now: Date): Promise<void> {
  await database.transaction(async (queries) => {
    let head = await headOf(queries);
    for (const table of Object.keys(TABLES) as TableName[])
      for await (const rows of selectRows(queries, table, PAGE)) {
        const act = { at: now, by: null, act: 'history.sealed', engineId: null, body: { table }, rows: rows.map(({ row }) => row) }; // prettier-ignore
        const sealed = seal(head, act);
        await insertAct(queries, sealed);
        head = sealed[6];
      }
    await queries.query('update identity set history_sealed = true');
  });
}
