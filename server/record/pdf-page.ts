import { createRequire } from 'node:module';
import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns/format';
import PDFDocument from 'pdfkit';
import { MARK_INK, PALETTE } from '../../core/drawing/palette.js';
import { MARK_SHAPES } from '../../core/drawing/verdict-mark.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import type { Mark } from '../../core/judge/mark.js';
import { openStructure, ornament, part, together } from './pdf-tags.js';

/** The sheet of paper: A4 in points, our fonts and inks, and the small things that are drawn more than once. */

/** The inks of the paper, by the names that the screen has for them. */
export const INK = PALETTE.print;

export const PAGE = { width: 595.28, height: 841.89, margin: 48 };
export const INNER = PAGE.width - 2 * PAGE.margin;

const require = createRequire(import.meta.url);
/** Uncompressed: of a web font the reader unpacks each table anew whenever it looks into it. */
const FONT_FILES = {
  text: '@expo-google-fonts/barlow/400Regular/Barlow_400Regular.ttf',
  strong: '@expo-google-fonts/barlow/600SemiBold/Barlow_600SemiBold.ttf',
  head: '@expo-google-fonts/barlow-semi-condensed/600SemiBold/BarlowSemiCondensed_600SemiBold.ttf',
  figure: '@expo-google-fonts/ibm-plex-mono/400Regular/IBMPlexMono_400Regular.ttf',
  figureStrong: '@expo-google-fonts/ibm-plex-mono/600SemiBold/IBMPlexMono_600SemiBold.ttf',
} as const;
type FontName = keyof typeof FONT_FILES;

export type Doc = InstanceType<typeof PDFDocument>;

/** Letter in points: wider than A4 and shorter. */
const LETTER = { width: 612, height: 792 };

/** Everything is laid out on A4; on Letter it is drawn a little smaller, in the middle of the sheet. */
function onLetter(doc: Doc): void {
  const scale = LETTER.height / PAGE.height;
  const page = doc.page as unknown as { dictionary: { data: { MediaBox: number[] } } };
  page.dictionary.data.MediaBox = [0, 0, LETTER.width, LETTER.height];
  doc.transform(scale, 0, 0, scale, (LETTER.width - scale * PAGE.width) / 2, PAGE.height - LETTER.height);
}

/** By what a length is drawn larger so that it comes out true on this paper. */
export const trueOn = (paper: 'A4' | 'Letter'): number => (paper === 'Letter' ? PAGE.height / LETTER.height : 1);

/** An empty document whose bytes hang on its contents alone: its dates are given, nothing in it is random. */
export function openDocument(title: string, author: string, at: Date, paper: 'A4' | 'Letter' = 'A4'): Doc {
  const doc = new PDFDocument({
    size: 'A4',
    pdfVersion: '1.7',
    tagged: true,
    margin: PAGE.margin,
    bufferPages: true,
    lang: 'en-GB',
    displayTitle: true,
    info: { Title: title, Author: author, Creator: 'Utex', Producer: 'Utex', CreationDate: at, ModDate: at },
  });
  if (paper === 'Letter') {
    onLetter(doc);
    doc.on('pageAdded', () => onLetter(doc));
  }
  for (const [name, file] of Object.entries(FONT_FILES)) doc.registerFont(name, require.resolve(file));
  openStructure(doc);
  return doc;
}

interface Style {
  font?: FontName;
  size?: number;
  colour?: string;
  width?: number;
  align?: 'left' | 'center' | 'right';
  /** What it is to a screen reader; a paragraph, unless said otherwise. */
  tag?: 'H1' | 'H2' | 'H3' | 'TH' | 'TD';
  /** What a head of a table is the head of; its column, unless said otherwise. */
  scope?: 'Column' | 'Row';
}

/** Every glyph of the figure face is this wide, in parts of its size. */
const FIGURE_WIDTH = 0.6;

/**
 * A line of figures with slashed zeros, word by word: the space of this font file lies at the very end of its glyph
 * table, where pdfkit's font reader runs over the edge.
 */
function writeFigures(doc: Doc, text: string, x: number, y: number, size: number, { width, align }: Style): void {
  const step = FIGURE_WIDTH * size;
  const spare = (width ?? 0) - text.length * step;
  let left = x + (align === 'right' ? spare : align === 'center' ? spare / 2 : 0);
  for (const word of text.split(' ')) {
    if (word) doc.text(word, left, y, { lineBreak: false, features: ['zero'] });
    left += (word.length + 1) * step;
  }
}

/** A line or paragraph at a place; figures are always one line. */
export function write(doc: Doc, text: string, x: number, y: number, style: Style = {}): void {
  const { font = 'text', size = 9, colour = INK.ink, width, align = 'left', tag = 'P', scope = 'Column' } = style;
  const draw = () => {
    doc.font(font).fontSize(size).fillColor(colour);
    if (font.startsWith('figure')) writeFigures(doc, text, x, y, size, { width, align });
    else doc.text(text, x, y, { width, align, lineBreak: width !== undefined });
  };
  part(doc, tag, draw, {
    ...(tag === 'TH' ? { scope } : {}),
    // Figures are put down word by word; said, they are one line.
    ...(font.startsWith('figure') ? { actual: text } : {}),
  });
}

