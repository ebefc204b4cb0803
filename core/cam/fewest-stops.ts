import { CYCLE_DEG, wrapCycle } from '../engine/crank.js';
import { SAME_ANGLE_DEG } from '../tolerances.js';
import { bestClearanceDeg, clearanceDeg, type ValveSpan } from './base-circle.js';

/** An arc of crank angles, from `from` on for `length` degrees. */
interface Arc {
  from: number;
  length: number;
}

/** Where the crank may stand so that the valve keeps `margin` to both ramps. */
function allowedArc(span: ValveSpan, margin: number): Arc {
  return { from: wrapCycle(span.opensDeg + span.openForDeg + margin), length: 2 * (bestClearanceDeg(span) - margin) };
}

const inArc = (arc: Arc, deg: number) => {
  const into = wrapCycle(deg - arc.from);
  return into <= arc.length + SAME_ANGLE_DEG;
};

/**
 * The fewest points that touch every arc of a circle. Some best answer has each point at the end of an arc (slide
 * a point forward until an arc it touches would end). So each arc's end is tried as the first point; the circle is
 * then cut there, and on a line the greedy choice of the earliest end is optimal.
 */
function fewestPoints(arcs: Arc[]): number[] {
  let best: number[] | null = null;
  for (const first of arcs) {
    const cut = wrapCycle(first.from + first.length);
    const open = arcs
      .filter((arc) => !inArc(arc, cut))
      .map((arc) => ({ from: wrapCycle(arc.from - cut), to: wrapCycle(arc.from - cut) + arc.length }))
      .sort((a, b) => a.to - b.to);
    const points = [cut];
    let last = -Infinity;
    for (const arc of open) {
      if (arc.from <= last + SAME_ANGLE_DEG) continue;
      last = arc.to;
      points.push(wrapCycle(cut + last));
    }
    if (!best || points.length < best.length) best = points;
  }
  return best ?? [];
}

/** The middle of what the valves of one stop allow in common: it makes the smallest of their clearances largest. */
function middleOf(spans: ValveSpan[], near: number): number {
  // Each valve's allowance, as degrees forward and back of a crank angle at which all of them rest.
  const back = Math.min(...spans.map((span) => wrapCycle(near - span.opensDeg - span.openForDeg)));
  const forward = Math.min(...spans.map((span) => wrapCycle(span.opensDeg - near)));
  return wrapCycle(near + (forward - back) / 2);
}

/** Gives every valve to the stop at which it stands furthest from its ramps. */
function shareOut(spans: ValveSpan[], points: number[]): ValveSpan[][] {
  const groups: ValveSpan[][] = points.map(() => []);
  for (const span of spans) {
    const clearances = points.map((deg) => clearanceDeg(span, deg));
    groups[clearances.indexOf(Math.max(...clearances))].push(span);
  }
  return groups;
}

const smallestClearance = (groups: ValveSpan[][], points: number[]) =>
  Math.min(...groups.flatMap((group, index) => group.map((span) => clearanceDeg(span, points[index]))));

/**
 * The least number of crank positions from which every valve of `spans` can be set with at least `marginDeg` to any
 * ramp, each placed so that the smallest clearance is as large as that number of positions allows. Every span must
 * have a best clearance of at least `marginDeg`.
 *
 * The count is exact. So is the smallest clearance: the number of positions needed only changes at margins where
 * one valve's allowed arc starts to end before another's begins, m = (endᵢ − startⱼ)/2, so the largest such margin
 * that keeps the count is found among those.
 */
export function fewestStops(spans: ValveSpan[], marginDeg: number): { crankDeg: number; spans: ValveSpan[] }[] {
  if (spans.length === 0) return [];
  const count = (margin: number) => fewestPoints(spans.map((span) => allowedArc(span, margin))).length;
  const fewest = count(marginDeg);

  const largest = Math.min(...spans.map(bestClearanceDeg));
  const turning = spans
    .flatMap((a) => spans.map((b) => wrapCycle(a.opensDeg - b.opensDeg - b.openForDeg) / 2))
    .flatMap((margin) => [margin, margin + CYCLE_DEG / 2])
    .concat(largest)
    .filter((margin) => margin > marginDeg && margin <= largest)
    .sort((a, b) => a - b);
  let low = -1;
  let high = turning.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (count(turning[middle]) <= fewest) low = middle;
    else high = middle;
  }
  const margin = low < 0 ? marginDeg : turning[low];

  // Settle the free choices: centre each stop, then let each valve move to the stop that suits it best.
  let points = fewestPoints(spans.map((span) => allowedArc(span, margin)));
  let groups = shareOut(spans, points);
  for (;;) {
    const occupied = points
      .map((deg, index) => ({ deg, group: groups[index] }))
      .filter(({ group }) => group.length > 0);
    const centred = occupied.map(({ deg, group }) => middleOf(group, deg));
    const shared = shareOut(spans, centred);
    const better = smallestClearance(shared, centred) > smallestClearance(groups, points) + SAME_ANGLE_DEG;
    points = centred;
    groups = better ? shared : occupied.map(({ group }) => group);
    if (!better) break;
  }
  return points.map((crankDeg, index) => ({ crankDeg, spans: groups[index] })).sort((a, b) => a.crankDeg - b.crankDeg);
}
