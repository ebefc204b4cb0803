import { length, turns, type Measure } from '../measure.js';

/** Something of a trial: told apart by the length or the shims that were tried. */
const ofTrial = (
  key: string,
  title: string,
  trust: [resolution: number, uncertainty: number],
  how: string,
  more: Partial<Measure> = {},
): Measure => length(key, title, 'geometry', 'valve', trust, how, { at: 'setting', ...more });

/** Rocker geometry and pushrods: how high the tips stand, what is rubbed on them, and how long the rod is. */
export const GEOMETRY: Measure[] = [
  length(
    'stem-height',
    'Stem height',
    'geometry',
    'valve',
    [0.001, 0.002],
    'From one surface along the whole head up to the tip, valve closed.',
  ),
  length(
    'trial-setting',
    'Trial, pushrod length or shims',
    'geometry',
    'valve',
    [0.001, 0.002],
    'What is tried: the length of the rod; under a stand, the shims.',
  ),
  ofTrial(
    'mark-width',
    'Rubbed mark, width',
    [0.001, 0.004],
    'Inner edge ; outer edge from the pivot’s side of the tip, or the width alone.',
    { hasEdges: true },
  ),
  ofTrial('mark-offset', 'Rubbed mark, off centre', [0.001, 0.005], 'Plus outward, away from the pivot.', {
    sides: { plus: 'outward', minus: 'inward' },
  }),
  ofTrial(
    'trial-roller-height',
    'Roller above the pivot, closed',
    [0.005, 0.01],
    'Along the valve, from the pivot’s middle to the roller’s.',
    { sides: { plus: 'above', minus: 'below' } },
  ),
  ofTrial('trial-retainer-gap', 'Trial, rocker to retainer', [0.001, 0.005], 'The thickest feeler that passes.'),
  ofTrial('trial-pushrod-gap', 'Trial, pushrod to its hole', [0.001, 0.005], 'Feeler all round, through a full turn.'),
  turns('trial-turns', 'Trial, adjuster turns', 'From where the maker lets it start.', {
    stage: 'geometry',
    at: 'setting',
  }),
  {
    key: 'trial-square',
    title: 'Trial, rocker on its tip',
    stage: 'geometry',
    scope: 'valve',
    quantity: 'choice',
    units: ['choice'],
    resolution: 1,
    uncertainty: 0,
    how: 'Looked at along the pivot: the roller lies flat across the tip, or leans.',
    needs: [],
    counts: 'newest',
    options: ['square', 'leans'],
    at: 'setting',
  },
  ofTrial('trial-lift', 'Trial, lift at the valve', [0.001, 0.003], 'Dial in line with the stem, through a full turn.'),
  length('stand-shim', 'Shim under the stand', 'geometry', 'valve', [0.001, 0.0005], 'As fitted.'),
  turns('pushrod-tool-turns', 'Checking rod, turns open', 'From its shortest, at the chosen mark.', {
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
  ),
  length(
    'pushrod-length',
    'Pushrod length to order',
    'geometry',
    'valve',
    [0.001, 0.004],
    'Computed from the checking rod and what changes since.',
    { needs: ['pushrod-checked'] },
  ),
  length(
    'pushrod-fitted',
    'Pushrod length, fitted',
    'geometry',
    'valve',
    [0.001, 0.002],
    'Measured on the rod that goes in.',
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
