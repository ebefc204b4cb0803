import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns/format';
import type { Order, Supplier } from '../../contracts/parts.js';
import { priceOf } from '../../core/parts/costs.js';
import type { PartLine } from '../../core/parts/line.js';
import { formatMoney } from '../../core/parts/money.js';
import { drawTable, hairline, INK, INNER, openDocument, PAGE, paragraph, write } from './pdf-page.js';

/** All that an order on paper says. */
export interface OrderToPrint {
  shop: { name: string; address: string; paper: 'A4' | 'Letter'; timeZone: string | null; currency: string | null };
  order: Order;
  supplier: Supplier;
  /** Each with the supplier's number of the part, and its length as it is to be made. */
  lines: { line: PartLine; number: string; length: string }[];
  /** Decimals of the currency. */
  digits: number;
}

/** An order on paper, as it is sent to its supplier: what, how many, at which price. For which engine is the shop's own. */
export async function orderPdf({ shop, order, supplier, lines, digits }: OrderToPrint): Promise<Buffer> {
  const doc = openDocument(`Order ${order.number}, ${supplier.name}`, shop.name, new Date(order.orderedAt), shop.paper);
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const finished = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
  const money = (minor: number | null) => (minor === null ? '' : formatMoney(minor, digits));

  write(doc, shop.name, PAGE.margin, 52, { font: 'head', size: 15, colour: INK.dye });
  write(doc, shop.address.replace(/\s*\n\s*/g, ', '), PAGE.margin, 72, { size: 9, colour: INK.steel, width: INNER });
  write(doc, `Order ${order.number}`, PAGE.margin, 96, { font: 'head', size: 28, tag: 'H1' });
  const day = format(new TZDate(order.orderedAt, shop.timeZone ?? 'UTC'), 'd MMMM yyyy');
  write(doc, day, PAGE.margin, 106, { font: 'figure', size: 10, colour: INK.steel, width: INNER, align: 'right' });
  write(doc, supplier.name, PAGE.margin, 140, { font: 'strong', size: 12 });
  write(doc, [supplier.mail, supplier.phone].filter(Boolean).join(', '), PAGE.margin, 156, { size: 9, colour: INK.steel }); // prettier-ignore
  hairline(doc, PAGE.margin, 176, PAGE.margin + INNER);

  const columns = [
    { title: '', width: 24, font: 'figure' as const },
    { title: 'part', width: 190 },
    { title: 'number', width: 80, font: 'figure' as const },
    { title: 'length', width: 75, font: 'figure' as const },
    { title: 'pieces', width: 40, font: 'figure' as const, align: 'right' as const },
    { title: 'each', width: 45, font: 'figure' as const, align: 'right' as const },
    { title: 'sum', width: INNER - 454, font: 'figure' as const, align: 'right' as const },
  ];
  const rows = lines.map(({ line, number, length }, index) => [
    String(index + 1),
    line.what,
    number,
    length,
    String(line.quantity + line.spares),
    money(line.priceEach),
    money(priceOf(line)),
  ]);
  let y = drawTable(doc, columns, rows, 190) + 6;
  const sum = lines.reduce((all, { line }) => all + (priceOf(line) ?? 0), 0);
  const unpriced = lines.filter(({ line }) => line.priceEach === null).length;
  for (const [label, minor] of [
    ['Parts', sum],
    ['Freight', order.freight],
    ['In all', sum + order.freight],
  ] as const) {
    write(doc, label, PAGE.margin, y, { font: label === 'In all' ? 'strong' : 'text', size: 9, width: INNER - 90, align: 'right' }); // prettier-ignore
    write(doc, `${money(minor)} ${shop.currency ?? ''}`.trim(), PAGE.margin, y, { font: 'figure', size: 9, width: INNER, align: 'right' }); // prettier-ignore
    y += 14;
  }
  if (unpriced > 0) paragraph(doc, `Of ${unpriced} ${unpriced === 1 ? 'line' : 'lines'} the price is not known; it is not in the sum.`, y + 4); // prettier-ignore
  doc.end();
  return finished;
}
