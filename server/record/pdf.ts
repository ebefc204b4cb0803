import QRCode from 'qrcode';
import { wordLimit } from '../../contracts/wording.js';
import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import { cylindersOf } from '../../core/engine/engine.js';
import { parseValve, spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { dialUnit, settingValue } from '../../core/record/setting-value.js';
import { formatValue, UNIT_LABEL } from '../../core/units/format.js';
import { drawMap, recordedMark } from './pdf-map.js';
import {
  drawTable,
  hairline,
  INK,
  INNER,
  openDocument,
  PAGE,
  roomFor,
  write,
  type Cell,
  type Doc,
} from './pdf-page.js';

const dateOf = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });

/** The address that the QR code leads to. */
export function verifyUrl(record: BuildRecord, fingerprint: string): string {
  return `${record.shop.verifyAddress}/verify?fingerprint=${fingerprint}`;
}

function drawQr(doc: Doc, text: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const step = size / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) doc.rect(x + column * step, y + row * step, step + 0.05, step + 0.05);
  doc.fillColor(INK.text).fill();
}

function title(doc: Doc, text: string, y: number): number {
  const at = roomFor(doc, y, 60);
  write(doc, text, PAGE.margin, at, { font: 'head', size: 13 });
  return at + 20;
}

/** The page for the frame: who, what, the engine with its values, the signature, the way to verify. */
function frontPage(doc: Doc, record: BuildRecord, fingerprint: string): void {
  const { margin, width, height } = PAGE;
  doc
    .rect(26, 26, width - 52, height - 52)
    .lineWidth(0.7)
    .strokeColor(INK.text)
    .stroke();
  doc
    .rect(30, 30, width - 60, height - 60)
    .lineWidth(0.3)
    .strokeColor(INK.text)
    .stroke();

  write(doc, record.shop.name, margin, 52, { font: 'head', size: 15, colour: INK.dye });
  write(doc, 'Build record', margin, 76, { font: 'head', size: 34 });
  write(doc, `Revision ${record.revision}`, margin, 60, {
    font: 'figure',
    size: 9,
    colour: INK.steel,
    width: INNER,
    align: 'right',
  });
  write(doc, dateOf(record.signedAt), margin, 74, {
    font: 'figure',
    size: 9,
    colour: INK.steel,
    width: INNER,
    align: 'right',
  });
  hairline(doc, margin, 122, margin + INNER);

  const facts: [string, string][] = [
    ['Engine', `${record.engine.tag}, ${record.engine.title}`],
    ['Customer', record.engine.customer],
    ['Built by', record.builders.map((person) => person.name).join(', ') || 'nobody took a reading'],
    ['Signed by', record.lead.name],
  ];
  facts.forEach(([label, value], index) => {
    const x = margin + (index % 2) * (INNER / 2);
    const y = 134 + Math.floor(index / 2) * 38;
    write(doc, label, x, y, { font: 'head', size: 8.5, colour: INK.steel });
    write(doc, value, x, y + 11, { font: 'strong', size: 12, width: INNER / 2 - 10 });
  });

  const shown = record.values.find((row) => settingValue(record.values, row.place) === row);
  const caption = shown
    ? `${measureOf(shown.measure).title} of each valve, ${UNIT_LABEL[dialUnit(shown)]}`
    : 'No valve was measured';
  write(doc, `${caption}. Front of the engine to the left; the green of each ring is its limit.`, margin, 216, {
    size: 9,
    colour: INK.steel,
  });
  const end = drawMap(doc, record, margin, 238, INNER);

  let y = Math.max(end + 14, 566);
  hairline(doc, margin, y, margin + INNER);
  y += 12;
  const counted = { in: 0, doubt: 0, low: 0, high: 0, suspect: 0, unjudged: 0 };
  for (const row of record.values) if (!row.derivedFrom) counted[row.verdict]++;
  const accepted = record.dealtWith.filter((dealt) => dealt.disposition?.action === 'accepted').length;
  const sums = [
    `${counted.in} within limits`,
    ...(counted.doubt ? [`${counted.doubt} in doubt`] : []),
    ...(accepted ? [`${accepted} accepted outside limits, with a reason`] : []),
    record.notMeasured.length ? `${record.notMeasured.length} not measured` : 'everything required was measured',
  ];
  write(doc, `${record.specSet.title}, version ${record.specSet.version}`, margin, y, { font: 'strong', size: 11 });
  write(doc, `${sums.join('; ')}.`, margin, y + 16, { size: 10, width: INNER - 150 });
  write(doc, record.statement, margin, y + 62, { size: 8.5, colour: INK.steel, width: INNER - 150 });

  const qr = 116;
  drawQr(doc, verifyUrl(record, fingerprint), margin + INNER - qr, y + 2, qr);
  write(doc, 'Fingerprint', margin, 742, { font: 'head', size: 8, colour: INK.steel });
  write(doc, fingerprint.match(/.{16}/g)!.join(' '), margin, 753, { font: 'figure', size: 8.2 });
  write(doc, `Verify: scan, or open ${record.shop.verifyAddress}/verify`, margin, 768, {
    size: 8.5,
    colour: INK.steel,
  });
}

