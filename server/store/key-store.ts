import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** The public half of a key that the shop signs with, or signed with once. */
export interface PublishedKey {
  id: string;
  kind: 'record' | 'pdf';
  body: string;
}

export function keyRow({ id, kind, body }: PublishedKey, at: Date): Row {
  return { table: 'published_keys', columns: { id, kind, body, published_at: at } };
}

/** Every key that the shop ever published, oldest first. */
export async function listPublishedKeys(queries: Queries): Promise<PublishedKey[]> {
  return queries.query<PublishedKey>('select id, kind, body from published_keys order by published_at, id');
}
