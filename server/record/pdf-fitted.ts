import { FIGURES, type Figure } from '../../core/engine/engine-data.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { engineDataOf, partsOf } from '../../core/sheet/papers.js';
import { UNIT_LABEL } from '../../core/units/format.js';
import { drawTable, title, type Cell, type Doc } from './pdf-page.js';

/** The figures of the engine and the parts that went into it, as far as they are written down. */
export function fitted(doc: Doc, record: BuildRecord, startY: number): number {
  const data = engineDataOf(record);
  const parts = partsOf(record);
  let y = startY;
  const known = FIGURES.filter(({ id }) => data[id]);
  if (known.length > 0) {
    y = title(doc, 'Figures of the engine', y + 16);
    const figure = ({ id }: Figure) => `${data[id].entered} ${UNIT_LABEL[data[id].unit]}`;
    y = drawTable(
      doc,
      [
        { title: 'figure', width: 300 },
        { title: 'as stated', width: 199, font: 'figure' },
      ],
      known.map((one): Cell[] => [one.title, figure(one)]),
      y,
    );
  }
  if (parts.length > 0) {
    y = title(doc, 'Parts', y + 16);
    y = drawTable(
      doc,
      [
        { title: 'part', width: 90 },
        { title: 'maker', width: 150 },
        { title: 'part number', width: 130 },
        { title: 'serial or lot', width: 129 },
      ],
      parts.map(({ part, maker = '', number = '', serial = '' }): Cell[] => [part, maker, number, serial]),
      y,
    );
  }
  return y;
}
