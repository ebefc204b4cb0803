import pg from 'pg';
import { CannotStart } from '../cannot-start.js';
import type { Database, Queries } from './database.js';

/** int8 (and count) as numbers, as PGlite gives them; none of ours comes near 2^53. */
const types: pg.CustomTypesConfig = {
  getTypeParser: ((oid: number, format?: 'text') =>
    oid === pg.types.builtins.INT8
      ? Number
      : pg.types.getTypeParser(oid, format)) as pg.CustomTypesConfig['getTypeParser'],
};

const asSpelt = { getTypeParser: () => (text: string) => text } as unknown as pg.CustomTypesConfig;

const asQueries = (target: pg.Pool | pg.PoolClient): Queries => ({
  async query<Row>(sql: string, params: unknown[] = []) {
    return (await target.query(sql, params)).rows as Row[];
  },
});

/** How long a connection may take to come about, ms. */
const CONNECT_MS = 10_000;

/** The same store on a PostgreSQL server, for a shop that has outgrown one machine. @throws CannotStart */
export async function openPostgres(url: string): Promise<Database> {
  const pool = new pg.Pool({ connectionString: url, types, connectionTimeoutMillis: CONNECT_MS });
  // A server that is restarted ends its connections. The pool drops them and opens others when asked, and a statement
  // that was under way fails by itself; but the event, unheard, would end this process.
  const heard = () => {};
  pool.on('error', heard);
  pool.on('connect', (client) => client.on('error', heard));
  await pool.query('select 1').catch(async (error: Error & { code?: string }) => {
    await pool.end();
    const said = error.message || error.code || 'no answer';
    throw new CannotStart(`The PostgreSQL server of DATABASE_URL cannot be used: ${said}.`);
  });
  const names = new Map<string, string>();
  const nameOf = (sql: string) => names.get(sql) ?? names.set(sql, `utex_${names.size}`).get(sql)!;
  return {
    kind: 'postgresql',
    // Its server has a disk of its own, and says itself when that is full.
    checkRoom() {},
    ...asQueries(pool),
    async prepared(text, values) {
      return (await pool.query({ name: nameOf(text), text, values, rowMode: 'array', types: asSpelt })).rows;
    },
    async transaction(work) {
      const client = await pool.connect();
      let lost: Error | undefined;
      try {
        await client.query('begin');
        const result = await work(asQueries(client));
        await client.query('commit');
        return result;
      } catch (error) {
        await client.query('rollback').catch((reason: Error) => (lost = reason));
        throw error;
      } finally {
        client.release(lost);
      }
    },
    async script(sql) {
      await pool.query(sql);
    },
    close: () => pool.end(),
  };
}
