/**
 * What a dead-centre pass says of the wheel: `true` when it reads dead centre, `confirmed` when it did so twice in a
 * row (the second time after tightening its bolt), `off` when the pointer is to be bent, `slipped` when it read true
 * before and does not now, `misread` when a later pass showed that the wheel had not moved, `rough` for the quick dial,
 * which tells neither.
 */
export type WheelState = 'true' | 'confirmed' | 'off' | 'slipped' | 'misread' | 'rough';

/** What a pass over dead centre found. */
export interface Found {
  /** What the wheel reads at dead centre, plus when it reads after. */
  errorDeg: number;
  /** Found by the quick dial, which only tells where the piston dwells. */
  rough: boolean;
  /** By what it was found, and half of what its two readings lie apart: a wheel that slips moves both and leaves it. */
  by?: string;
  halfSpanDeg?: number;
}

export type WheelPass<F extends Found = Found> = F & {
  state: WheelState;
  /** By how much the midpoint moved since the last pass that told of the wheel. */
  movedDeg: number | null;
};

/** The same stop gives the same span again within so many times what a wheel is read to. */
const SAME_SPAN = 2;

/**
 * Whether a pass that does not read true was misread rather than the wheel moved: the next one by the same means reads
 * true, with its two readings otherwise apart. A wheel that slipped and was set again leaves them as far apart as before.
 */
function isMisread(pass: Found, later: readonly Found[], trueWithinDeg: number): boolean {
  const proof = later.find((one) => !one.rough && Math.abs(one.errorDeg) <= trueWithinDeg);
  if (proof?.by !== pass.by || proof?.halfSpanDeg === undefined || pass.halfSpanDeg === undefined) return false;
  return Math.abs(proof.halfSpanDeg - pass.halfSpanDeg) > SAME_SPAN * trueWithinDeg;
}

/**
 * What each of several passes says of the wheel, in the order in which they were taken.
 *
 * @param trueWithinDeg a pointer within this reads true
 */
export function wheelPasses<F extends Found>(found: F[], trueWithinDeg: number): WheelPass<F>[] {
  let last: WheelPass<F> | null = null;
  return found.map((one, index) => {
    if (one.rough) return { ...one, state: 'rough', movedDeg: null };
    const wasTrue: boolean = last?.state === 'true' || last?.state === 'confirmed';
    const isTrue = Math.abs(one.errorDeg) <= trueWithinDeg;
    const movedDeg = last ? one.errorDeg - last.errorDeg : null;
    if (wasTrue && !isTrue && isMisread(one, found.slice(index + 1), trueWithinDeg))
      return { ...one, state: 'misread', movedDeg };
    const state: WheelState = isTrue ? (wasTrue ? 'confirmed' : 'true') : wasTrue ? 'slipped' : 'off';
    last = { ...one, state, movedDeg };
    return last;
  });
}

/** Why an angle read on the wheel cannot be trusted. */
export type WheelDoubt = 'dead-centre-unknown' | 'dead-centre-rough' | 'dead-centre-off' | 'wheel-slipped';

/** How the wheel stood when an angle was read: what it read at dead centre, 0 for true; or why nobody knows. */
export type WheelStood = { errorDeg: number; doubt: null } | { errorDeg: null; doubt: WheelDoubt };

const UNKNOWN = (doubt: WheelDoubt): WheelStood => ({ errorDeg: null, doubt });

/**
 * How the wheel stood when an angle was read as the `turn`-th reading. The pass before it must have found dead centre,
 * and the pass after it must not have found it elsewhere. A wheel that was found to be off and found so again, or not
 * touched since, is known by how much.
 *
 * @param passes with the turn of their own last readings
 */
export function wheelStood(turn: number, passes: (WheelPass & { turn: number })[], trueWithinDeg: number): WheelStood {
  const told = passes.filter(({ state }) => state !== 'rough' && state !== 'misread');
  const before = told.findLast((pass) => pass.turn < turn);
  const after = told.find((pass) => pass.turn > turn);
  if (after?.state === 'slipped' || before?.state === 'slipped') return UNKNOWN('wheel-slipped');
  if (!before) return UNKNOWN(passes.some((pass) => pass.turn < turn && pass.state === 'rough') ? 'dead-centre-rough' : 'dead-centre-unknown'); // prettier-ignore
  if (before.state !== 'off') return { errorDeg: 0, doubt: null };
  const isStill = !after || Math.abs(after.errorDeg - before.errorDeg) <= trueWithinDeg;
  return isStill ? { errorDeg: before.errorDeg, doubt: null } : UNKNOWN('dead-centre-off');
}
