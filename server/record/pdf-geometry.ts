import { wordBars, wordSchool } from '../../contracts/wording/geometry.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import type { RecordedGeometry } from '../../core/record/recorded-geometry.js';
import { pushrodsOf } from '../../core/sheet/papers.js';
import { formatFigure, formatValue } from '../../core/units/format.js';
import { drawTable, INNER, paragraph, title, type Cell, type Doc } from './pdf-page.js';

const KIND = { I: 'Intake', E: 'Exhaust' };

/** What the shop's school made of the trials of a kind, in a sentence. */
function sayBest(
  { kind, mount, school, best, explained, minimumWidth, stretch, isBracketed }: RecordedGeometry,
  unit: 'in' | 'mm',
): string {
  const what = mount === 'stud-nut' ? 'pushrod length' : 'shims under the stand';
  if (best === null) return `${KIND[kind]}: by ${wordSchool(school)}, which these trials do not tell.`;
  const narrow = explained && minimumWidth !== null ? `, the mark there ${formatValue(minimumWidth, unit)} wide` : '';
  const doubt = explained === false ? ' The marks do not follow the geometry: the narrowest that was measured counts.' : ''; // prettier-ignore
  const between = stretch ? ` (between ${formatFigure(stretch[0], unit)} and ${formatFigure(stretch[1], unit)})` : '';
  const guess = isBracketed === false ? ' Nothing was tried beyond it: a guess.' : '';
  return `${KIND[kind]}: by ${wordSchool(school)}, ${what} of ${formatValue(best, unit)}${between}${narrow}.${doubt}${guess}`;
}

/** What somebody chose instead, or of that, and why. */
function sayChosen({ kind, chosen }: RecordedGeometry, record: BuildRecord, unit: 'in' | 'mm'): string | null {
  if (!chosen) return null;
  const name = record.builders.find(({ handle }) => handle === chosen.by)?.name ?? (record.lead.handle === chosen.by ? record.lead.name : chosen.by); // prettier-ignore
  return `${KIND[kind]}: chosen by ${name}, ${formatValue(chosen.setting, unit)}, by ${wordSchool(chosen.school)}: ${chosen.reason}.`;
}

/** How the rockers were set: what was tried, what was rubbed, what it came to; nothing where nothing was tried. */
export function geometryPart(doc: Doc, record: BuildRecord, startY: number): number {
  const { geometry = [] } = record;
  if (geometry.length === 0) return startY;
  const unit = record.engine.thread.unit;
  let y = title(doc, 'Rocker geometry', startY + 16);
  if (geometry.some(({ trials }) => trials.some(({ isOtherRocker }) => isOtherRocker)))
    y = paragraph(doc, 'Some of these marks were rubbed by another rocker than the engine has.', y);
  for (const one of geometry) {
    y = paragraph(doc, sayBest(one, unit), y);
    const chosen = sayChosen(one, record, unit);
    if (chosen) y = paragraph(doc, chosen, y);
  }
  const rows = geometry.flatMap(({ trials }) =>
    trials.map(({ place, setting, width, offset, barredBy, isRough, isOtherRocker }): Cell[] => [
      place,
      formatFigure(setting, unit),
      width === undefined ? '' : formatFigure(width, unit),
      offset === undefined ? '' : formatFigure(offset, unit),
      [
        ...(barredBy.length > 0 ? [`barred: ${wordBars(barredBy)}`] : []),
        ...(isRough ? ['rough'] : []),
        ...(isOtherRocker ? ['another rocker'] : []),
      ].join('; '),
    ]),
  );
  const columns = [
    { title: 'valve', width: 46, font: 'figure' as const },
    { title: `set, ${unit}`, width: 80, font: 'figure' as const, align: 'right' as const },
    { title: `mark, ${unit}`, width: 80, font: 'figure' as const, align: 'right' as const },
    { title: `off centre, ${unit}`, width: 90, font: 'figure' as const, align: 'right' as const },
    { title: '', width: INNER - 296 },
  ];
  y = drawTable(doc, columns, rows, y + 4);
  const rods = pushrodsOf(record);
  return rods ? paragraph(doc, `Pushrod lengths are told ${rods.convention === 'gauge' ? 'by gauge' : rods.convention}.`, y + 4) : y; // prettier-ignore
}
