/**
 * By how many crank degrees the sprocket has advanced the cam since the `turn`-th reading; 0 when it stands as it
 * stood then. Before anything is said of it, a sprocket is at its mark, 0.
 *
 * @param positions every `cam-offset`, with the turn of its reading
 */
export function movedSince(turn: number, positions: { turn: number; value: number }[]): number {
  const then = positions.findLast((position) => position.turn < turn)?.value ?? 0;
  const now = positions.at(-1)?.value ?? 0;
  return now - then;
}
