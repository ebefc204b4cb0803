import type { NewSpecSet } from '../contracts/spec-set.js';
import { EXAMPLE_SPEC_SETS, type SpecLimit } from '../core/plan/spec-sets.js';

const EXAMPLE = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'hydroplane-hydraulic')!;

/** What the shop wrote down after a season: how long ago, what of the limits, and why. */
interface Season {
  daysAgo: number;
  reason: string;
  change: (limit: SpecLimit) => SpecLimit;
}

const SEASONS: Season[] = [
  {
    daysAgo: 3,
    reason: 'Two engines came back with scuffed skirts after a hot heat; wider, and a line that we would rather keep',
    change: (limit) =>
      limit.measure === 'piston-wall'
        ? { ...limit, min: 0.0035, preferred: 0.004, source: 'Our own teardown notes, hydroplane, spring' }
        : limit,
  },
  {
    daysAgo: 1,
    reason: 'Plungers ran deep on the last three; the window is narrower, and end play is asked for from now on',
    change: (limit) => {
      if (limit.measure === 'plunger-depth')
        return { ...limit, min: 0.025, max: 0.05, source: 'Our own teardown notes, hydroplane, autumn' };
      return limit.measure === 'crank-end-play' ? { ...limit, required: true } : limit;
    },
  },
];

/** The versions of the hydroplane set after the one that came with Utex, oldest first. */
export const DEMO_VERSIONS: { daysAgo: number; version: NewSpecSet }[] = SEASONS.map(({ daysAgo, reason }, index) => ({
  daysAgo,
  version: {
    id: EXAMPLE.id,
    after: EXAMPLE.version + index,
    title: EXAMPLE.title,
    lifter: EXAMPLE.lifter,
    limits: SEASONS.slice(0, index + 1).reduce((limits, { change }) => limits.map(change), EXAMPLE.limits),
    practice: EXAMPLE.practice,
    reason,
  },
}));
