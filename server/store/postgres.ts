import pg from 'pg';
import { CannotStart } from '../cannot-start.js';
import { NoAnswer, type Database, type Queries } from './database.js';

/** int8 (and count) as numbers, as PGlite gives them; none of ours comes near 2^53. */
const types: pg.CustomTypesConfig = {
  getTypeParser: ((oid: number, format?: 'text') =>
    oid === pg.types.builtins.INT8
      ? Number
      : pg.types.getTypeParser(oid, format)) as pg.CustomTypesConfig['getTypeParser'],
};

const asSpelt = { getTypeParser: () => (text: string) => text } as unknown as pg.CustomTypesConfig;

/** How long a connection may take to come about, and an answer to a statement, ms. */
const CONNECT_MS = 10_000;
const ANSWER_MS = 60_000;
/** Migrations go through all that a shop has. */
const SCRIPT_MS = 3_600_000;

/** What the driver says where an answer, or a connection, did not come in time: it has no code for it. */
const IN_VAIN =
  /^(Query read timeout|timeout exceeded when trying to connect|Connection terminated due to connection timeout)/;

const answered = <T>(asked: Promise<T>): Promise<T> =>
  asked.catch((error: Error) => {
    throw IN_VAIN.test(error.message) ? new NoAnswer(error.message, { cause: error }) : error;
  });

const asQueries = (target: pg.Pool | pg.PoolClient): Queries => ({
  async query<Row>(sql: string, params: unknown[] = []) {
    return (await answered(target.query(sql, params))).rows as Row[];
  },
});

/** The same store on a PostgreSQL server, for a shop that has outgrown one machine. @throws CannotStart */
export async function openPostgres(url: string): Promise<Database> {
  const pool = new pg.Pool({
    connectionString: url,
    types,
    connectionTimeoutMillis: CONNECT_MS,
    query_timeout: ANSWER_MS,
  });
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
      return (await answered(pool.query({ name: nameOf(text), text, values, rowMode: 'array', types: asSpelt }))).rows;
    },
    async transaction(work) {
      const client = await answered(pool.connect());
      let lost: Error | undefined;
      try {
        await answered(client.query('begin'));
        const result = await work(asQueries(client));
        await answered(client.query('commit'));
        return result;
      } catch (error) {
        // One that does not answer has nothing more to say, and would be waited for once more.
        if (error instanceof NoAnswer) lost = error;
        else await client.query('rollback').catch((reason: Error) => (lost = reason));
        throw error;
      } finally {
        client.release(lost);
      }
    },
    async script(sql) {
      await pool.query({ text: sql, query_timeout: SCRIPT_MS } as pg.QueryConfig);
    },
    close: () => pool.end(),
  };
}
