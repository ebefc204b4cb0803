import type { NewSpecSet } from '../contracts/spec-set.js';
import { EXAMPLE_SPEC_SETS } from '../core/plan/example-spec-sets.js';
import type { SpecLimit } from '../core/plan/spec-sets.js';

const EXAMPLE = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'hydroplane-hydraulic')!;

/** What the shop wrote down after a season: how long ago, what of the limits, and why. */
interface Season {
  daysAgo: number;
  reason: string;
  change: (limit: SpecLimit) => SpecLimit;
}

const SEASONS: Season[] = [
  {
    daysAgo: 1.4,
    reason: 'Two engines came back with scuffed skirts after a hot heat; wider, and a line that we would rather keep',
    change: (limit) =>
      limit.measure === 'piston-wall'
        ? { ...limit, min: 0.0035, preferred: 0.004, source: 'Our own teardown notes, hydroplane, spring' }
        : limit,
  },
  {
    daysAgo: 0.5,
    reason:
      'Rods that stood wide threw oil at the bores; side clearance is closer, and mains have a line to keep above',
    change: (limit) => {
      if (limit.measure === 'rod-side-clearance')
        return { ...limit, max: 0.015, source: 'Our own teardown notes, hydroplane, autumn' };
      return limit.measure === 'main-clearance' ? { ...limit, preferred: 0.0023 } : limit;
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
