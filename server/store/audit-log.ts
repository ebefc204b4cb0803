import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import { isUniqueViolation, type Database, type Queries } from './database.js';
import { digestOf, insertRows, keyOf, type Row } from './tables.js';

/** One act, as it goes into the chain. `by` is null before there is anybody. */
export interface Act {
  at: Date;
  by: string | null;
  act: string;
  engineId: string | null;
  body: Record<string, unknown>;
  /** What it writes: the chain vouches for every column of it. */
  rows?: Row[];
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

/** A row as the chain vouches for it: its table, its key, the hash of its columns. */
export type Claim = [table: string, key: string, digest: string];

export const FIRST_HASH = '0'.repeat(64);
export const AUDIT_INSERT = 'insert into audit (at, by, act, engine_id, body, previous_hash, hash)';

/** The hash of a row: SHA-256 over the hash before it and the row's own contents in canonical JSON. */
export function chainHash(
  previous: string,
  row: { at: Date; by: string | null; act: string; engineId: string | null; body: string },
): string {
  const { at, by, act, engineId, body } = row;
  // Texts alone, named in the order of their letters: its one canonical spelling, as `canonicalize` would find it.
  const canonical = JSON.stringify({ act, at: at.toISOString(), body, by, engineId });
  return createHash('sha256').update(previous).update(canonical).digest('hex');
}

/** A part of an act's body that is longer than this is kept by its hash; what it was stands in the table that the act wrote. */
const LONGEST_PART = 2000;

/** The body of an act as the chain keeps it, in its one spelling: large parts by their hash, what it wrote row by row. */
function bodyOf({ body, rows = [] }: Pick<Act, 'body' | 'rows'>): string {
  const claims = rows.map((row): Claim => [row.table, keyOf(row), digestOf(row)]);
  const sealed = claims.length > 0 ? { rows: claims } : {};
  const whole = canonicalize({ ...body, ...sealed })!;
  if (whole.length <= LONGEST_PART) return whole;
  const parts = Object.entries(body).map(([name, value]) => {
    const text = canonicalize(value);
    if (text === undefined || text.length <= LONGEST_PART) return [name, value];
    return [name, { sha256: createHash('sha256').update(text).digest('hex'), bytes: Buffer.byteLength(text) }];
  });
  return canonicalize({ ...Object.fromEntries(parts), ...sealed })!;
}

/** What the body of an act tells; nothing where it was changed to what is no JSON, which breaks the chain by itself. */
export function readBody(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    return {};
  }
}

/** Chains an act to the one before it. */
export function seal(previous: string, act: Act): SealedAct {
  const body = bodyOf(act);
  return [act.at, act.by, act.act, act.engineId, body, previous, chainHash(previous, { ...act, body })];
}

const hashOf = (sealed: SealedAct): string => sealed[6];

/** Within a transaction: puts a sealed act down. */
export async function insertAct(queries: Queries, sealed: SealedAct): Promise<void> {
  await queries.query(`${AUDIT_INSERT} values ($1, $2, $3, $4, $5, $6, $7)`, sealed);
}

/** The hash of the newest act. */
export async function headOf(queries: Queries): Promise<string> {
  const [row] = await queries.query<{ hash: string }>('select hash from audit order by seq desc limit 1');
  return row?.hash ?? FIRST_HASH;
}

/**
 * Writes acts one after the other, each chained to the one before. The head of the chain is kept in memory; where
 * another process on the same PostgreSQL server was faster, the unique key on `previous_hash` refuses ours, and it is
 * sealed anew to the new head.
 */
export class AuditLog {
  private head: string | null = null;
  /** Whether a write failed since: it may have been written all the same, or another process was faster. */
  private isUnsure = true;
  /** Moves whenever the head in memory turned out not to be the newest row: what else is in memory is stale too. */
  generation = 0;
  private last: Promise<unknown> = Promise.resolve();
  private under = 0;

  private readonly told: ((acts: Act[]) => void)[] = [];

  constructor(private readonly database: Database) {}

  /** Tells of acts as soon as they are durable. */
  onWritten(tell: (acts: Act[]) => void): void {
    this.told.push(tell);
  }

  /** Runs `write` when all writes before it are done, with what it returns durable. Writing is one at a time. */
  exclusively<T>(write: () => Promise<T>): Promise<T> {
    this.under++;
    const turn = this.last.then(write, write);
    const over = () => void this.under--;
    this.last = turn.then(over, over);
    return turn;
  }

  /** How many writes are under way, or wait for their turn. */
  waiting(): number {
    return this.under;
  }

  /** The newest hash, read anew after whatever failed. */
  private async findHead(): Promise<string> {
    if (this.head !== null && !this.isUnsure) return this.head;
    const found = await headOf(this.database);
    if (this.head !== null && found !== this.head) this.generation++;
    this.isUnsure = false;
    return (this.head = found);
  }

  /**
   * Within `exclusively`: seals acts to the head, and lets `write` put their rows down together with what they tell of.
   *
   * @param acts made after the head was read, and made anew where another process was faster: what they are made from
   *   then holds all that was written before them. Where there are none, nothing is written
   * @throws CannotWrite
   */
  async append(
    acts: () => Act[] | Promise<Act[]>,
    write: (sealed: SealedAct[], acts: Act[]) => Promise<void>,
  ): Promise<void> {
    for (;;) {
      let head = await this.findHead();
      const made = await acts();
      if (made.length === 0) return;
      this.database.checkRoom();
      const sealed = made.map((act) => {
        const next = seal(head, act);
        head = hashOf(next);
        return next;
      });
      try {
        await write(sealed, made);
        this.head = head;
      } catch (error) {
        this.isUnsure = true;
        if (!isUniqueViolation(error, 'audit_one_successor')) throw error;
        continue;
      }
      for (const tell of this.told) tell(made);
      return;
    }
  }

  /** Within `exclusively`: one transaction of an act, all the rows that it writes, and `besides`. */
  async put(act: () => Act | Promise<Act>, besides?: (queries: Queries) => Promise<void>): Promise<void> {
    await this.append(
      async () => [await act()],
      ([sealed], [{ rows = [] }]) =>
        this.database.transaction(async (queries) => {
          // The chain first: where another process was faster, it is the chain that says so.
          await insertAct(queries, sealed);
          await besides?.(queries);
          await insertRows(queries, rows);
        }),
    );
  }

  /** One act in its turn, with all the rows that it writes. `besides` may refuse it, or write what is no history. */
  record(act: Act, besides?: (queries: Queries) => Promise<void>): Promise<void> {
    return this.exclusively(() => this.put(() => act, besides));
  }
}
