import { FOLLOWS_TITLE } from '../../contracts/wording/timing.js';
import { FOLLOWS, type Compared } from '../../core/cam/events-whole.js';
import { EVENT_MEASURES, EVENTS } from '../../core/cam/expected-from-card.js';
import { measureOf } from '../../core/plan/measures.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { formatFigure, formatValue } from '../../core/units/format.js';
import { drawTable, paragraph, title, type Cell, type Doc } from './pdf-page.js';

const short = (deg: number | null) => (deg === null ? '–' : formatFigure(deg, 'deg').replace(/\.?0+$/, ''));

const lineOf = (name: string, { measured, card, apart }: Compared): Cell[] => [
  name,
  short(measured),
  short(card),
  apart === null ? '' : `${apart > 0 ? '+' : ''}${short(apart)}`,
];

/** The four events as a whole, at each lift at which they were read: what follows from them, beside the card, and what that tells. */
export function eventsPart(doc: Doc, record: BuildRecord, startY: number): number {
  const { timing } = record;
  if (!timing || timing.lifts.length === 0) return startY;
  let y = title(doc, 'Events together', startY + 16);
  const unit = record.camCard?.unit ?? 'in';
  for (const { liftMm, events, follows, says } of timing.lifts) {
    y = paragraph(doc, `${liftMm === null ? 'Lift not stated' : `At ${formatValue(liftMm, unit)}`}. ${says.join(' ')}`, y); // prettier-ignore
    const rows = [
      ...EVENTS.map((event) => {
        const { title: name, sides } = measureOf(EVENT_MEASURES[event]);
        return lineOf(`${name}, ${sides!.plus} ${sides!.deadCentre}`, events[event]);
      }),
      ...FOLLOWS.map((name) => lineOf(FOLLOWS_TITLE[name], follows[name])),
    ];
    y = drawTable(
      doc,
      [
        { title: 'crank degrees', width: 200 },
        { title: 'measured', width: 90, font: 'figure' },
        { title: 'card', width: 90, font: 'figure' },
        { title: 'apart', width: 119, font: 'figure' },
      ],
      rows,
      y + 8,
    );
  }
  return y;
}
