/** The way of the whole job, drawn row by row as a text is read, so that it stays readable on any width; px. */
export const PATH = { wayY: 26, node: 13, thickness: 10, gap: 18, least: 186, gate: 10 };

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
  height: number;
}

export interface PathLayout {
  cells: PathCell[];
  width: number;
  height: number;
  /** The way itself: along each row, round its end and back to the next. */
  way: string;
}

/**
 * Where the things of the way lie, as many to a row as have room; a row is as high as the highest of its things.
 *
 * @param heightOf how high a thing is at a width
 */
export function pathLayout(
  count: number,
  width: number,
  heightOf: (index: number, width: number) => number,
): PathLayout {
  const perRow = Math.max(1, Math.min(count, Math.floor(width / PATH.least)));
  const rows = Math.ceil(count / perRow);
  const step = width / perRow;
  const cells: PathCell[] = [];
  let way = `M 2 ${PATH.wayY}`;
  let y = 0;
  const right = width - 8;
  for (let row = 0; row < rows; row++) {
    const inRow = Array.from(
      { length: Math.min(perRow, count - row * perRow) },
      (_none, index) => row * perRow + index,
    );
    const height = Math.max(...inRow.map((index) => heightOf(index, step)));
    inRow.forEach((_index, column) => cells.push({ x: column * step, y, width: step, height }));
    const [at, turn, next] = [y + PATH.wayY, y + height + PATH.gap / 2, y + height + PATH.gap + PATH.wayY];
    way +=
      row === rows - 1
        ? ` L ${(inRow.length - 0.5) * step} ${at}`
        : ` L ${right - 6} ${at} Q ${right} ${at} ${right} ${at + 6} L ${right} ${turn - 6} Q ${right} ${turn} ${right - 6} ${turn} L 8 ${turn} Q 2 ${turn} 2 ${turn + 6} L 2 ${next - 6} Q 2 ${next} 8 ${next}`;
    y += height + PATH.gap;
  }
  return { cells, width, height: y - PATH.gap, way };
}
