import QRCode from 'qrcode';
import { wordCounts, wordMap } from '../../contracts/wording/record.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { recordCounts } from '../../core/record/record-counts.js';
import type { SignedJson } from './jws.js';
import { attachJson, makeRoom } from './pdf-signature.js';
import { drawMap } from './pdf-map.js';
import { bookmark, dateOf, hairline, INK, INNER, linked, openDocument, PAGE, write, type Doc } from './pdf-page.js';
import { ornament, part } from './pdf-tags.js';
import { drawLetterhead, drawPictures, type Images } from './pdf-pictures.js';
import { tables } from './pdf-tables.js';
import { drawTiming, TIMING_HEIGHT } from './pdf-timing.js';

/** Where the lower part of the front page begins, with the sums and the QR code. */
const LOWER = 566;

/** The address that the QR code leads to. */
function verifyUrl(record: BuildRecord, fingerprint: string): string {
  return `${record.shop.verifyAddress}/verify?fingerprint=${fingerprint}`;
}

function drawQr(doc: Doc, text: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const step = size / modules.size;
  const draw = () => {
    for (let row = 0; row < modules.size; row++)
      for (let column = 0; column < modules.size; column++)
        if (modules.get(row, column)) doc.rect(x + column * step, y + row * step, step + 0.05, step + 0.05);
    doc.fillColor(INK.ink).fill();
  };
  part(doc, 'Figure', draw, { alt: `Code that leads to ${text}` });
  doc.link(x, y, size, size, text);
}

/** The page for the frame: who, what, the engine with its values, the signature, the way to verify. */
function frontPage(doc: Doc, record: BuildRecord, fingerprint: string, images: Images): void {
  const { margin, width, height } = PAGE;
  ornament(doc, () => {
    for (const [inset, line] of [
      [26, 0.7],
      [30, 0.3],
    ])
      doc
        .rect(inset, inset, width - 2 * inset, height - 2 * inset)
        .lineWidth(line)
        .strokeColor(INK.ink)
        .stroke();
  });

  write(doc, record.shop.name, margin, 52, { font: 'head', size: 15, colour: INK.dye });
  if (record.shop.address) {
    const beside = margin + doc.font('head').fontSize(15).widthOfString(record.shop.name) + 14;
    const line = record.shop.address.replace(/\s*\n\s*/g, ', ');
    write(doc, line, beside, 57, { size: 8.5, colour: INK.steel, width: margin + INNER - 90 - beside });
  }
  write(doc, 'Build record', margin, 76, { font: 'head', size: 34, tag: 'H1' });
  bookmark(doc, 'Build record', 76);
  write(doc, `Revision ${record.revision}`, margin, 60, {
    font: 'figure',
    size: 9,
    colour: INK.steel,
    width: INNER,
    align: 'right',
  });
  write(doc, dateOf(record.signedAt, record), margin, 74, {
    font: 'figure',
    size: 9,
    colour: INK.steel,
    width: INNER,
    align: 'right',
  });
  drawLetterhead(doc, record, images);
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

  write(doc, wordMap(record.values), margin, 216, { size: 9, colour: INK.steel });
  const mapEnd = drawMap(doc, record, margin, 238, INNER);
  // Two rows of cylinders fill the page by themselves; the timing then stands in the tables alone.
  const end = mapEnd + 20 + TIMING_HEIGHT < LOWER ? drawTiming(doc, record, mapEnd + 20) : mapEnd;

  let y = Math.max(end + 14, LOWER);
  hairline(doc, margin, y, margin + INNER);
  y += 12;
  write(doc, `${record.specSet.title}, version ${record.specSet.version}`, margin, y, { font: 'strong', size: 11 });
  write(doc, `${wordCounts(recordCounts(record))}.`, margin, y + 16, { size: 10, width: INNER - 150 });
  write(doc, record.statement, margin, y + 62, { size: 8.5, colour: INK.steel, width: INNER - 150 });

  const qr = 116;
  drawQr(doc, verifyUrl(record, fingerprint), margin + INNER - qr, y + 2, qr);
  write(doc, 'Fingerprint', margin, 742, { font: 'head', size: 8, colour: INK.steel });
  write(doc, fingerprint.match(/.{16}/g)!.join(' '), margin, 753, { font: 'figure', size: 8.2 });
  const address = `${record.shop.verifyAddress}/verify`;
  linked(doc, address, [margin, 766, INNER - 150, 13], () =>
    write(doc, `Verify: scan, or open ${address}`, margin, 768, { size: 8.5, colour: INK.steel }),
  );
}

/**
 * The record on paper, with its signed JSON attached and room for the signature of the whole. The same record gives the
 * same bytes.
 *
 * @param images the pictures that it shows, and that at its head
 */
export async function renderPdf(
  record: BuildRecord,
  { jws, fingerprint }: SignedJson,
  images: Images,
): Promise<Buffer> {
  const name = `Build record ${record.engine.tag}, revision ${record.revision}`;
  const doc = openDocument(name, record.shop.name, new Date(record.signedAt), record.shop.paper);
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const finished = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));

  frontPage(doc, record, fingerprint, images);
  tables(doc, record);
  drawPictures(doc, record, images);
  const { count } = doc.bufferedPageRange();
  for (let index = 1; index < count; index++) {
    doc.switchToPage(index);
    // Written below the margin on purpose: with it, pdfkit would start another page.
    doc.page.margins.bottom = 0;
    ornament(doc, () => {
      write(doc, `${name}, ${record.engine.customer}`, PAGE.margin, PAGE.height - 36, { size: 8, colour: INK.steel });
      write(doc, `${index + 1} of ${count}`, PAGE.margin, PAGE.height - 36, {
        size: 8,
        colour: INK.steel,
        width: INNER,
        align: 'right',
      });
    });
  }
  attachJson(doc, record, jws);
  makeRoom(doc, record);
  doc.end();
  return finished;
}
