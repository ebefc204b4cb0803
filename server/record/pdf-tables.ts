import { wordOccasion } from '../../contracts/wording/occasion.js';
import { wordOption } from '../../contracts/wording/options.js';
import { wordRecheck } from '../../contracts/wording/recheck.js';
import { wordLimit } from '../../contracts/wording/limit.js';
import { lobeAnalyse, type LobeAnalyseInput, type LobeAnalysis } from '../../core/cam/lobe-analyse.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { completeCard } from '../../core/cam/cam-card.js';
import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import { cylindersOf } from '../../core/engine/engine.js';
import { parseValve, spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import { wordFormula } from '../../contracts/wording/formula.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { flagUnit } from '../../core/sheet/flag-unit.js';
import { recordedMark } from '../../core/record/recorded-mark.js';
import { fromCanonical, toCanonical } from '../../core/units/units.js';
import { formatRow, formatValue } from '../../core/units/format.js';
import { DIAL_UNCERTAINTY_IN } from '../../contracts/calc-lobe.js';
import { fitted } from './pdf-fitted.js';
import { fromElsewhere } from './pdf-imported.js';
import { eventsPart } from './pdf-events.js';
import { geometryPart } from './pdf-geometry.js';
import { pathPart } from './pdf-path.js';
import { settingPart } from './pdf-setting.js';
import { mockUpPart } from './pdf-mock-up.js';
import { dateOf, drawTable, INK, PAGE, paragraph, roomFor, title, write, type Cell, type Doc } from './pdf-page.js';

/** How a row of the tables is called: the place without its cylinder, which stands above. */
function placeInCylinder(place: string): string {
  const valve = parseValve(place);
  return valve ? (valve.kind === 'I' ? 'intake' : 'exhaust') : spokenPlace(place);
}

function valueRow(record: BuildRecord, row: BuildRecord['values'][number]): Cell[] {
  const unit = row.limit?.stated.unit ?? row.enteredUnit;
  const { options, title: name } = measureOf(row.measure);
  const formula = (row.derivedFrom ?? row.corrected)?.formula;
  const mark = recordedMark(record, row.readingId, row.verdict);
  return [
    placeInCylinder(row.place),
    formula ? `${name}: ${wordFormula(formula.terms, unit)}` : name,
    options ? wordOption(options[row.value]) : formatRow(row, row.derivedFrom ? unit : row.enteredUnit),
    row.limit && row.limit.measure === row.measure ? wordLimit(row.limit.stated) : '',
    { mark, word: mark === 'accepted' ? `accepted, ${MARK_WORD[row.verdict]}` : MARK_WORD[mark] },
    row.occasion ? wordOccasion(row.occasion) : row.count > 1 ? `${row.count} tries` : '',
  ];
}

/** Figures of the cam card, as printed or as they follow from what is printed. */
function camCard(doc: Doc, record: BuildRecord, startY: number): number {
  if (!record.camCard) return startY;
  const { figures, computed, contradictions } = completeCard(record.camCard);
  const { title: name, unit, checkAt, checkLift } = record.camCard;
  let y = title(doc, `Cam card${name ? `: ${name}` : ''}`, startY + 16);
  write(
    doc,
    `Lifts in ${unit}, events at ${checkLift} ${unit} at the ${checkAt}; angles in crank degrees.`,
    PAGE.margin,
    y,
  );
  const rows = Object.entries(figures).map(([path, value]): Cell[] => [
    path.replace(/^(events|seat)\./, (group) => (group === 'seat.' ? 'seat: ' : '')).replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`),
    String(Number(value.toFixed(4))).replace('-', '−'),
    computed.includes(path) ? 'follows from the rest' : 'printed',
  ]); // prettier-ignore
  y = drawTable(doc, [{ title: 'figure', width: 200 }, { title: 'value', width: 110, font: 'figure' }, { title: '', width: 189 }], rows, y + 16); // prettier-ignore
  for (const { path, printed, computed: gives } of contradictions) {
    y = roomFor(doc, y, 14);
    write(
      doc,
      `The card contradicts itself: it prints ${printed} for ${path}, its other figures give ${Number(gives.toFixed(2))}.`,
      PAGE.margin,
      y,
    );
    y += 14;
  }
  return y;
}

/** The figures of a sweep; null of one that was kept while steps were allowed that tell nothing of the lobe between. */
function toldBy(input: LobeAnalyseInput): LobeAnalysis | null {
  try {
    return lobeAnalyse(input);
  } catch (error) {
    if (error instanceof ImpossibleInput) return null;
    throw error;
  }
}

/** What each swept lobe tells; the points themselves stand in the JSON record. */
function sweptLobes(doc: Doc, record: BuildRecord, startY: number): number {
  const { sweeps } = record;
  if (sweeps.length === 0) return startY;
  const y = title(doc, 'Swept lobes', startY + 16);
  const rows = sweeps.map((sweep): Cell[] => {
    const { unit } = sweep;
    const uncertainty = fromCanonical(toCanonical(DIAL_UNCERTAINTY_IN, 'in'), unit);
    const told = toldBy({ ...sweep, uncertainty, lifts: [], drops: [] });
    const degrees = (deg: number) => `${deg.toFixed(2)}°`.replace('-', '−');
    return [
      spokenPlace(sweep.place),
      told ? `${told.peak.lift.toFixed(unit === 'in' ? 4 : 3)} ${unit}` : '–',
      told ? degrees(told.centrelineByArea) : '–',
      told ? degrees(told.asymmetryDeg) : '–',
      `${sweep.points.length} points by ${sweep.by}, ${dateOf(sweep.at, record)}`,
    ];
  });
  return drawTable(
    doc,
    [
      { title: 'lobe of', width: 80 },
      { title: 'lift', width: 90, font: 'figure' },
      { title: 'centreline', width: 90, font: 'figure' },
      { title: 'asymmetry', width: 90, font: 'figure' },
      { title: '', width: 149 },
    ],
    rows,
    y,
  );
}

/** Everything behind the page for the frame: values, flags, what is missing, earlier tries, limits, the way to verify. */
export function tables(doc: Doc, record: BuildRecord): void {
  doc.addPage();
  let y = title(doc, 'Every value, by cylinder', PAGE.margin);
  const columns = [
    { title: 'where', width: 62 },
    { title: 'measure', width: 150 },
    { title: 'value', width: 78, font: 'figure' as const },
    { title: 'limit', width: 96, font: 'figure' as const },
    { title: 'verdict', width: 74 },
    { title: '', width: 39 },
  ];
  const groups: [string, (place: string) => boolean][] = [
    ...cylindersOf(record.engine)
      .sort((a, b) => a - b)
      .map((cylinder): [string, (place: string) => boolean] => [
        `Cylinder ${cylinder}`,
        (place) => place === String(cylinder) || parseValve(place)?.cylinder === cylinder,
      ]),
    ['The rest of the engine', (place) => !/^\d/.test(place)],
  ];
  for (const [name, belongs] of groups) {
    const rows = record.values.filter((row) => belongs(row.place));
    if (rows.length === 0) continue;
    y = roomFor(doc, y + 6, 64);
    write(doc, name, PAGE.margin, y, { font: 'strong', size: 10, colour: INK.dye, tag: 'H3' });
    y = drawTable(
      doc,
      columns,
      rows.map((row) => valueRow(record, row)),
      y + 15,
    );
  }

  y = fitted(doc, record, sweptLobes(doc, record, eventsPart(doc, record, camCard(doc, record, y))));
  y = pathPart(doc, record, settingPart(doc, record, geometryPart(doc, record, mockUpPart(doc, record, y))));
  y = fromElsewhere(doc, record, y);
  y = title(doc, 'What was out of its limits, and what was done', y + 16);
  const dealt = record.dealtWith.map((flag): Cell[] => [
    spokenPlace(flag.place),
    `${measureOf(flag.measure).title}: ${formatValue(flag.value, flagUnit(record, flag))}, ${flag.verdict}`,
    flag.disposition ? flag.disposition.action : 're-measured',
    flag.disposition
      ? `${flag.disposition.reason} (${flag.disposition.by}, ${dateOf(flag.disposition.at, record)})`
      : 'A later reading lies within the limits.',
  ]);
  if (dealt.length === 0) {
    write(doc, 'No value was out of its limits.', PAGE.margin, y);
    y += 14;
  } else
    y = drawTable(
      doc,
      [
        { title: 'where', width: 70 },
        { title: 'value', width: 160 },
        { title: 'done', width: 74 },
        { title: 'reason', width: 195 },
      ],
      dealt,
      y,
    );

  y = title(doc, 'What was not measured', y + 16);
  const missing = record.notMeasured.map((gap): Cell[] => [
    spokenPlace(gap.place),
    measureOf(gap.measure).title,
    `${gap.reason} (${gap.by})`,
  ]);
  if (missing.length === 0) {
    write(doc, 'Nothing that the spec set requires is missing.', PAGE.margin, y);
    y += 14;
  } else
    y = drawTable(
      doc,
      [
        { title: 'where', width: 90 },
        { title: 'measure', width: 150 },
        { title: 'reason for leaving it', width: 259 },
      ],
      missing,
      y,
    );

  const earlier = record.readings.filter((reading) => !record.values.some((row) => row.readingId === reading.id));
  if (earlier.length > 0) {
    y = title(doc, 'Earlier readings, replaced by later ones', y + 16);
    y = drawTable(
      doc,
      [
        { title: 'where', width: 90 },
        { title: 'measure', width: 150 },
        { title: 'value', width: 90, font: 'figure' },
        { title: 'taken by', width: 80 },
        { title: 'on', width: 89 },
      ],
      earlier.map((reading) => {
        const { options, title: name } = measureOf(reading.measure);
        return [
          spokenPlace(reading.place),
          name,
          options ? options[reading.value] : formatValue(reading.value, reading.unit),
          reading.by,
          dateOf(reading.takenAt, record),
        ];
      }),
      y,
    );
  }

  const { rechecks = [] } = record.specSet.practice;
  if (rechecks.length > 0) {
    y = title(doc, 'To be looked at again', y + 16);
    const columns = [
      { title: 'what', width: 150 },
      { title: 'when', width: 349 },
    ];
    y = drawTable(
      doc,
      columns,
      rechecks.map((row) => [row.what, wordRecheck(row)]),
      y,
    );
  }

  y = title(doc, 'Limits and their sources', y + 16);
  y = drawTable(
    doc,
    [
      { title: 'measure', width: 150 },
      { title: 'limit', width: 110, font: 'figure' },
      { title: 'source', width: 239 },
    ],
    record.specSet.limits.map((limit) => [
      `${measureOf(limit.measure).title}${limit.valve ? (limit.valve === 'I' ? ', intake' : ', exhaust') : ''}`,
      wordLimit(limit),
      limit.source,
    ]),
    y,
  );

  y = title(doc, 'How to verify this record', y + 16);
  const ways = [
    `Scan the code on the first page, or open ${record.shop.verifyAddress}/verify and hand in this file or the record’s JSON file. Every byte counts.`,
    'Any PDF reader that shows signatures says whether this file is as it was signed. The certificate is the shop’s own: compare it with the one that the shop shows you.',
    `The JSON file is a JWS (RFC 7515) signed with EdDSA, Ed25519; the public key is at ${record.shop.verifyAddress}/.well-known/jwks.json, and any JOSE library can check it.`,
  ];
  for (const [index, way] of ways.entries()) y = paragraph(doc, way, y, String(index + 1));
}
