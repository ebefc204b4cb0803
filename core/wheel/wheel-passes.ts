/**
 * What a dead-centre pass says of the wheel: `true` when it reads dead centre, `confirmed` when it did so twice in a
 * row (the second time after tightening its bolt), `off` when the pointer is to be bent, `slipped` when it read true
 * before and does not now, `rough` for the quick dial, which tells neither.
 */
export type WheelState = 'true' | 'confirmed' | 'off' | 'slipped' | 'rough';

/** What a pass over dead centre found. */
export interface Found {
  /** What the wheel reads at dead centre, plus when it reads after. */
  errorDeg: number;
  /** Found by the quick dial, which only tells where the piston dwells. */
  rough: boolean;
}

export type WheelPass<F extends Found = Found> = F & {
  state: WheelState;
  /** By how much the midpoint moved since the last pass that was not rough. */
  movedDeg: number | null;
};

/**
 * What each of several passes says of the wheel, in the order in which they were taken.
 *
 * @param trueWithinDeg a pointer within this reads true
 */
export function wheelPasses<F extends Found>(found: F[], trueWithinDeg: number): WheelPass<F>[] {
  let last: WheelPass<F> | null = null;
  return found.map((one) => {
    if (one.rough) return { ...one, state: 'rough', movedDeg: null };
    const wasTrue: boolean = last?.state === 'true' || last?.state === 'confirmed';
    const isTrue = Math.abs(one.errorDeg) <= trueWithinDeg;
    const state: WheelState = isTrue ? (wasTrue ? 'confirmed' : 'true') : wasTrue ? 'slipped' : 'off';
    last = { ...one, state, movedDeg: last ? one.errorDeg - last.errorDeg : null };
    return last;
  });
}

/** Why an angle read on the wheel cannot be trusted. */
export type WheelDoubt = 'dead-centre-unknown' | 'dead-centre-rough' | 'dead-centre-off' | 'wheel-slipped';

/**
 * Whether an angle that was read as the `turn`-th reading can be trusted: the pass before it must have found dead
 * centre, and the pass after it must not have found that the wheel slipped meanwhile. `null` when it can.
 *
 * @param passes with the turn of their own last readings
 */
export function wheelDoubt(turn: number, passes: (WheelPass & { turn: number })[]): WheelDoubt | null {
  const before = passes.findLast((pass) => pass.turn < turn && pass.state !== 'rough');
  const after = passes.find((pass) => pass.turn > turn && pass.state !== 'rough');
  if (after?.state === 'slipped' || before?.state === 'slipped') return 'wheel-slipped';
  if (before) return before.state === 'off' ? 'dead-centre-off' : null;
  return passes.some((pass) => pass.turn < turn) ? 'dead-centre-rough' : 'dead-centre-unknown';
}
