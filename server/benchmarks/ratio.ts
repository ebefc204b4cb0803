/** One line a benchmark: what was held against what, and the ratio. */
export interface Ratio {
  title: string;
  detail: string;
  ratio: number;
  /** The bound that is asked for; the run fails outside it. */
  asked: { atLeast: number } | { atMost: number };
}

/** How long something takes, ms, so many times one after the other. */
export async function times(count: number, act: (turn: number) => unknown): Promise<number[]> {
  const taken: number[] = [];
  for (let turn = 0; turn < count; turn++) {
    const start = performance.now();
    await act(turn);
    taken.push(performance.now() - start);
  }
  return taken;
}

export const inMs = (value: number): string => (value < 10 ? value.toFixed(2) : value.toFixed(0));
