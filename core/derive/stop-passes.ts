import type { Taken } from './rule.js';

/** Two readings that make a pass over dead centre: the one way, then the other. */
export interface StopPass {
  first: Taken;
  second: Taken;
  /** The reading that it was first made with: whatever is put right since, it is the same pass. */
  closedBy: string;
  /** The reading that put it right last; null while nothing was. */
  rightedBy: string | null;
}

const isFirst = ({ measure }: Taken) => measure.endsWith('-first');
const sameDeg = (a: number, b: number) => Math.abs(a - b) < 1e-6;

/** The other side of the same degrees, where both ways stand on one side: the side was forgotten, and is said now. */
function saysItsSide(one: Taken, { first, second }: StopPass): boolean {
  const wrong = isFirst(one) ? first : second;
  return first.value * second.value > 0 && sameDeg(one.value, -wrong.value);
}

/**
 * The passes that readings of a stop, or of equal drops, make: a first and the second after it. A reading that corrects
 * one takes its place in the pass that it is of, as does a second that follows a whole pass, or the same degrees with
 * the side that was forgotten. Any other first begins another pass.
 *
 * @param read first and second ways by one means, in their order
 */
export function stopPasses(read: readonly Taken[]): StopPass[] {
  const passes: StopPass[] = [];
  let begun: Taken | null = null;
  const putRight = (pass: StopPass, one: Taken) => {
    if (isFirst(one)) pass.first = one;
    else pass.second = one;
    pass.rightedBy = one.id;
  };
  for (const one of read) {
    const corrected = one.corrects ? passes.find(({ first, second }) => [first.id, second.id].includes(one.supersedes!)) : undefined; // prettier-ignore
    const last = passes.at(-1);
    if (corrected) putRight(corrected, one);
    else if (begun && isFirst(one)) begun = one;
    else if (begun) {
      passes.push({ first: begun, second: one, closedBy: one.id, rightedBy: null });
      begun = null;
    } else if (last && (!isFirst(one) || saysItsSide(one, last))) putRight(last, one);
    else if (isFirst(one)) begun = one;
  }
  return passes;
}
