/** The two functions through which everything reaches the database: plain SQL with `$1` parameters. */
export interface Queries {
  query<Row = Record<string, unknown>>(sql: string, params?: unknown[]): Promise<Row[]>;
}

export interface Database extends Queries {
  /**
   * A statement that is given all day, parsed and planned only the first time: for few different texts. Its rows are
   * answered as the database spells them, column by column.
   */
  prepared(sql: string, params: unknown[]): Promise<(string | null)[][]>;
  /** All of `work`, or nothing of it. */
  transaction<T>(work: (queries: Queries) => Promise<T>): Promise<T>;
  /** Several statements at once, without parameters: for migrations. */
  script(sql: string): Promise<void>;
  /** Asked before anything is written. @throws CannotWrite where there is no room left */
  checkRoom(): void;
  close(): Promise<void>;
  readonly kind: 'pglite' | 'postgresql';
}

/** The database has not answered in time: whether something was written is not known. */
export class NoAnswer extends Error {}

/** A time as JavaScript spells it, for JSON that the database itself puts together. */
export const isoOf = (column: string): string =>
  `to_char(${column} at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/** Whether a database error says that a row with this key is already there. */
export function isUniqueViolation(error: unknown, constraint?: string): boolean {
  const { code, constraint: violated } = error as { code?: string; constraint?: string };
  return code === '23505' && (constraint === undefined || violated === constraint);
}
