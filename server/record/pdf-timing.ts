import { onCircle } from '../../core/drawing/arc.js';
import { onDisc, WHEEL, wheelMarks } from '../../core/drawing/degree-wheel.js';
import { COMPARED, findsOf } from '../../core/drawing/wheel-finds.js';
import { measureOf } from '../../core/plan/measures.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { recordedMark } from '../../core/record/recorded-mark.js';
import { formatFigure } from '../../core/units/format.js';
import { ornament, part } from './pdf-tags.js';
import { drawMark, hairline, INK, INNER, markInk, PAGE, write, type Doc } from './pdf-page.js';

const MIDDLE = { x: PAGE.margin + 120, radius: 78 };
const LIST_X = PAGE.margin + 250;
const LINE = 22;
/** From the caption to the lowest name round the wheel. */
export const TIMING_HEIGHT = 215;

/** The degree wheel at top centre with every event that was measured, as on screen, smaller. */
function drawWheel(doc: Doc, record: BuildRecord, y: number): void {
  const scale = MIDDLE.radius / WHEEL.radius;
  const at = (radius: number, deg: number) => onCircle(0, 0, radius, onDisc(deg, 0));
  doc.save().translate(MIDDLE.x, y).scale(scale);
  doc.circle(0, 0, WHEEL.radius).lineWidth(1.4).strokeColor(INK.steel).stroke();
  doc.circle(0, 0, 34).lineWidth(1.4).strokeColor(INK.steel).stroke();
  for (const { deg, text, length } of wheelMarks('0-90-0-90-0', 'with')) {
    const [from, to, label] = [at(WHEEL.radius, deg), at(WHEEL.radius - length, deg), at(WHEEL.label, deg)];
    doc.moveTo(from.x, from.y).lineTo(to.x, to.y).lineWidth(text ? 1.6 : 0.8).strokeColor(INK.ink).stroke(); // prettier-ignore
    if (text) write(doc, text, label.x - 20, label.y - 8, { font: 'figure', size: 15, width: 40, align: 'center' });
  }
  for (const [text, deg] of [
    ['TDC', 0],
    ['BDC', 180],
  ] as const) {
    const place = at(122, deg);
    write(doc, text, place.x - 30, place.y - 9, { font: 'head', size: 16, colour: INK.steel, width: 60, align: 'center' }); // prettier-ignore
  }
  for (const { deg, label, kind } of findsOf(record.values)) {
    const [from, to, name] = [at(48, deg), at(WHEEL.radius, deg), at(WHEEL.radius + 14, deg)];
    const colour = kind === 'intake' ? INK.dye : INK.ochre;
    const left = name.x < 0;
    doc.moveTo(from.x, from.y).lineTo(to.x, to.y).lineWidth(2.4).strokeColor(colour).stroke();
    write(doc, label, left ? name.x - 100 : name.x, name.y - 10, { font: 'head', size: 18, colour, width: 100, align: left ? 'right' : 'left' }); // prettier-ignore
  }
  doc.restore();
}

/** Each measured event and nose: in the signs of the card, its limit, its verdict. */
function drawList(doc: Doc, record: BuildRecord, top: number): void {
  let y = top;
  for (const measure of COMPARED) {
    const row = record.values.find((value) => value.measure === measure);
    if (!row) continue;
    const { title, sides } = measureOf(measure);
    const mark = recordedMark(record, row.readingId, row.verdict);
    const limit = row.limit?.stated;
    write(doc, title, LIST_X, y, { font: 'strong', size: 10 });
    write(doc, `${formatFigure(row.value, 'deg')}°`, LIST_X + 92, y, { font: 'figureStrong', size: 10, colour: markInk(mark) }); // prettier-ignore
    write(doc, `${sides!.plus} ${sides!.deadCentre}`, LIST_X + 152, y, { size: 9, colour: INK.steel });
    if (limit) ornament(doc, () => drawMark(doc, mark, LIST_X + INNER - 256, y + 6, 4));
    hairline(doc, LIST_X, y + LINE - 6, PAGE.margin + INNER);
    y += LINE;
  }
}

/** The cam as it was degreed. Draws nothing, and takes no room, where no event was measured; answers where it ends. */
export function drawTiming(doc: Doc, record: BuildRecord, y: number): number {
  if (findsOf(record.values).length === 0) return y;
  const lift = record.camCard ? `, checked at ${record.camCard.checkLift} ${record.camCard.unit}` : '';
  write(doc, `Cam timing as measured${lift}; crank degrees.`, PAGE.margin, y, { size: 9, colour: INK.steel });
  const alt = `The degree wheel at top centre with ${findsOf(record.values)
    .map(({ label, deg }) => `${label} at ${formatFigure(deg, 'deg')} degrees after it`)
    .join(', ')}.`;
  part(doc, 'Figure', () => drawWheel(doc, record, y + 116), { alt });
  drawList(doc, record, y + 52);
  return y + TIMING_HEIGHT;
}
