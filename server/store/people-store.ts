import type { KnownPerson, Person, Role } from '../../contracts/shop.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** What somebody is called and may do from now on. */
export function historyRow(id: string, person: KnownPerson, pinHash: string, at: Date, by: string): Row {
  const { handle, name, role } = person;
  return { table: 'people_history', columns: { id, handle, name, role, pin_hash: pinHash, at, by } };
}

/** Somebody new: a handle, and the first row of the person's history. */
export function personRows(id: string, person: Person, pinHash: string, at: Date, by: string): Row[] {
  return [{ table: 'people', columns: { handle: person.handle, since: at } }, historyRow(id, person, pinHash, at, by)];
}

/** Each person as the newest row of the history says. */
const PEOPLE = `(select distinct on (handle) handle, name, role, pin_hash, since
  from people join people_history using (handle) order by handle, seq desc) person`;

/** Everybody who works here, or did. */
export async function listPeople(queries: Queries): Promise<KnownPerson[]> {
  return queries.query<KnownPerson>(`select handle, name, role from ${PEOPLE} order by since, handle`);
}

/** Somebody who works here, or did, with the hash of the PIN. */
export async function findKnown(
  queries: Queries,
  handle: string,
): Promise<{ person: KnownPerson; pinHash: string } | null> {
  const [row] = await queries.query<KnownPerson & { pin_hash: string }>(
    `select handle, name, role, pin_hash from ${PEOPLE} where handle = $1`,
    [handle],
  );
  return row ? { person: { handle: row.handle, name: row.name, role: row.role }, pinHash: row.pin_hash } : null;
}

/** Somebody who may sign in. */
export async function findPinHash(
  queries: Queries,
  handle: string,
): Promise<{ person: Person; pinHash: string } | null> {
  const known = await findKnown(queries, handle);
  return known && known.person.role !== 'off' ? { person: known.person as Person, pinHash: known.pinHash } : null;
}

export async function countOwners(queries: Queries): Promise<number> {
  const [{ count }] = await queries.query<{ count: number }>(`select count(*) as count from ${PEOPLE} where role = 'owner'`); // prettier-ignore
  return Number(count);
}

export async function insertSession(
  queries: Queries,
  tokenHash: string,
  handle: string,
  now: Date,
  expiresAt: Date,
): Promise<void> {
  await queries.query('delete from sessions where expires_at < $1', [now]);
  await queries.query('insert into sessions values ($1, $2, $3)', [tokenHash, handle, expiresAt]);
}

export async function findSession(
  queries: Queries,
  tokenHash: string,
): Promise<{ person: Person; expiresAt: Date } | null> {
  const [row] = await queries.query<{ handle: string; name: string; role: Role; expires_at: Date }>(
    `select handle, name, role, expires_at from sessions join ${PEOPLE} using (handle) where token_hash = $1 and role <> 'off'`,
    [tokenHash],
  );
  return row ? { person: { handle: row.handle, name: row.name, role: row.role }, expiresAt: row.expires_at } : null;
}

export async function deleteSession(queries: Queries, tokenHash: string): Promise<void> {
  await queries.query('delete from sessions where token_hash = $1', [tokenHash]);
}

/** Ends every session of somebody, but for one. */
export async function deleteSessionsOf(queries: Queries, handle: string, butFor: string | null): Promise<void> {
  await queries.query('delete from sessions where handle = $1 and token_hash is distinct from $2', [handle, butFor]);
}

/** Keeps in mind that somebody signed in from a device. */
export async function insertDevice(queries: Queries, tokenHash: string, handle: string, now: Date): Promise<void> {
  await queries.query('insert into devices values ($1, $2, $3) on conflict do nothing', [tokenHash, handle, now]);
}

/** Whether this person signed in from this device before. */
export async function isDeviceOf(queries: Queries, tokenHash: string, handle: string): Promise<boolean> {
  const rows = await queries.query('select 1 from devices where token_hash = $1 and handle = $2', [tokenHash, handle]);
  return rows.length > 0;
}
