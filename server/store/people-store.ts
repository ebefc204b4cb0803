import type { Person, Role } from '../../contracts/shop.js';
import type { Queries } from './database.js';

export interface Shop {
  name: string;
  verifyAddress: string;
}

export async function findShop(queries: Queries): Promise<Shop | null> {
  const [row] = await queries.query<{ name: string; verify_address: string }>('select name, verify_address from shop');
  return row ? { name: row.name, verifyAddress: row.verify_address } : null;
}

export async function insertShop(queries: Queries, shop: Shop, openedAt: Date): Promise<void> {
  await queries.query('insert into shop values (1, $1, $2, $3)', [shop.name, shop.verifyAddress, openedAt]);
}

export async function insertPerson(queries: Queries, person: Person, pinHash: string, since: Date): Promise<void> {
  const { handle, name, role } = person;
  await queries.query('insert into people (handle, name, role, pin_hash, since) values ($1, $2, $3, $4, $5)', [
    handle,
    name,
    role,
    pinHash,
    since,
  ]);
}

export async function listPeople(queries: Queries): Promise<Person[]> {
  return queries.query<Person>('select handle, name, role from people order by since, handle');
}

export async function findPinHash(
  queries: Queries,
  handle: string,
): Promise<{ person: Person; pinHash: string } | null> {
  const [row] = await queries.query<{ handle: string; name: string; role: Role; pin_hash: string }>(
    'select handle, name, role, pin_hash from people where handle = $1',
    [handle],
  );
  return row ? { person: { handle: row.handle, name: row.name, role: row.role }, pinHash: row.pin_hash } : null;
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
    'select handle, name, role, expires_at from sessions join people using (handle) where token_hash = $1',
    [tokenHash],
  );
  return row ? { person: { handle: row.handle, name: row.name, role: row.role }, expiresAt: row.expires_at } : null;
}

export async function deleteSession(queries: Queries, tokenHash: string): Promise<void> {
  await queries.query('delete from sessions where token_hash = $1', [tokenHash]);
}
