import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** A picture as it is shown: a JPEG of our own making. */
export interface Jpeg {
  width: number;
  height: number;
  sha256: string;
  bytes: Uint8Array;
}

export function pictureRow(id: string, { width, height, sha256, bytes }: Jpeg, at: Date, by: string): Row {
  return { table: 'pictures', columns: { id, width, height, sha256, bytes, received_at: at, received_by: by } };
}

/** The bytes of a picture by their hash. */
export async function findPicture(queries: Queries, sha256: string): Promise<Uint8Array | null> {
  const [row] = await queries.query<{ bytes: Uint8Array }>('select bytes from pictures where sha256 = $1 limit 1', [sha256]); // prettier-ignore
  return row?.bytes ?? null;
}
