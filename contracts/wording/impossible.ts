import type { Impossibility, ImpossibilityCode } from '../../core/impossible.js';

const plain = (value: string | number) => (typeof value === 'number' ? String(Number(value.toFixed(4))) : value);

const IMPOSSIBLE: Record<ImpossibilityCode, string> = {
  'closes-before-it-opens': 'with these events the valve closes before it opens ({deg}° of duration)',
  'no-base-circle':
    'with these events the valve is open for {deg}°; from {longest}° on no base circle is left to set it on',
  'cylinder-fires-twice': 'a cylinder fires twice in this order',
  'interval-count': 'one interval for each firing is needed, {count} in all',
  'intervals-sum': 'the intervals must add up to 720°, these make {sum}°',
  'cylinder-in-two-banks': 'a cylinder stands in two banks',
  'firing-order-cylinders': 'the firing order must name each cylinder once: {cylinders}',
  'pins-cylinders': 'the crank pins must carry each cylinder once: {cylinders}',
  'valve-order': 'I and E in pairs, one pair a cylinder, {letters} letters in all',
  'custom-needs': 'a custom layout must state this itself',
  'spec-set-lifter': 'this spec set is for {lifter} lifters',
  'spec-set-turns': 'this spec set judges by turns, and a shimmed pedestal has none',
  'shim-or-target': 'say the shim taken out, or the plunger travel wanted',
  'pedestal-has-no-turns': 'a shimmed pedestal is not adjusted by turns',
  'shim-needs-pedestal': 'only a pedestal is adjusted by shims',
  'turns-or-target': 'say the turns past zero, or the plunger travel wanted',
  'thread-missing': 'say the threads per unit, or the travel of one turn',
  'thread-twice': 'say either the threads per unit or the travel of one turn, not both',
  'growth-unknown': 'no growth is tabled for a block of {block} with heads of {head}; state the shop’s own',
  'lash-closes-hot': 'with {growth} of growth the hot lash would be below zero',
  'same-stop': 'the wheel reads the same both times: turn the crank to the stop from the other side',
  'needle-off-dial': 'the needle stands between 0 and {perRev}',
  'closing-before-opening': 'the closing flank comes after the opening one',
  'lift-above-lobe': 'the lobe lifts only {lobeLift}',
  'same-lift': 'two different lifts are needed',
  'duration-grows-with-lift': 'a lobe is open for longer at the lower lift',
  'no-lobe-fits': 'no smooth lobe goes through both durations',
  'too-few-points': '{fewest} points are needed, here are {count}',
  'angle-not-ascending': 'the angles must ascend; {deg} does not',
  'more-than-a-cycle': 'a sweep stays within one cycle of 720°',
  'ratio-needed': 'measured at the valve, the rocker ratio is needed',
  'no-lift': 'nothing lifts in this sweep',
  'no-nose': 'the sweep does not reach over the nose: start before it and end behind it',
  'two-peaks': 'this sweep has two noses: was the crank turned back, or the dial moved?',
  'lift-not-reached': 'one of the flanks does not pass {lift} in this sweep',
  'point-cells': 'line {line}: an angle and a lift, no more',
  'point-not-a-number': 'line {line} is no pair of numbers',
  'point-without-angle': 'line {line} has a lift alone: say where the sweep starts and how far each turn goes',
  'limit-measure': 'there is no such measure that could be limited',
  'limit-lifter': 'only engines with {lifter} lifters have this',
  'limit-unit': 'this is no unit of this measure',
  'limit-valve': 'this measure is not one of valves',
  'limit-of-bore': 'only a length can be a part of the bore',
  'limit-of-card': 'the cam card does not say what this ought to be',
  'limit-without-edge': 'state the least, the most, or both',
  'limit-edges-crossed': 'the most lies below the least',
  'limit-preferred-outside': 'the preferred line lies outside the limit',
  'limit-twice': 'row {row} limits this already',
  'lash-closes-cold': 'with {growth} of growth the cold lash would be below zero',
  'own-twice': 'the set has this measure already',
  'figure-unknown': 'an engine has no such figure',
  'figure-unit': 'this unit is not one of this figure',
  'figure-no-number': 'a number, as 4.125 or 4 1/8',
  'figure-out-of-reason': 'no engine has this; look at the number and its unit',
  'rod-too-short': 'a rod must be longer than half the stroke',
  'lash-above-lift': 'with this lash the lobe never opens the valve',
  'uncertainty-too-large': 'this much uncertainty makes engines that cannot turn',
  'collapsed-by-missing': 'say how far the plungers were down',
  'collapsed-by-nothing': 'only collapsed lifters are down by so much',
  'pushrod-pair': 'both diameters, or neither',
  'spring-heights': 'at least two different heights, each once',
  'spring-pushes-up': 'a spring presses harder the lower it stands',
  'spring-below-solid': 'it was tested below the height at which its coils touch',
  'no-springs': 'at least one spring',
  'lengths-backwards': 'the last length lies below the first',
  'too-many-lengths': 'more than {most} lengths: look at the step',
  'circle-off-ball': 'no circle on a ball is as wide as the ball',
  'arm-too-short': 'the arm does not reach so far up and down',
  'same-setting': 'at least two different settings',
  'tip-without-width': 'how wide the valve’s tip is',
  'edge-off-tip':
    'an edge of the mark lies beyond the tip’s own edge: look at the tip’s diameter, or from which side it was read',
  'target-outside': 'the target lies outside its own window',
  'depth-or-held-open': 'say how deep the plunger stands, or by how much the valve is held open; one of the two',
  'travel-missing': 'say how far the plunger travels from its clip to its bottom',
  'target-below-bottom': 'the plunger’s bottom comes before this target',
  'no-such-day': 'there is no such day; say it as 2026-03-02',
  'wall-closes-rod': 'with such a wall the rod would be no tube',
  'rod-fills-hole': 'the rod is no thinner than the hole that it passes',
  'spring-bound': 'the spring would be bound at its installed height',
};

/** A reason for which an input is impossible, in words. */
export function wordImpossibility({ code, params }: Pick<Impossibility, 'code' | 'params'>): string {
  const figures = (params ?? {}) as Record<string, string | number>;
  return IMPOSSIBLE[code].replace(/\{(\w+)\}/g, (_, name: string) => plain(figures[name]));
}

/** Issues of core in the shape of an answer. */
export function asIssues(issues: Impossibility[]): { path: string; message: string }[] {
  return issues.map((issue) => ({ path: issue.path.join('.'), message: wordImpossibility(issue) }));
}