export function hairline(doc: Doc, x1: number, y: number, x2: number): void {
  ornament(doc, () => doc.moveTo(x1, y).lineTo(x2, y).lineWidth(0.5).strokeColor(INK.hairline).stroke());
}

export const markInk = (mark: Mark): string => INK[MARK_INK[mark]];

export function drawMark(doc: Doc, mark: Mark, x: number, y: number, radius: number): void {
  for (const { path, filled } of MARK_SHAPES[mark]) {
    doc.save().translate(x, y).scale(radius).path(path);
    if (filled) doc.fillColor(markInk(mark)).fill();
    else doc.lineWidth(0.28).strokeColor(markInk(mark)).stroke();
    doc.restore();
  }
}

/** Goes to a new page when less than `needed` points are left; answers where to go on. */
export function roomFor(doc: Doc, y: number, needed: number): number {
  if (y + needed <= PAGE.height - PAGE.margin - 18) return y;
  doc.addPage();
  return PAGE.margin;
}

export interface Column {
  title: string;
  width: number;
  font?: FontName;
  align?: 'left' | 'right';
}
/** A cell is text, or a mark with its word. */
export type Cell = string | { mark: Mark; word: string };

/** A table with hairlines that goes on over pages, its heads repeated; answers where it ended. */
export function drawTable(doc: Doc, columns: Column[], rows: Cell[][], startY: number): number {
  return together(doc, 'Table', () => drawRows(doc, columns, rows, startY));
}

function drawRows(doc: Doc, columns: Column[], rows: Cell[][], startY: number): number {
  const lefts = columns.map(
    (_, index) => PAGE.margin + columns.slice(0, index).reduce((sum, { width }) => sum + width, 0),
  );
  const writeHeads = (y: number) =>
    columns.forEach(({ title, width, align }, index) =>
      write(doc, title, lefts[index], y, {
        font: 'head',
        size: 8,
        colour: INK.steel,
        width: width - 8,
        align,
        tag: 'TH',
      }),
    );
  let told = false;
  const heads = (y: number) => {
    // Repeated on the next page for the eye alone.
    if (told) ornament(doc, () => writeHeads(y));
    else together(doc, 'TR', () => writeHeads(y));
    told = true;
    hairline(doc, PAGE.margin, y + 12, PAGE.margin + INNER);
    return y + 16;
  };
  const heightOf = (cell: Cell, { font = 'text', width }: Column) =>
    typeof cell === 'string' && !font.startsWith('figure')
      ? doc
          .font(font)
          .fontSize(8.5)
          .heightOfString(cell || ' ', { width: width - 8 })
      : 10;

  let y = heads(roomFor(doc, startY, 40));
  for (const row of rows) {
    const height = Math.max(...row.map((cell, index) => heightOf(cell, columns[index]))) + 4;
    const room = roomFor(doc, y, height);
    if (room !== y) y = heads(room);
    together(doc, 'TR', () => row.forEach((cell, index) => drawCell(doc, cell, columns[index], lefts[index], y, index === 0))); // prettier-ignore
    y += height;
  }
  return y;
}

/** One cell; the first of a row says what the row is of. */
function drawCell(
  doc: Doc,
  cell: Cell,
  { font = 'text', width, align }: Column,
  x: number,
  y: number,
  isFirst: boolean,
): void {
  const tag = isFirst && cell !== '' ? 'TH' : 'TD';
  if (typeof cell === 'string')
    return write(doc, cell, x, y, { font, size: 8.5, width: width - 8, align, tag, scope: 'Row' });
  part(doc, 'TD', () => {
    drawMark(doc, cell.mark, x + 4, y + 5, 3.2);
    write(doc, cell.word, x + 12, y, { size: 8.5, colour: markInk(cell.mark) });
  });
}

/** A paragraph across the page, behind its number where it has one; answers where the next begins. */
export function paragraph(doc: Doc, text: string, startY: number, number?: string): number {
  const indent = number === undefined ? 0 : 16;
  const width = INNER - indent;
  const needed = doc.font('text').fontSize(9).heightOfString(text, { width }) + 4;
  const y = roomFor(doc, startY, needed);
  if (number !== undefined) write(doc, number, PAGE.margin, y, { font: 'figureStrong' });
  write(doc, text, PAGE.margin + indent, y, { width });
  return y + needed;
}

/** A line of the contents that a reader shows beside the pages, leading here. */
export const bookmark = (doc: Doc, text: string, y: number): void => {
  const above: object = { top: Math.max(0, y - 12) };
  doc.outline.addItem(text, above);
};

/** Makes a place of the page lead to an address, told as a link. */
export function linked(
  doc: Doc,
  url: string,
  [x, y, width, height]: [number, number, number, number],
  draw: () => void,
): void {
  part(doc, 'Link', () => {
    draw();
    doc.link(x, y, width, height, url);
  });
}

/** The head of a section, on a new page where there is no room left for what follows it. */
export function title(doc: Doc, text: string, y: number): number {
  const at = roomFor(doc, y, 60);
  write(doc, text, PAGE.margin, at, { font: 'head', size: 13, tag: 'H2' });
  bookmark(doc, text, at);
  return at + 20;
}

/** A day, as it is written. */
export const dateOf = (iso: string, { shop }: Pick<BuildRecord, 'shop'>) =>
  format(new TZDate(iso, shop.timeZone ?? 'UTC'), 'd MMMM yyyy');
