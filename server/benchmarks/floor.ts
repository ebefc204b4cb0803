import { median } from 'simple-statistics';
import type { Database } from '../store/database.js';
import type { ServedShop } from './bench-shop.js';
import { ENGINES } from './large-shop.js';
import { inMs, times, type Ratio } from './ratio.js';

const ROUNDS = 40;
const PAGE = 24;
const LAST = Math.floor(ENGINES / PAGE);
/** What the bare SQL itself may take, ms. */
const MOST_MS = 50;

/** The same rows by the shortest SQL there is: those that are shown, and how many there are. */
async function bare(database: Database, where: string, offset: number): Promise<void> {
  const total = where ? `select count(*) from floor ${where}` : 'select sum(engines) from floor_size';
  await database.query(
    `select shown, touched_at, (${total}) as total from floor ${where}
     order by touched_at desc, tag limit ${PAGE} offset ${offset}`,
  );
}

/** A page of the floor through HTTP against bare SQL for the same rows, in turns. */
export async function benchFloor(shop: ServedShop): Promise<Ratio[]> {
  const client = shop.client();
  const { database } = shop.context;
  const views = [
    { title: 'The first page of the floor', path: '/api/engines', where: '', offset: 0 },
    { title: 'A deep page of the floor', path: `/api/engines?page=${LAST}`, where: '', offset: (LAST - 1) * PAGE },
    { title: 'A customer searched on the floor', path: '/api/engines?search=customer%200123', where: `where words like '%customer 0123%'`, offset: 0 },
  ]; // prettier-ignore
  const ratios: Ratio[] = [];
  for (const { title, path, where, offset } of views) {
    const asked: number[] = [];
    const read: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      asked.push(...(await times(1, () => client.ask('GET', path))));
      read.push(...(await times(1, () => bare(database, where, offset))));
    }
    const [whole, sql] = [median(asked), median(read)];
    ratios.push({
      title: `${title}, through HTTP, against bare SQL for the same rows`,
      detail: `${inMs(whole)} ms against ${inMs(sql)} ms`,
      // Bare SQL that is slow itself proves nothing.
      ratio: sql > MOST_MS ? Infinity : whole / sql,
      asked: { atMost: 2 },
    });
  }
  return ratios;
}
