import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import { isUniqueViolation, type Database, type Queries } from './database.js';

/** One act, as it goes into the chain. `by` is null before there is anybody. */
export interface Act {
  at: Date;
  by: string | null;
  act: string;
  engineId: string | null;
  body: Record<string, unknown>;
}

/** An act with its place in the chain, as the columns of its row. */
export type SealedAct = [
  at: Date,
  by: string | null,
  act: string,
  engineId: string | null,
  body: string,
  previous: string,
  hash: string,
];

const FIRST_HASH = '0'.repeat(64);
export const AUDIT_INSERT = 'insert into audit (at, by, act, engine_id, body, previous_hash, hash)';

/** The hash of a row: SHA-256 over the hash before it and the row's own contents in canonical JSON. */
function chainHash(
  previous: string,
  row: { at: Date; by: string | null; act: string; engineId: string | null; body: string },
): string {
  const { at, by, act, engineId, body } = row;
  return createHash('sha256')
    .update(previous)
    .update(canonicalize({ at: at.toISOString(), by, act, engineId, body })!)
    .digest('hex');
}

/** A part of an act's body that is longer than this is kept by its hash; what it was stands in the table that the act wrote. */
const LONGEST_PART = 2000;

/** The body of an act as the chain keeps it, in its one spelling: large parts by their hash. */
function bodyOf({ body }: Pick<Act, 'body'>): string {
  const whole = canonicalize(body)!;
  if (whole.length <= LONGEST_PART) return whole;
  const parts = Object.entries(body).map(([name, value]) => {
    const text = canonicalize(value);
    if (text === undefined || text.length <= LONGEST_PART) return [name, value];
    return [name, { sha256: createHash('sha256').update(text).digest('hex'), bytes: Buffer.byteLength(text) }];
  });
  return canonicalize(Object.fromEntries(parts))!;
}

/**
 * Writes acts one after the other, each chained to the one before. The head of the chain is kept in memory; where
 * another process on the same PostgreSQL server was faster, the unique key on `previous_hash` refuses ours, and it is
 * sealed anew to the new head.
 */
export class AuditLog {
  private head: string | null = null;
  /** Moves whenever the head in memory turned out not to be the newest row: what else is in memory is stale too. */
  generation = 0;
  private last: Promise<unknown> = Promise.resolve();

  constructor(private readonly database: Database) {}

  /** Runs `write` when all writes before it are done, with what it returns durable. Writing is one at a time. */
  exclusively<T>(write: () => Promise<T>): Promise<T> {
    const turn = this.last.then(write, write);
    this.last = turn.catch(() => {});
    return turn;
  }

  /**
   * Within `exclusively`: seals acts to the head, and lets `write` put their rows down together with what they tell of.
   *
   * @param acts made after the head was read, and made anew where another process was faster: what they are made from
   *   then holds all that was written before them
   */
  async append<T>(acts: () => Act[] | Promise<Act[]>, write: (sealed: SealedAct[]) => Promise<T>): Promise<T> {
    for (;;) {
      let head = this.head ?? (await this.readHead());
      const sealed = (await acts()).map((act): SealedAct => {
        const previous = head;
        const body = bodyOf(act);
        head = chainHash(previous, { ...act, body });
        return [act.at, act.by, act.act, act.engineId, body, previous, head];
      });
      try {
        const result = await write(sealed);
        this.head = head;
        return result;
      } catch (error) {
        this.head = null;
        this.generation++;
        if (!isUniqueViolation(error, 'audit_one_successor')) throw error;
      }
    }
  }

  /** One transaction: `work`, and the row that tells of it. */
  record<T>(act: Act, work: (queries: Queries) => Promise<T>): Promise<T> {
    return this.exclusively(() =>
      this.append(
        () => [act],
        ([sealed]) =>
          this.database.transaction(async (queries) => {
            const result = await work(queries);
            await this.insert(queries, sealed);
            return result;
          }),
      ),
    );
  }

  /** Within a transaction of `append`: puts the sealed row down. */
  async insert(queries: Queries, sealed: SealedAct): Promise<void> {
    await queries.query(`${AUDIT_INSERT} values ($1, $2, $3, $4, $5, $6, $7)`, sealed);
  }

  private async readHead(): Promise<string> {
    const [row] = await this.database.query<{ hash: string }>('select hash from audit order by seq desc limit 1');
    return row?.hash ?? FIRST_HASH;
  }
}

/** Walks the whole chain. Answers how many rows hold, and the first that does not. */
export async function checkAudit(database: Database): Promise<{ rows: number; brokenAt: number | null }> {
  const rows = await database.query<{
    seq: number;
    at: Date;
    by: string | null;
    act: string;
    engine_id: string | null;
    body: string;
    previous_hash: string;
    hash: string;
  }>('select seq, at, by, act, engine_id, body, previous_hash, hash from audit order by seq');
  let previous = FIRST_HASH;
  for (const row of rows) {
    const { at, by, act, body } = row;
    // The first version sealed an engine's id as it was sent, in capitals or not; the column has it in small letters.
    const spellings = [row.engine_id, row.engine_id?.toUpperCase() ?? null];
    const hash = spellings.map((engineId) => chainHash(previous, { at, by, act, engineId, body })).find((one) => one === row.hash); // prettier-ignore
    if (row.previous_hash !== previous || hash === undefined) return { rows: rows.length, brokenAt: Number(row.seq) };
    previous = hash;
  }
  return { rows: rows.length, brokenAt: null };
}
