import type PDFDocument from 'pdfkit';

/**
 * What a screen reader is told of the paper: titles, paragraphs, tables and drawings in the order in which they are put
 * down. Whatever is drawn outside of these is ornament, and marked as such.
 */

type Doc = InstanceType<typeof PDFDocument>;
type Element = ReturnType<Doc['struct']>;

/** Where in the structure of a document its next part goes, and whether a part is being drawn already. */
interface Cursor {
  parent: Element;
  drawing: boolean;
}
const cursors = new WeakMap<Doc, Cursor>();

/** Begins the structure of a document. */
export function openStructure(doc: Doc): void {
  const parent = doc.struct('Document');
  doc.addStructure(parent);
  cursors.set(doc, { parent, drawing: false });
}

/** Draws one part of the document under its tag; within another part it belongs to that. */
export function part(
  doc: Doc,
  tag: string,
  draw: () => void,
  options: { alt?: string; actual?: string; scope?: 'Column' | 'Row' } = {},
): void {
  const cursor = cursors.get(doc)!;
  if (cursor.drawing) return draw();
  cursor.drawing = true;
  try {
    cursor.parent.add(doc.struct(tag, options as Parameters<Doc['struct']>[1], draw));
  } finally {
    cursor.drawing = false;
  }
}

/** Parts that belong together under one tag: a table, a row of it. They may lie on several pages. */
export function together<T>(doc: Doc, tag: string, work: () => T): T {
  const cursor = cursors.get(doc)!;
  const outer = cursor.parent;
  const inner = doc.struct(tag);
  outer.add(inner);
  cursor.parent = inner;
  try {
    return work();
  } finally {
    inner.end();
    cursor.parent = outer;
  }
}

/** Draws what says nothing: lines, frames, the foot of a page. Within a part it belongs to that. */
export function ornament(doc: Doc, draw: () => void): void {
  const cursor = cursors.get(doc)!;
  if (cursor.drawing) return draw();
  cursor.drawing = true;
  doc.markContent('Artifact', { type: 'Layout' });
  draw();
  doc.endMarkedContent();
  cursor.drawing = false;
}
