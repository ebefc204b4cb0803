import { choice, length, torque, turns, type Measure } from '../measure.js';

/** Looked over at each valve before it is set: as it should be, or it was not and was put right. */
const LOOKED_OVER: [key: string, title: string, how: string][] = [
  ['rod-in-cups', 'Pushrod in both cups', 'Seated in lifter and rocker, not beside them.'],
  ['trunnion-way', 'Trunnion right way up', 'Flat or oil hole as its maker shows it.'],
  ['rocker-square', 'Rocker square on the tip', 'From above: in line with valve and pushrod.'],
  ['rod-in-hole', 'Right pushrod, right hole', 'Intake and exhaust lengths may differ.'],
];
const lookedOver = LOOKED_OVER.map(([key, title, how]) => choice(key, title, ['right', 'put-right'], how));

/** Preload, lash and what belongs to them, the proof and the tightening. */
export const SETTING: Measure[] = [
  ...lookedOver,
  // The first three are of the first version; an option keeps its place in the list for ever.
  choice(
    'plunger-state',
    'Plunger at zero lash',
    ['at-clip', 'part-way', 'bottomed', 'bled', 'hung', 'collapsed', 'full-of-air'],
    'Where the plunger stood when the play was just gone.',
    { lifter: 'hydraulic' },
  ),
  choice(
    'zero-felt-by',
    'Zero felt by',
    ['play', 'drag'],
    'No more play up and down, or the pushrod that begins to drag when it is spun.',
  ),
  turns('preload-turns', 'Preload, turns', 'Turns of the adjuster past zero lash.', { lifter: 'hydraulic' }),
  length(
    'plunger-depth',
    'Plunger depth',
    'setting',
    'valve',
    [0.001, 0.003],
    'Plunger below its clip; computed from the turns, or measured with a dial.',
    { lifter: 'hydraulic' },
  ),
  length(
    'plunger-depth-hot',
    'Plunger depth, hot',
    'setting',
    'valve',
    [0.001, 0.003],
    'What the growth of head and block leaves of it, where it was set cold.',
    { lifter: 'hydraulic', needs: ['plunger-depth'] },
  ),
  choice(
    'engine-warmth',
    'Engine, as preload is set',
    ['cold', 'warm'],
    'Asked once: a cold engine loses preload as it warms up.',
    { lifter: 'hydraulic', scope: 'engine' },
  ),
  length(
    'held-open',
    'Valve held off its seat',
    'setting',
    'valve',
    [0.001, 0.002],
    'Dial on the retainer: what the valve still stands open at zero turns.',
    { lifter: 'hydraulic' },
  ),
  length(
    'plunger-travel-left',
    'Plunger travel left',
    'setting',
    'valve',
    [0.001, 0.005],
    'From the set plunger down to its bottom; computed where the lifter’s travel is on file.',
    { lifter: 'hydraulic' },
  ),
  turns('adjuster-turns-used', 'Adjuster turns used', 'Turns from the maker’s start to where it is set.', {
    byKind: true,
  }),
  turns('adjuster-turns-left', 'Adjuster turns left', 'Turns from where it is set to where it runs out.', {
    byKind: true,
  }),
  length(
    'lock-screw-depth',
    'Lock screw below its nut',
    'setting',
    'valve',
    [0.001, 0.005],
    'Depth gauge on the nut; one that lies deeper than its neighbours tells of a lifter that hangs.',
  ),
  length(
    'lash-cold',
    'Lash, cold',
    'setting',
    'valve',
    [0.001, 0.0005],
    'Feeler between tip and rocker, engine cold.',
    { byKind: true, lifter: 'solid' },
  ),
  length(
    'lash-hot',
    'Lash, hot',
    'setting',
    'valve',
    [0.001, 0.0005],
    'Feeler between tip and rocker, engine hot and stopped.',
    { byKind: true, lifter: 'solid' },
  ),
  choice(
    'feeler',
    'Go and no-go',
    ['go-only', 'neither', 'both'],
    'The thinner blade goes and the thicker one does not; or neither does; or both do.',
    { lifter: 'solid' },
  ),
  choice('thread-locker', 'Thread locker', ['none', 'applied'], 'On the lock screw or the nut’s thread.'),
  torque('lock-torque', 'Lock torque', 'setting', 'valve', 'Lock nut or screw, adjuster held.'),
  length(
    'valve-lift',
    'Total lift at the valve',
    'proof',
    'valve',
    [0.001, 0.003],
    'Dial in line with the stem, lash and preload as set.',
    { byKind: true },
  ),
  length(
    'lift-lost',
    'Lift lost on the way',
    'proof',
    'valve',
    [0.001, 0.004],
    'Lobe lift times ratio less the lash, less what the valve lifts.',
    { byKind: true, needs: ['valve-lift', 'lobe-lift'] },
  ),
];
