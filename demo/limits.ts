import type { NewSpecSet } from '../contracts/spec-set.js';
import { EXAMPLE_SPEC_SETS } from '../core/plan/example-spec-sets.js';
import { ownKey, type OwnMeasure } from '../core/plan/own-measure.js';
import type { PathPractice, Recheck } from '../core/plan/practice.js';
import type { SpecLimit, SpecSet } from '../core/plan/spec-sets.js';

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

/** The next version of a set that came with Utex. */
function nextOf({ issued, version: after, ...set }: SpecSet, reason: string, change: Partial<NewSpecSet>): NewSpecSet {
  return { ...set, after, reason, ...change };
}

/** What it tells its racing customers from then on. */
const HYDROPLANE_RECHECKS: Recheck[] = [
  {
    what: 'Lifter preload',
    every: 6,
    count: 'nights',
    bands: [{ overRpm: 6800, factor: 0.5 }],
  },
  {
    what: 'Valve springs',
    every: 12,
    count: 'nights',
    bands: [
      { overRpm: 6800, factor: 0.5 },
      { overRpm: 7300, factor: 0.25 },
    ],
  },
];

/** How it walks the path with them, since a pan came off again for a rag. */
const HYDROPLANE_PATH: PathPractice = {
  gates: [
    { gate: 'pan', asks: ['measure:rod-side-clearance', 'measure:crank-end-play', 'required:bottom-end', 'flags:bottom-end'] },
    { gate: 'heads', asks: ['gate:pan', 'flags:mock-up', 'sign-off:clay-out', 'measure:pv-depth'] },
    { gate: 'valve-covers', asks: ['tightened:heads', 'required:setting', 'flags:setting', 'sign-off:turned-twice'] },
  ],
  cautions: [{ stage: 'setting', says: 'The bar of bench two has no stop: it comes round.' }],
  bench: [{ stage: 'mock-up', items: ['old gasket, 0.051', 'checking springs', 'clay and oil', 'knife', 'dye', 'twelve rags, counted'] }],
  minutes: [{ of: 'setting', minutes: 100 }, { of: 'mock-up', minutes: 240 }],
  told: '{name}, the {engine} that we promised for {promised} will be ready on {expected}: {why}. We are sorry. {shop}',
}; // prettier-ignore

/** What the shop measures besides the catalogue, since pumps came to it. */
const COUPLING: OwnMeasure = {
  title: 'Coupling runout',
  stage: 'bottom-end',
  scope: 'engine',
  unit: 'in',
  resolution: 0.0005,
  how: 'Indicator on the pump flange, one whole turn by hand.',
  caution: 'Plugs out, and nobody’s fingers in the coupling.',
};
const PUMP = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'pump-hydraulic')!;
const PUMP_VERSION = nextOf(PUMP, 'A pump came back with a worn coupling; its runout is ours to look at', {
  measures: [COUPLING],
  practice: {
    ...PUMP.practice,
    rechecks: [
      { what: 'Coupling and its bolts', every: 50, count: 'hours', bands: [] },
      { what: 'Valve springs', every: 400, count: 'hours', bands: [{ overRpm: 4200, factor: 0.5 }] },
    ],
  },
  limits: [
    ...PUMP.limits,
    { measure: ownKey(COUPLING), max: 0.004, preferred: 0.002, unit: 'in', basis: 'absolute', required: false, source: 'Our own teardown notes, pumps' },
  ],
}); // prettier-ignore

const SIDECAR = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'sidecar-solid')!;
/** How wide its own feeler-thin mark is, rubbed by a rocker that was held still. */
const SIDECAR_VERSION = nextOf(SIDECAR, 'Rubbed a tip with the rocker held: the line alone is 0.8 mm, so two marks are enough', {
  practice: {
    ...SIDECAR.practice,
    geometry: { ...SIDECAR.practice.geometry!, lineWidth: { in: 0.031, mm: 0.8 } },
  },
}); // prettier-ignore

const SOLID = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'shop-solid')!;
/** What whoever runs an engine with solid lifters is told, and what is asked at each of its valves. */
const SOLID_VERSION = nextOf(SOLID, 'Pullers came back with loose locks; we tell them when to look', {
  practice: {
    ...SOLID.practice,
    rechecks: [
      { what: 'Valve lash', every: 18, count: 'runs', bands: [{ overRpm: 4600, factor: 0.5 }] },
      { what: 'Valve springs', every: 60, count: 'runs', bands: [] },
      { what: 'Oil and filter', every: 6, count: 'months', bands: [] },
    ],
  },
});

/** The versions of the hydroplane set after the one that came with Utex, of the pump's, the sidecar's and the general one for solid lifters, each so long ago. */
export const DEMO_VERSIONS: { daysAgo: number; version: NewSpecSet }[] = [
  ...SEASONS.map(({ daysAgo, reason }, index) => ({
    daysAgo,
    version: {
      id: EXAMPLE.id,
      after: EXAMPLE.version + index,
      title: EXAMPLE.title,
      lifter: EXAMPLE.lifter,
      limits: SEASONS.slice(0, index + 1).reduce((limits, { change }) => limits.map(change), EXAMPLE.limits),
      practice:
        index === 0 ? EXAMPLE.practice : { ...EXAMPLE.practice, rechecks: HYDROPLANE_RECHECKS, path: HYDROPLANE_PATH },
      reason,
    },
  })),
  { daysAgo: 29, version: SOLID_VERSION },
  { daysAgo: 0.2, version: PUMP_VERSION },
  { daysAgo: 1.2, version: SIDECAR_VERSION },
];