/** How a row of the tables is called: the place without its cylinder, which stands above. */
function placeInCylinder(place: string): string {
  const valve = parseValve(place);
  return valve ? (valve.kind === 'I' ? 'intake' : 'exhaust') : spokenPlace(place);
}

function valueRow(record: BuildRecord, row: BuildRecord['values'][number]): Cell[] {
  const unit = row.limit?.stated.unit ?? row.enteredUnit;
  const { options, title: name } = measureOf(row.measure);
  const mark = recordedMark(record, row.readingId, row.verdict);
  return [
    placeInCylinder(row.place),
    row.derivedFrom ? `${name}, computed` : name,
    options ? options[row.value] : formatValue(row.value, row.derivedFrom ? unit : row.enteredUnit),
    row.limit && row.limit.measure === row.measure ? wordLimit(row.limit.stated) : '',
    { mark, word: mark === 'accepted' ? `accepted, ${MARK_WORD[row.verdict]}` : MARK_WORD[mark] },
    row.count > 1 ? `${row.count} tries` : '',
  ];
}

function tables(doc: Doc, record: BuildRecord): void {
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
    write(doc, name, PAGE.margin, y, { font: 'strong', size: 10, colour: INK.dye });
    y = drawTable(
      doc,
      columns,
      rows.map((row) => valueRow(record, row)),
      y + 15,
    );
  }

  y = title(doc, 'What was out of its limits, and what was done', y + 16);
  const dealt = record.dealtWith.map((flag): Cell[] => [
    spokenPlace(flag.place),
    `${measureOf(flag.measure).title}: ${formatValue(flag.value, measureOf(flag.measure).units[0])}, ${flag.verdict}`,
    flag.disposition ? flag.disposition.action : 're-measured',
    flag.disposition
      ? `${flag.disposition.reason} (${flag.disposition.by}, ${dateOf(flag.disposition.at)})`
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
          dateOf(reading.takenAt),
        ];
      }),
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
  for (const [index, way] of ways.entries()) {
    const needed =
      doc
        .font('text')
        .fontSize(9)
        .heightOfString(way, { width: INNER - 16 }) + 4;
    y = roomFor(doc, y, needed);
    write(doc, `${index + 1}`, PAGE.margin, y, { font: 'figureStrong' });
    write(doc, way, PAGE.margin + 16, y, { width: INNER - 16 });
    y += needed;
  }
}

/** The record on paper, unsigned. The same record gives the same bytes. */
export async function renderPdf(record: BuildRecord, fingerprint: string): Promise<Buffer> {
  const name = `Build record ${record.engine.tag}, revision ${record.revision}`;
  const doc = openDocument(name, record.shop.name, new Date(record.signedAt));
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const finished = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));

  frontPage(doc, record, fingerprint);
  tables(doc, record);
  const { count } = doc.bufferedPageRange();
  for (let index = 1; index < count; index++) {
    doc.switchToPage(index);
    // Written below the margin on purpose: with it, pdfkit would start another page.
    doc.page.margins.bottom = 0;
    write(doc, `${name}, ${record.engine.customer}`, PAGE.margin, PAGE.height - 36, { size: 8, colour: INK.steel });
    write(doc, `${index + 1} of ${count}`, PAGE.margin, PAGE.height - 36, {
      size: 8,
      colour: INK.steel,
      width: INNER,
      align: 'right',
    });
  }
  doc.end();
  return finished;
}
