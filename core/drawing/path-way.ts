/** The way of the whole job, drawn row by row as a text is read, so that it stays readable on any width; px. */
export const PATH = { height: 190, wayY: 26, node: 13, thickness: 10, gap: 18, least: 186, gate: 10 };

/** A text in lines of so many letters; a word that is longer has a line of its own. @example wrapped('not taken: crank pin 3', 12) // ['not taken:', 'crank pin 3'] */
export function wrapped(text: string, letters: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

interface PathCell {
  x: number;
  y: number;
  width: number;
}

export interface PathLayout {
  cells: PathCell[];
  width: number;
  height: number;
  /** The way itself: along each row, round its end and back to the next. */
  way: string;
}

/** Where the things of the way lie, as many to a row as have room. */
export function pathLayout(count: number, width: number): PathLayout {
  const perRow = Math.max(1, Math.min(count, Math.floor(width / PATH.least)));
  const rows = Math.ceil(count / perRow);
  const step = width / perRow;
  const cells = Array.from({ length: count }, (_none, index) => ({
    x: (index % perRow) * step,
    y: Math.floor(index / perRow) * (PATH.height + PATH.gap),
    width: step,
  }));
  const right = width - 8;
  const way = Array.from({ length: rows }, (_none, row) => {
    const y = row * (PATH.height + PATH.gap) + PATH.wayY;
    const last = cells[Math.min(count, (row + 1) * perRow) - 1];
    if (row === rows - 1) return `L ${last.x + step / 2} ${y}`;
    const turn = y + PATH.height + PATH.gap - PATH.wayY - PATH.gap / 2;
    const next = y + PATH.height + PATH.gap;
    return `L ${right - 6} ${y} Q ${right} ${y} ${right} ${y + 6} L ${right} ${turn - 6} Q ${right} ${turn} ${right - 6} ${turn} L 8 ${turn} Q 2 ${turn} 2 ${turn + 6} L 2 ${next - 6} Q 2 ${next} 8 ${next}`;
  });
  return { cells, width, height: rows * (PATH.height + PATH.gap) - PATH.gap, way: `M 2 ${PATH.wayY} ${way.join(' ')}` };
}
