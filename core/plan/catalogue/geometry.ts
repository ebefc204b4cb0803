import { choice, length, turns, type Measure } from '../measure.js';

/** Something of a trial: told apart by the length or the shims that were tried. */
const ofTrial = (
  key: string,
  title: string,
  trust: [resolution: number, uncertainty: number],
  how: string,
  more: Partial<Measure> = {},
): Measure => length(key, title, 'geometry', 'valve', trust, how, { at: 'setting', ...more });

/** What is named rather than counted at a trial. */
const CHOICE_OF_TRIAL = { stage: 'geometry', at: 'setting' } as const;

/** Rocker geometry and pushrods: how high the tips stand, what is rubbed on them, and how long the rod is. */
export const GEOMETRY: Measure[] = [
  length(
    'stem-height',
    'Stem height',
    'geometry',
    'valve',
    [0.001, 0.002],
    'From one surface along the whole head up to the tip, valve closed.',
    { byKind: true },
  ),
  length(
    'trial-setting',
    'Trial, pushrod length or shims',
    'geometry',
    'valve',
    [0.001, 0.002],
    'What is tried: the length of the rod; under a stand, the shims.',
    { byKind: true },
  ),
  turns('trial-tool-turns', 'Trial, checking pushrod turns', 'Turns open from fully closed.', {
    byKind: true,
    stage: 'geometry',
    resolution: 1 / 20,
    uncertainty: 1 / 20,
  }),
  ofTrial(
    'mark-width',
    'Rubbed mark, width',
    [0.001, 0.004],
    'Inner edge ; outer edge from the pivot’s side of the tip, or the width alone.',
    { byKind: true, hasEdges: true },
  ),
  ofTrial('mark-offset', 'Rubbed mark, off centre', [0.001, 0.005], 'Plus outward, away from the pivot.', {
    byKind: true,
    sides: { plus: 'outward', minus: 'inward' },
  }),
  ofTrial(
    'trial-roller-height',
    'Roller above the pivot, closed',
    [0.005, 0.01],
    'Along the valve, from the pivot’s middle to the roller’s.',
    { byKind: true, sides: { plus: 'above', minus: 'below' } },
  ),
  ofTrial('trial-retainer-gap', 'Trial, rocker to retainer', [0.001, 0.005], 'The thickest feeler that passes.', {
    byKind: true,
  }),
  ofTrial('trial-pushrod-gap', 'Trial, pushrod to its hole', [0.001, 0.005], 'Feeler all round, through a full turn.', {
    byKind: true,
  }),
  turns('trial-turns', 'Trial, adjuster turns', 'From where the maker lets it start.', {
    byKind: true,
    stage: 'geometry',
    at: 'setting',
  }),
  choice(
    'trial-square',
    'Trial, rocker on its tip',
    ['square', 'leans'],
    'Looked at along the pivot: the roller lies flat across the tip, or leans.',
    CHOICE_OF_TRIAL,
  ),
  ofTrial(
    'trial-lift',
    'Trial, lift at the valve',
    [0.001, 0.003],
    'Dial in line with the stem, through a full turn.',
    { byKind: true },
  ),
  ofTrial(
    'tap-position',
    'Tapped mark, off centre',
    [0.001, 0.002],
    'Rocker struck on the closed valve, no sweep: the middle of its line from the middle of the tip.',
    { sides: { plus: 'outward', minus: 'inward' } },
  ),
  {
    key: 'trial-mid-angle',
    title: 'Trial, arm at mid-lift',
    stage: 'geometry',
    scope: 'valve',
    quantity: 'angle',
    units: ['deg'],
    resolution: 0.5,
    uncertainty: 1,
    how: 'Protractor on the arm at half the lift, from square to the valve.',
    needs: [],
    counts: 'newest',
    sides: { plus: 'above', minus: 'below' },
    at: 'setting',
    byKind: true,
  },
  choice(
    'mark-began',
    'Rubbed mark, where it begins',
    ['outward', 'inward'],
    'Valve closed, the roller stands on the inner edge of its mark (inward), or further out (outward).',
    { ...CHOICE_OF_TRIAL, byKind: true },
  ),
  length('stand-shim', 'Shim under the stand', 'geometry', 'valve', [0.001, 0.0005], 'As fitted.', { byKind: true }),
  turns(
    'stop-turns',
    'Bolt or nut to its stop, turns',
    'From zero lash until its torque is there: it goes to a stop.',
    {
      stage: 'geometry',
      lifter: 'hydraulic',
      byKind: true,
    },
  ),
  turns('pushrod-tool-turns', 'Checking rod, turns open', 'From its shortest, at the chosen mark.', {
    byKind: true,
    stage: 'geometry',
    resolution: 1 / 20,
    uncertainty: 1 / 20,
  }),
  length(
    'pushrod-checked',
    'Pushrod length, checking rod',
    'geometry',
    'valve',
    [0.001, 0.003],
    'Length of the checking rod at the chosen mark.',
    { byKind: true },
  ),
  length(
    'pushrod-length',
    'Pushrod length to order',
    'geometry',
    'valve',
    [0.001, 0.004],
    'Computed from the checking rod and what changes since.',
    { byKind: true, needs: ['pushrod-checked'] },
  ),
  length(
    'pushrod-fitted',
    'Pushrod length, fitted',
    'geometry',
    'valve',
    [0.001, 0.002],
    'Measured on the rod that goes in.',
    { byKind: true },
  ),
  length(
    'pushrod-off',
    'Pushrod, longer than wanted',
    'geometry',
    'valve',
    [0.001, 0.004],
    'The fitted one less the length to order.',
    { needs: ['pushrod-fitted', 'pushrod-checked'] },
  ),
];
