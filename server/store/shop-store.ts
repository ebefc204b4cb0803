import { UNSAID, type ShopData } from '../../contracts/shop-data.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

export interface Shop {
  name: string;
  verifyAddress: string;
}

/** The shop as it is called now. */
export async function findShop(queries: Queries): Promise<Shop | null> {
  const [row] = await queries.query<{ name: string; verify_address: string }>(
    'select name, verify_address from shop order by seq desc limit 1',
  );
  return row ? { name: row.name, verifyAddress: row.verify_address } : null;
}

export function shopRow(id: string, { name, verifyAddress }: Shop, openedAt: Date): Row {
  return { table: 'shop', columns: { id, name, verify_address: verifyAddress, opened_at: openedAt } };
}

/** What the shop says about itself now. */
export async function findShopData(queries: Queries): Promise<ShopData> {
  const [row] = await queries.query<{ body: Partial<ShopData> }>(
    'select body from shop_data order by seq desc limit 1',
  );
  return { ...UNSAID, ...row?.body };
}

export function shopDataRow(id: string, body: ShopData, at: Date, by: string): Row {
  return { table: 'shop_data', columns: { id, body, at, by } };
}
