import type { Try } from '../record/try.js';

/**
 * What a dead-centre pass says of the wheel: `true` when it reads dead centre, `confirmed` when it did so twice in a
 * row (the second time after tightening its bolt), `off` when the pointer is to be bent, `slipped` when it read true
 * before and does not now, `rough` for the quick dial, which tells neither.
 */
export type WheelState = 'true' | 'confirmed' | 'off' | 'slipped' | 'rough';

export interface WheelPass {
  reading: Try;
  errorDeg: number;
  state: WheelState;
  /** By how much the midpoint moved since the last pass that was not rough. */
  movedDeg: number | null;
}

/** A pointer within this reads true: a wheel is read to a quarter or half degree. */
export const TRUE_WITHIN_DEG = 0.5;

/** The passes of `tdc-wheel-error`, in the order in which they were taken. */
export function wheelPasses(tries: Try[]): WheelPass[] {
  let last: WheelPass | null = null;
  return tries.map((reading) => {
    const errorDeg = reading.value;
    if (reading.derived?.formula.kind === 'rough') return { reading, errorDeg, state: 'rough', movedDeg: null };
    const wasTrue: boolean = last?.state === 'true' || last?.state === 'confirmed';
    const isTrue = Math.abs(errorDeg) <= TRUE_WITHIN_DEG;
    const state: WheelState = isTrue ? (wasTrue ? 'confirmed' : 'true') : wasTrue ? 'slipped' : 'off';
    last = { reading, errorDeg, state, movedDeg: last ? errorDeg - last.errorDeg : null };
    return last;
  });
}

/** Why an angle read on the wheel cannot be trusted. */
export type WheelDoubt = 'dead-centre-unknown' | 'dead-centre-rough' | 'dead-centre-off' | 'wheel-slipped';

/**
 * Whether an angle that was read as the `order`-th reading can be trusted: the pass before it must have found dead
 * centre, and the pass after it must not have found that the wheel slipped meanwhile. `null` when it can.
 *
 * @param passes with the order of their own last readings
 */
export function wheelDoubt(order: number, passes: (WheelPass & { order: number })[]): WheelDoubt | null {
  const before = passes.findLast((pass) => pass.order < order && pass.state !== 'rough');
  const after = passes.find((pass) => pass.order > order && pass.state !== 'rough');
  if (after?.state === 'slipped' || before?.state === 'slipped') return 'wheel-slipped';
  if (before) return before.state === 'off' ? 'dead-centre-off' : null;
  return passes.some((pass) => pass.order < order) ? 'dead-centre-rough' : 'dead-centre-unknown';
}
