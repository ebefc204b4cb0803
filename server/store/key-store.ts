import type { Queries } from './database.js';

/** The public half of a key that the shop signs with, or signed with once. */
export interface PublishedKey {
  id: string;
  kind: 'record' | 'pdf';
  body: string;
}

/** Publishes a key once. */
export async function publishKey(queries: Queries, { id, kind, body }: PublishedKey, at: Date): Promise<void> {
  await queries.query('insert into published_keys values ($1, $2, $3, $4) on conflict do nothing', [
    id,
    kind,
    body,
    at,
  ]);
}

/** Every key that the shop ever published, oldest first. */
export async function listPublishedKeys(queries: Queries): Promise<PublishedKey[]> {
  return queries.query<PublishedKey>('select id, kind, body from published_keys order by published_at, id');
}
