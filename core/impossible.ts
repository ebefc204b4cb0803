/** Every reason for which an input can be impossible, with the figures that its wording names. */
interface Reasons {
  'closes-before-it-opens': { deg: number };
  'no-base-circle': { deg: number; longest: number };
  'cylinder-fires-twice': { cylinders: string };
  'pins-fire-apart': { pins: string; allowed: string };
  'interval-count': { count: number };
  'intervals-sum': { sum: number };
  'cylinder-in-two-banks': undefined;
  'firing-order-cylinders': { cylinders: string };
  'pins-cylinders': { cylinders: string };
  'valve-order': { letters: number };
  'custom-needs': undefined;
  'spec-set-lifter': { lifter: string };
  'spec-set-turns': undefined;
  'shim-or-target': undefined;
  'pedestal-has-no-turns': undefined;
  'shim-needs-pedestal': undefined;
  'turns-or-target': undefined;
  'thread-missing': undefined;
  'thread-twice': undefined;
  'growth-unknown': { block: string; head: string };
  'lash-closes-hot': { growth: number };
  'lash-closes-cold': { growth: number };
  'same-stop': undefined;
  'needle-off-dial': { perRev: number };
  'closing-before-opening': undefined;
  'lift-above-lobe': { lobeLift: number };
  'same-lift': undefined;
  'duration-grows-with-lift': undefined;
  'no-lobe-fits': undefined;
  'too-few-points': { fewest: number; count: number };
  'angle-not-ascending': { deg: number };
  'more-than-a-cycle': undefined;
  'ratio-needed': undefined;
  'no-lift': undefined;
  'no-nose': undefined;
  'two-peaks': undefined;
  'step-too-wide': { step: number; most: number };
  'lift-not-reached': { lift: number };
  'point-cells': { line: number };
  'point-not-a-number': { line: number };
  'point-without-angle': { line: number };
  'limit-measure': undefined;
  'limit-lifter': { lifter: string };
  'limit-unit': undefined;
  'limit-valve': undefined;
  'limit-of-bore': undefined;
  'limit-of-card': undefined;
  'limit-without-edge': undefined;
  'limit-edges-crossed': undefined;
  'limit-preferred-outside': undefined;
  'limit-twice': { row: number };
  'own-twice': undefined;
  'figure-unknown': undefined;
  'figure-unit': undefined;
  'figure-no-number': undefined;
  'figure-out-of-reason': undefined;
  'rod-too-short': undefined;
  'spring-bound': undefined;
  'lash-above-lift': undefined;
  'uncertainty-too-large': undefined;
  'collapsed-by-missing': undefined;
  'collapsed-by-nothing': undefined;
  'solid-sinks': undefined;
  'solid-has-no-preload': undefined;
  'pushrod-pair': undefined;
  'check-and-build-pair': undefined;
  'before-and-now-pair': undefined;
  'spring-heights': undefined;
  'spring-pushes-up': undefined;
  'spring-below-solid': undefined;
  'no-springs': undefined;
  'lengths-backwards': undefined;
  'too-many-lengths': { most: number };
  'circle-off-ball': undefined;
  'arm-too-short': undefined;
  'same-setting': undefined;
  'tip-without-width': undefined;
  'edge-off-tip': undefined;
  'target-outside': undefined;
  'depth-or-held-open': undefined;
  'travel-missing': undefined;
  'target-below-bottom': undefined;
  'no-such-day': undefined;
  'no-such-time': undefined;
  'no-such-moment': undefined;
  'no-such-zone': undefined;
  'hours-backwards': undefined;
  'break-outside': undefined;
  'week-without-hours': undefined;
  'never-ready': undefined;
  'step-twice': { id: string };
  'step-unknown': { id: string };
  'step-circle': { id: string };
  'adapter-past-handle': undefined;
  'order-not-whole': { count: number };
  'rows-without-fasteners': undefined;
  'step-takes-no-target': undefined;
  'step-needs-target': undefined;
  'step-target-unit': undefined;
  'gate-ask': { ask: string };
  'wall-closes-rod': undefined;
  'rod-fills-hole': undefined;
  'drop-beyond-stroke': undefined;
  'taps-fit-no-height': undefined;
}
export type ImpossibilityCode = keyof Reasons;

/** One reason why an input cannot be computed, as data; `contracts/wording/impossible.ts` words it. */
export type Impossibility = {
  [Code in ImpossibilityCode]: {
    /** Where in the input it lies, e.g. `['events', 'intakeCloseAbdc']`. */
    path: (string | number)[];
    code: Code;
  } & (Reasons[Code] extends undefined ? { params?: undefined } : { params: Reasons[Code] });
}[ImpossibilityCode];

/** Thrown by a computation whose input passes its schema and still describes nothing that can exist. */
export class ImpossibleInput extends Error {
  readonly issues: Impossibility[];

  constructor(...issues: Impossibility[]) {
    super(issues.map((issue) => `${issue.path.join('.')}: ${issue.code}`).join('; '));
    this.name = 'ImpossibleInput';
    this.issues = issues;
  }
}
