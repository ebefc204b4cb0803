import { chainHash, FIRST_HASH, readBody, type Claim } from './audit-log.js';
import { countRows, findRows, selectRows, type StandingRow } from './audited-rows.js';
import type { Database } from './database.js';
import { digestOf, keyOf, TABLES, type TableName } from './tables.js';

/** One thing that is not as the chain of acts says. */
export interface AuditFault {
  /** A table and the key of its row, or a row of the chain itself. */
  at: string;
  fault: 'broken' | 'changed' | 'missing' | 'not-in-chain' | 'told-twice' | 'moved' | 'other-head' | 'unknown-head';
}

export interface AuditReport {
  /** Rows of the chain. */
  rows: number;
  /** The first row of the chain that does not follow from the one before it. */
  brokenAt: number | null;
  /** How many rows of tables were held against it. */
  held: number;
  faults: AuditFault[];
}

interface ChainRow {
  seq: number;
  at: Date;
  by: string | null;
  act: string;
  engine_id: string | null;
  body: string;
  previous_hash: string;
  hash: string;
}

const ACTS_A_PAGE = 500;
const ROWS_A_PAGE = 1000;
/** After so many there is no use in naming more. */
const MOST_FAULTS = 1000;

/** Whether a row of the chain follows from the one before it. */
function follows(previous: string, row: ChainRow): boolean {
  const { at, by, act, body } = row;
  // The first version sealed an engine's id as it was sent, in capitals or not; the column has it in small letters.
  const spellings = [row.engine_id, row.engine_id?.toUpperCase() ?? null];
  return (
    row.previous_hash === previous &&
    spellings.some((engineId) => chainHash(previous, { at, by, act, engineId, body }) === row.hash)
  );
}

interface Body {
  rows?: Claim[];
  /** Before the chain vouched for whole rows it told what was typed. */
  readings?: { id: string; measure: string; place: string; entered: string; unit: string }[];
  record?: string;
}

/** One page of the chain: how many acts, where it first breaks, and where it ends. */
interface Step {
  rows: number;
  brokenAt: number | null;
  head: string;
  last: number;
}

/** Holds a database against its chain of acts, page by page. */
class Audit {
  readonly faults: AuditFault[] = [];
  private readonly told = new Map<TableName, number>();
  private readonly lastSeq = new Map<string, number>();

  /** @param wanted heads that records say there were, which were handed out */
  constructor(
    private readonly database: Database,
    private readonly headOfRecord: (id: string) => Promise<string | null>,
    private readonly wanted: Map<string, string>,
  ) {}

  add(at: string, fault: AuditFault['fault']): void {
    if (this.faults.length < MOST_FAULTS) this.faults.push({ at, fault });
  }

  /** Walks the chain; answers how many rows it has, and where it first breaks. */
  async walk(): Promise<{ rows: number; brokenAt: number | null }> {
    let [previous, rows, brokenAt, after] = [FIRST_HASH, 0, null as number | null, 0];
    for (;;) {
      const page = await this.step(after, previous);
      if (page.rows === 0) break;
      brokenAt ??= page.brokenAt;
      previous = page.head;
      rows += page.rows;
      after = page.last;
    }
    if (brokenAt !== null) this.add(`audit ${brokenAt}`, 'broken');
    for (const name of this.wanted.keys()) this.add(name, 'unknown-head');
    return { rows, brokenAt };
  }

  /** Walks one page of the chain, behind an act and from the hash that it ended with. */
  async step(after: number, previous: string): Promise<Step> {
    const page = await this.database.query<ChainRow>(
      `select seq, at, by, act, engine_id, body, previous_hash, hash from audit where seq > $1 order by seq limit ${ACTS_A_PAGE}`,
      [after],
    );
    let [brokenAt, head] = [null as number | null, previous];
    for (const row of page) {
      if (brokenAt === null && !follows(head, row)) brokenAt = Number(row.seq);
      head = row.hash;
      for (const [name, wanted] of this.wanted) if (wanted === row.hash) this.wanted.delete(name);
    }
    await this.holdPage(page);
    return { rows: page.length, brokenAt, head, last: page.length > 0 ? Number(page.at(-1)!.seq) : after };
  }

  /** Holds what a page of acts tells against the rows that stand. */
  private async holdPage(page: ChainRow[]): Promise<void> {
    const claims = new Map((Object.keys(TABLES) as TableName[]).map((table): [TableName, Claim[]] => [table, []]));
    for (const row of page) {
      const body: Body = readBody(row.body);
      for (const claim of body.rows ?? []) claims.get(claim[0] as TableName)?.push(claim);
      if (row.act === 'readings.taken' && !body.rows && Array.isArray(body.readings))
        await this.holdTyped(body.readings);
      if (row.act === 'record.signed' && body.record && body.rows) await this.holdHead(body.record, row);
    }
    for (const [table, some] of claims) await this.holdClaims(table, some);
  }

