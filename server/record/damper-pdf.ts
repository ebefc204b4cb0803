import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns/format';
import { damperNames, type DamperMark } from '../../core/drawing/damper-marks.js';
import { hairline, INK, INNER, openDocument, PAGE, paragraph, roomFor, trueOn, write } from './pdf-page.js';
import { ornament } from './pdf-tags.js';

/** All that the marks on paper say. */
export interface DamperToPrint {
  shop: { name: string; paper: 'A4' | 'Letter'; timeZone: string | null };
  tag: string;
  method: string;
  diameter: number;
  unit: 'in' | 'mm';
  marks: DamperMark[];
  at: Date;
}

/** Points of a length. */
const POINTS = { in: 72, mm: 72 / 25.4 };
const STRIP = { height: 46, apart: 78 };
/** What one measures on the paper before cutting it. */
const RULER = { in: 4, mm: 100 };

/** Strips to be cut out and laid round the rim of a damper, one after the other, at its true diameter. */
export async function damperPdf({ shop, tag, method, diameter, unit, marks, at }: DamperToPrint): Promise<Buffer> {
  const doc = openDocument(`Damper marks, ${tag}`, shop.name, at, shop.paper);
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const finished = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
  const points = POINTS[unit] * trueOn(shop.paper);
  const round = Math.PI * diameter * points;
  const names = damperNames(marks);
  const pieces = Math.ceil(round / INNER);
  const piece = round / pieces;

  write(doc, shop.name, PAGE.margin, 52, { font: 'head', size: 15, colour: INK.dye });
  write(doc, `Damper marks, ${tag}`, PAGE.margin, 74, { font: 'head', size: 24, tag: 'H1' });
  const day = format(new TZDate(at.toISOString(), shop.timeZone ?? 'UTC'), 'd MMMM yyyy');
  write(doc, `${method}; rim ${diameter} ${unit} across, ${(Math.PI * diameter).toFixed(unit === 'in' ? 3 : 1)} ${unit} round; ${day}`, PAGE.margin, 106, { size: 10, colour: INK.steel, width: INNER }); // prettier-ignore
  let y = paragraph(
    doc,
    `Print without scaling, and measure the ruler first: it is ${RULER[unit]} ${unit} long. Seen from the front of an engine that turns clockwise, lay the strips round the rim against its turning, edge to edge, the first line of strip 1 on the mark that stands under the pointer at the firing dead centre of cylinder ${marks[0].cylinders[0]}. Two turns of the crank pass over one rim: a line with two cylinders serves both. Prove each mark before it is painted.`,
    126,
  );
  const ruler = RULER[unit] * points;
  y += 14;
  ornament(doc, () => {
    doc.lineWidth(0.8).strokeColor(INK.ink);
    for (const x of [0, ruler / 4, ruler / 2, (3 * ruler) / 4, ruler])
      doc.moveTo(PAGE.margin + x, y - 6).lineTo(PAGE.margin + x, y + 6).stroke(); // prettier-ignore
    doc
      .moveTo(PAGE.margin, y)
      .lineTo(PAGE.margin + ruler, y)
      .stroke();
  });
  write(doc, `${RULER[unit]} ${unit}`, PAGE.margin + ruler + 8, y - 6, { font: 'figure', size: 9 });
  y += 26;

  for (let index = 0; index < pieces; index++) {
    y = roomFor(doc, y, STRIP.apart);
    const [from, to] = [index * piece, (index + 1) * piece];
    write(doc, `strip ${index + 1} of ${pieces}`, PAGE.margin, y, { font: 'head', size: 9, colour: INK.steel });
    const top = y + 14;
    const here = marks
      .map((mark, nth) => ({ mark, name: names[nth], x: PAGE.margin + mark.along * points - from }))
      .filter(({ mark }) => mark.along * points >= from - 1e-6 && mark.along * points < to - 1e-6);
    ornament(doc, () => {
      doc.lineWidth(0.5).strokeColor(INK.steel).rect(PAGE.margin, top, piece, STRIP.height).stroke();
      for (const { mark, x } of here)
        doc
          .lineWidth(mark.cylinders.length > 0 ? 1.6 : 0.8)
          .strokeColor(INK.ink)
          .moveTo(x, top)
          .lineTo(x, top + STRIP.height * (mark.cylinders.length > 0 ? 1 : 0.55))
          .stroke();
    });
    for (const { mark, name, x } of here) {
      write(doc, name, x + 4, top + 6, { font: mark.cylinders.length > 0 ? 'strong' : 'text', size: 11 });
      write(doc, `${Number(mark.deg.toFixed(2))}°`, x + 4, top + 26, { font: 'figure', size: 8, colour: INK.steel });
    }
    y += STRIP.apart;
  }
  hairline(doc, PAGE.margin, roomFor(doc, y, 20), PAGE.margin + INNER);
  doc.end();
  return finished;
}
