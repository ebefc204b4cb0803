import { wordImported, wordSignedThere } from '../../contracts/wording/imported.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { importedOf } from '../../core/sheet/papers.js';
import { dateOf, paragraph, title, type Doc } from './pdf-page.js';

/** Where an engine came from that was measured in another shop first, and what was signed there. */
export function fromElsewhere(doc: Doc, record: BuildRecord, startY: number): number {
  const came = importedOf(record);
  if (!came) return startY;
  let y = title(doc, 'History from another shop', startY + 16);
  y = paragraph(doc, wordImported(came.body), y);
  for (const one of came.body.records) y = paragraph(doc, wordSignedThere(one, dateOf(one.signedAt, record)), y);
  return y;
}
