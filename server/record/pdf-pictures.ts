import { wordTakenAt } from '../../contracts/wording/picture.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { dateOf, INK, INNER, PAGE, title, write, type Doc } from './pdf-page.js';
import { part } from './pdf-tags.js';

/** JPEGs by their SHA-256. */
export type Images = Record<string, Uint8Array>;

/** Room for the shop's picture at the head of the front page: beside the title, below the date. */
const HEAD = { x: 330, y: 87, width: PAGE.margin + INNER - 330, height: 31 };

export function drawLetterhead(doc: Doc, { shop }: BuildRecord, images: Images): void {
  const bytes = shop.letterhead && images[shop.letterhead];
  if (!bytes) return;
  const { x, y, width, height } = HEAD;
  const draw = () => doc.image(Buffer.from(bytes), x, y, { fit: [width, height], align: 'right', valign: 'center' });
  part(doc, 'Figure', draw, { alt: `The sign of ${shop.name}` });
}

/** Height of one picture, two to a page. */
const TALL = 318;

/** The pictures that were chosen, on pages of their own at the end, two to a page. */
export function drawPictures(doc: Doc, record: BuildRecord, images: Images): void {
  const shown = (record.pictures ?? []).filter((picture) => picture.shown && images[picture.sha256]);
  let y = 0;
  shown.forEach((picture, index) => {
    if (index % 2 === 0) {
      doc.addPage();
      y = title(doc, index === 0 ? 'Pictures' : 'Pictures, continued', PAGE.margin);
    }
    const { sha256, stage, place, caption, by, takenAt } = picture;
    const said = `${caption ? `${caption}. ` : ''}At ${wordTakenAt(stage, place)}, by ${by}, ${dateOf(takenAt, record)}`;
    const top = y;
    const draw = () =>
      doc.image(Buffer.from(images[sha256]), PAGE.margin, top, { fit: [INNER, TALL], align: 'center' });
    part(doc, 'Figure', draw, { alt: `Picture: ${said}` });
    write(doc, said, PAGE.margin, top + TALL + 6, { size: 9 });
    write(doc, `SHA-256 ${sha256}`, PAGE.margin, top + TALL + 19, { font: 'figure', size: 7, colour: INK.steel });
    y = top + TALL + 40;
  });
}
