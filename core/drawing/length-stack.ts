/** One term of a length: how much longer or shorter it makes the rod, mm. */
export interface StackTerm {
  name: string;
  value: number;
}

export interface StackStep {
  name: string;
  value: number;
  /** Where it begins and ends on the ruler. */
  from: number;
  to: number;
}

export const STACK = { width: 660, rod: 150, height: 34, margin: 22, figures: 104 };
/** The least that the magnified part of the ruler shows, mm: a term of a hundredth is not blown up to a foot. */
const LEAST_SHOWN = 1;

/**
 * The terms between the checking rod and the rod to order, one below the other on a ruler that is broken: the rod itself
 * is drawn short, what is added and taken away large.
 */
export function lengthStack(
  checked: number,
  terms: readonly StackTerm[],
): { scale: number; steps: StackStep[]; zero: number; end: number } {
  let at = checked;
  const edges = [0];
  const ranges = terms.map(({ name, value }) => {
    const from = at - checked;
    at += value;
    edges.push(at - checked);
    return { name, value, from, to: at - checked };
  });
  const [low, high] = [Math.min(...edges), Math.max(...edges)];
  const room = STACK.width - STACK.figures - STACK.rod - 2 * STACK.margin;
  const scale = room / Math.max(LEAST_SHOWN, high - low);
  const x = (mm: number) => STACK.rod + STACK.margin + (mm - low) * scale;
  return {
    scale,
    zero: x(0),
    end: x(at - checked),
    steps: ranges.map(({ from, to, ...term }) => ({ ...term, from: x(from), to: x(to) })),
  };
}

/** Where the graduations of the ruler lie, each with what it stands for, from the checking rod. */
export function graduations(stack: { scale: number; zero: number }, step: number): { x: number; value: number }[] {
  const from = Math.ceil((STACK.rod + STACK.margin - stack.zero) / stack.scale / step);
  const to = Math.floor((STACK.width - STACK.figures - STACK.margin - stack.zero) / stack.scale / step);
  return Array.from({ length: to - from + 1 }, (_, index) => {
    const value = (from + index) * step;
    return { x: stack.zero + value * stack.scale, value };
  });
}