  private async holdClaims(table: TableName, claims: Claim[]): Promise<void> {
    this.told.set(table, (this.told.get(table) ?? 0) + claims.length);
    for (let start = 0; start < claims.length; start += ROWS_A_PAGE) {
      const some = claims.slice(start, start + ROWS_A_PAGE);
      const keys = some.map(([, key]) => key.split('@')[0]);
      const standing = new Map((await findRows(this.database, table, keys)).map((one) => [keyOf(one.row), one]));
      for (const [, key, digest] of some) this.holdRow(table, key, digest, standing.get(key));
    }
  }

  private holdRow(table: TableName, key: string, digest: string, standing: StandingRow | undefined): void {
    const at = `${table} ${key}`;
    if (!standing) return this.add(at, 'missing');
    if (digestOf(standing.row) !== digest) this.add(at, 'changed');
    if (standing.seq === null) return;
    // What came later counts: the order within an engine is part of what was said.
    const group = `${table} ${String(standing.row.columns.engine_id ?? '')}`;
    const before = this.lastSeq.get(group) ?? -1;
    if (standing.seq === before) this.add(at, 'told-twice');
    else if (standing.seq < before) this.add(at, 'moved');
    this.lastSeq.set(group, Math.max(before, standing.seq));
  }

  /** What was typed, as acts of before the chain vouched for whole rows tell it. */
  private async holdTyped(readings: NonNullable<Body['readings']>): Promise<void> {
    const standing = await findRows(this.database, 'readings', readings.map(({ id }) => id)); // prettier-ignore
    const byId = new Map(standing.map(({ row }) => [row.columns.id, row.columns]));
    for (const { id, measure, place, entered, unit } of readings) {
      const row = byId.get(id.toLowerCase());
      if (!row) this.add(`readings ${id}`, 'missing');
      else if (row.measure !== measure || row.place !== place || row.entered !== entered || row.unit !== unit)
        this.add(`readings ${id}`, 'changed');
    }
  }

  /**
   * A record says, under its signature, what the chain's newest act was when what it signs was read: one before the act
   * that tells of it.
   */
  private async holdHead(record: string, { seq, previous_hash }: ChainRow): Promise<void> {
    const head = await this.headOfRecord(record);
    if (head === null || head === previous_hash) return;
    const [next] = await this.database.query<{ seq: number }>('select seq from audit where previous_hash = $1', [head]);
    if (!next || Number(next.seq) > Number(seq)) this.add(`records ${record}`, 'other-head');
  }

  /** Rows that stand in a table and that no act tells of. */
  async findUntold(): Promise<number> {
    let held = 0;
    for (const table of Object.keys(TABLES) as TableName[]) {
      const count = await countRows(this.database, table);
      held += count;
      const missing = this.faults.filter(({ at, fault }) => fault === 'missing' && at.startsWith(`${table} `)).length;
      if (count === (this.told.get(table) ?? 0) - missing) continue;
      const told = await this.keysTold(table);
      for await (const rows of selectRows(this.database, table, ROWS_A_PAGE))
        for (const { row } of rows) if (!told.has(keyOf(row))) this.add(`${table} ${keyOf(row)}`, 'not-in-chain');
    }
    return held;
  }

  private async keysTold(table: TableName): Promise<Set<string>> {
    const keys = new Set<string>();
    for (let after = 0; ;) {
      const page = await this.database.query<{ seq: number; body: string }>(
        `select seq, body from audit where seq > $1 order by seq limit ${ACTS_A_PAGE}`,
        [after],
      );
      if (page.length === 0) return keys;
      for (const { body } of page)
        for (const [of, key] of (readBody(body) as Body).rows ?? []) if (of === table) keys.add(key);
      after = Number(page.at(-1)!.seq);
    }
  }
}

/**
 * Walks the whole chain of acts and holds every row of every table that it vouches for against it, in pages.
 *
 * @param headOfRecord the head of the chain that a kept record says there was, by its own valid signature; null where
 *   it is older than that
 * @param handedOut heads that records say there were which the shop handed out, by the name of their file
 */
export async function checkAudit(
  database: Database,
  headOfRecord: (id: string) => Promise<string | null> = async () => null,
  handedOut: Map<string, string> = new Map(),
): Promise<AuditReport> {
  const audit = new Audit(database, headOfRecord, new Map(handedOut));
  const { rows, brokenAt } = await audit.walk();
  const held = await audit.findUntold();
  return { rows, brokenAt, held, faults: audit.faults };
}

/**
 * One stretch of the chain, and what it tells of held against the rows that stand: where a whole walk would keep a page
 * waiting, it is asked for stretch by stretch.
 *
 * @param after the act that the stretch begins behind, 0 for the beginning
 * @param previous the hash that this act ended with
 */
export async function checkChain(
  database: Database,
  headOfRecord: (id: string) => Promise<string | null>,
  after: number,
  previous: string = FIRST_HASH,
): Promise<{ rows: number; last: number; head: string; isEnd: boolean; faults: AuditFault[] }> {
  const audit = new Audit(database, headOfRecord, new Map());
  const { rows, brokenAt, head, last } = await audit.step(after, previous);
  if (brokenAt !== null) audit.add(`audit ${brokenAt}`, 'broken');
  return { rows, last, head, isEnd: rows < ACTS_A_PAGE, faults: audit.faults };
}
