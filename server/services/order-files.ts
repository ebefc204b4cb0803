import { stringify } from 'csv-stringify/sync';
import { currencyDigits } from '../../contracts/currency.js';
import { priceOf } from '../../core/parts/costs.js';
import { formatMoney } from '../../core/parts/money.js';
import { formatValue } from '../../core/units/format.js';
import { findShop, findShopData } from '../store/shop-store.js';
import type { Context } from './context.js';
import { wholeOrder } from './parts-book.js';

/** What begins like a formula is run by some spreadsheets. */
const inert = (words: string) => (/^[=+\-@\t\r]/.test(words) ? `'${words}` : words);

/** An order as it is sent: its lines with the supplier's own numbers, in the unit that the shop works in. */
async function toSend(context: Context, id: string) {
  const { order, supplier, lines, items } = await wholeOrder(context, id);
  const { name } = (await findShop(context.database))!;
  const { address, paper, timeZone, currency, units } = await findShopData(context.database);
  return {
    shop: { name, address, paper, timeZone, currency },
    order,
    supplier,
    digits: currencyDigits(currency),
    lines: lines.map((line) => ({
      line,
      number: items.find((item) => item.id === line.itemId)?.number ?? '',
      length: line.lengthMm === null ? '' : formatValue(line.lengthMm, units ?? 'in'),
    })),
  };
}

/** An order on paper. @throws Failure part.not-found */
export async function orderOnPaper(context: Context, id: string): Promise<{ number: number; pdf: Buffer }> {
  const asked = await toSend(context, id);
  const { orderPdf } = await import('../record/order-pdf.js');
  return { number: asked.order.number, pdf: await orderPdf(asked) };
}

/** An order as RFC 4180 CSV, a row a line and one for its freight. @throws Failure part.not-found */
export async function orderAsCsv(context: Context, id: string): Promise<{ number: number; csv: string }> {
  const { order, supplier, lines, digits, shop } = await toSend(context, id);
  const money = (minor: number | null) => (minor === null ? '' : formatMoney(minor, digits));
  const row = { order: order.number, supplier: inert(supplier.name), currency: shop.currency ?? '' };
  const rows = [
    ...lines.map(({ line, number, length }) => ({
      ...row,
      part: inert(line.what),
      number: inert(number),
      length,
      pieces: String(line.quantity + line.spares),
      price_each: money(line.priceEach),
      sum: money(priceOf(line)),
    })),
    { ...row, part: 'freight', number: '', length: '', pieces: '', price_each: '', sum: money(order.freight) },
  ];
  return { number: order.number, csv: stringify(rows, { header: true, record_delimiter: '\r\n' }) };
}
