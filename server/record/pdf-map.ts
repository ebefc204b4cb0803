import { arcPath, onCircle } from '../../core/drawing/arc.js';
import { DIAL, dialBand, dialDeg, dialEnds } from '../../core/drawing/dial.js';
import { MAP, valveMapLayout } from '../../core/drawing/valve-map.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { recordedMark } from '../../core/record/recorded-mark.js';
import { dialUnit, settingValue } from '../../core/sheet/setting-value.js';
import { isBuild } from '../../core/sheet/slot.js';
import { formatFigure, formatValue } from '../../core/units/format.js';
import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import { spokenPlace } from '../../core/engine/places.js';
import { drawMark, INK, markInk, write, type Doc } from './pdf-page.js';
import { part } from './pdf-tags.js';

/** The map for who cannot see it: each valve with its value and its verdict. */
function spokenMap(record: BuildRecord, places: string[]): string {
  const spoken = places.map((place) => {
    const row = settingValue(record.values.filter(isBuild), place);
    if (!row) return `${spokenPlace(place)} not measured`;
    const mark = recordedMark(record, row.readingId, row.verdict);
    return `${spokenPlace(place)} ${formatValue(row.value, dialUnit(row))}, ${MARK_WORD[mark]}`;
  });
  return `The engine from above. ${spoken.join('; ')}.`;
}

/**
 * The engine from above with the value of every valve on its dial, drawn by the same geometry as on screen; answers
 * where it ends.
 */
export function drawMap(doc: Doc, record: BuildRecord, x: number, y: number, width: number): number {
  const layout = valveMapLayout(record.engine.banks);
  const scale = Math.min(width / layout.width, 0.72);
  const alt = spokenMap(
    record,
    layout.valves.map(({ place }) => place),
  );
  part(doc, 'Figure', () => drawValves(doc, record, layout, x + (width - layout.width * scale) / 2, y, scale), { alt });
  return y + layout.height * scale;
}

function drawValves(
  doc: Doc,
  record: BuildRecord,
  layout: ReturnType<typeof valveMapLayout>,
  x: number,
  y: number,
  scale: number,
): void {
  doc.save().translate(x, y).scale(scale);

  for (const { cylinder, x: cx, y: cy, numberY } of layout.cylinders) {
    doc.circle(cx, cy, MAP.bore).lineWidth(1.2).strokeColor(INK.hairline).stroke();
    write(doc, String(cylinder), cx - 40, numberY - 14, {
      font: 'head',
      size: 26,
      colour: INK.steel,
      width: 80,
      align: 'center',
    });
  }
  for (const { place, x: cx, y: cy } of layout.valves) {
    const row = settingValue(record.values.filter(isBuild), place);
    const limit = row?.limit ?? {};
    const band = row?.limit && dialBand(row.limit);
    doc
      .path(arcPath(cx, cy, 34, -DIAL.endDeg, DIAL.endDeg))
      .lineWidth(6)
      .strokeColor(INK.ring)
      .stroke();
    if (band)
      doc
        .path(arcPath(cx, cy, 34, band.fromDeg, band.toDeg))
        .lineWidth(6)
        .strokeColor(INK.band)
        .stroke();
    for (const deg of row?.limit ? dialEnds(row.limit) : []) {
      const [inner, outer] = [onCircle(cx, cy, 30, deg), onCircle(cx, cy, 38, deg)];
      doc.moveTo(inner.x, inner.y).lineTo(outer.x, outer.y).lineWidth(1.2).strokeColor(INK.steel).stroke();
    }
    write(doc, place.slice(-1), cx - 10, cy - 29, {
      font: 'head',
      size: 13,
      colour: INK.steel,
      width: 20,
      align: 'center',
    });
    const mark = row ? recordedMark(record, row.readingId, row.verdict) : 'missing';
    const pointer = row && dialDeg(row.value, limit);
    if (pointer !== null && pointer !== undefined) {
      const from = onCircle(cx, cy, 29, pointer);
      const to = onCircle(cx, cy, 43, pointer);
      doc.moveTo(from.x, from.y).lineTo(to.x, to.y).lineWidth(3).strokeColor(markInk(mark)).stroke();
    }
    drawMark(doc, mark, cx, cy + 1, 6);
    if (row)
      write(doc, formatFigure(row.value, dialUnit(row)), cx - 34, cy + 21, {
        font: 'figureStrong',
        size: 14,
        colour: markInk(mark),
        width: 68,
        align: 'center',
      });
  }
  doc.restore();
}
