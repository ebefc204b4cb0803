import { length, type Measure } from '../measure.js';

/** Rocker geometry and pushrods: what is rubbed on a tip, and how long the rod is. */
export const GEOMETRY: Measure[] = [
  length('mark-width', 'Rubbed mark, width', 'geometry', 'valve', [0.001, 0.004], 'Callipers over the rubbed mark.', {
    at: 'setting',
  }),
  length(
    'mark-offset',
    'Rubbed mark, off centre',
    'geometry',
    'valve',
    [0.001, 0.005],
    'Plus outward, away from the pivot.',
    { at: 'setting' },
  ),
  length('stand-shim', 'Shim under the stand', 'geometry', 'valve', [0.001, 0.0005], 'As fitted.'),
  length(
    'pushrod-checked',
    'Pushrod length, checking rod',
    'geometry',
    'valve',
    [0.001, 0.003],
    'Length of the checking rod at the chosen mark.',
  ),
  length(
    'pushrod-fitted',
    'Pushrod length, fitted',
    'geometry',
    'valve',
    [0.001, 0.002],
    'Measured on the rod that goes in.',
  ),
];
