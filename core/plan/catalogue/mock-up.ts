import { length, type Measure } from '../measure.js';

/** With clay, or with a wire or a feeler: five thousandths is what a careful hand agrees with itself to. */
const byClay = (key: string, title: string, how: string, more: Partial<Measure> = {}): Measure =>
  length(key, title, 'mock-up', 'valve', [0.001, 0.005], how, more);

/** A load as a spring tester shows it. */
const load = (key: string, title: string, how: string, more: Partial<Measure> = {}): Measure => ({
  key,
  title,
  stage: 'mock-up',
  scope: 'valve',
  quantity: 'force',
  units: ['lbf', 'N'],
  resolution: 1,
  uncertainty: 20,
  how,
  needs: [],
  counts: 'newest',
  ...more,
});

/** Piston to valve, springs, retainers: what comes close to what, checked while the engine is mocked up. */
export const MOCK_UP: Measure[] = [
  byClay(
    'pv-depth',
    'Piston to valve, thinnest',
    'Clay cut through its thinnest place. No mark at all: N, untouched.',
    { byKind: true, counts: 'worst', mayBeClear: true },
  ),
  byClay('pv-depth-middle', 'Piston to valve, middle', 'The same clay, straight through the middle of its mark.', {
    byKind: true,
    mayBeClear: true,
  }),
  byClay(
    'pv-dial',
    'Piston to valve, by dial',
    'Valve pushed down to the piston against a dial, crank held at the angle.',
    { byKind: true, at: 'crank' },
  ),
  byClay('pv-radial', 'Piston to valve, radial', 'From valve edge to pocket edge, as the clay shows it.', {
    byKind: true,
    counts: 'worst',
    mayBeClear: true,
  }),
  byClay(
    'pv-depth-final',
    'Piston to valve, thinnest, final build',
    'Computed from the check and what changes since.',
    { byKind: true, needs: ['pv-depth'] },
  ),
  byClay(
    'pv-depth-middle-final',
    'Piston to valve, middle, final build',
    'Computed from the check and what changes since.',
    { byKind: true, needs: ['pv-depth-middle'] },
  ),
  byClay('pv-radial-final', 'Piston to valve, radial, final build', 'Computed from the check and what changes since.', {
    byKind: true,
    needs: ['pv-radial'],
  }),
  length(
    'spring-installed-height',
    'Spring installed height',
    'mock-up',
    'valve',
    [0.001, 0.002],
    'Height gauge between seat and retainer.',
    { byKind: true },
  ),
  length(
    'spring-open-height',
    'Spring open height',
    'mock-up',
    'valve',
    [0.001, 0.004],
    'Installed height less the lift of the valve.',
    { byKind: true, needs: ['spring-installed-height'] },
  ),
  byClay(
    'coil-bind-margin',
    'Coil bind margin',
    'Open height less solid height; or feelers between the coils at full lift.',
    { byKind: true, needs: ['spring-installed-height'] },
  ),
  load('spring-seat-load', 'Spring load, closed', 'Spring tester at the installed height.', {
    byKind: true,
    needs: ['spring-installed-height'],
  }),
  load('spring-open-load', 'Spring load, open', 'Spring tester at the open height.', {
    byKind: true,
    needs: ['spring-installed-height'],
  }),
  byClay('retainer-seal-gap', 'Retainer to seal', 'At full lift.', { byKind: true }),
  byClay('rocker-retainer-gap', 'Rocker to retainer, closed', 'Wire gauge, lifter on its base circle.', {
    byKind: true,
  }),
  byClay('rocker-retainer-open-gap', 'Rocker to retainer, open', 'Wire gauge, at full lift.', { byKind: true }),
  byClay('rocker-retainer-bare-gap', 'Rocker to retainer, closed, no lash cap', 'As closed, the lash cap off.', {
    byKind: true,
  }),
  byClay('rocker-retainer-bare-open-gap', 'Rocker to retainer, open, no lash cap', 'As open, the lash cap off.', {
    byKind: true,
  }),
  byClay('rocker-stud-gap', 'Rocker slot to stud', 'Wire gauge at both ends of the slot, through a full turn.', {
    byKind: true,
  }),
  byClay('pushrod-side-gap', 'Pushrod to head, plate or bar', 'Feeler all round, through a full turn.', {
    byKind: true,
  }),
  byClay(
    'pushrod-side-gap-final',
    'Pushrod to head, rod to be fitted',
    'Less half of what the rod to be fitted is thicker.',
    { byKind: true, needs: ['pushrod-side-gap'] },
  ),
];
