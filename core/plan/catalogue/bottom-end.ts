import type { Scope } from '../../engine/places.js';
import { length, type Measure } from '../measure.js';

const SIZE: [number, number] = [0.0001, 0.0001];

/** A size that may be taken in several directions, and what the directions say of its shape. */
const size = (key: string, title: string, scope: Scope, how: string): Measure[] => [
  length(key, title, 'bottom-end', scope, SIZE, how, { several: true }),
  length(`${key}-taper`, `${title}, taper`, 'bottom-end', scope, SIZE, 'Front less rear, from the sizes.', {
    needs: [key],
  }),
  length(`${key}-round`, `${title}, out of round`, 'bottom-end', scope, SIZE, 'Along less across, from the sizes.', {
    needs: [key],
  }),
];

/** Block, crank, rods and pistons. */
export const BOTTOM_END: Measure[] = [
  ...size('main-bore', 'Main bearing bore', 'main', 'Bearings in, caps torqued: upright, then across.'),
  ...size('main-journal', 'Main journal', 'main', 'Micrometer, upright, then across.'),
  length(
    'main-clearance',
    'Main bearing clearance',
    'bottom-end',
    'main',
    [0.0001, 0.0002],
    'Bore less journal, or directly.',
  ),
  length(
    'crank-end-play',
    'Crank end play',
    'bottom-end',
    'engine',
    [0.0005, 0.0005],
    'Dial on the nose, crank levered to and fro.',
  ),
  ...size('rod-bore', 'Rod bearing bore', 'cylinder', 'Bearings in, caps torqued: along the rod, then across.'),
  ...size('rod-journal', 'Rod journal', 'cylinder', 'Micrometer, upright, then across.'),
  length(
    'rod-clearance',
    'Rod bearing clearance',
    'bottom-end',
    'cylinder',
    [0.0001, 0.0002],
    'Bore less journal, or directly.',
  ),
  length(
    'rod-side-clearance',
    'Rod side clearance',
    'bottom-end',
    'pin',
    [0.001, 0.001],
    'Feeler between the rods on one pin, spread apart.',
  ),
  ...size('bore', 'Cylinder bore', 'cylinder', 'Bore gauge: along the crank, then across; top, then bottom.'),
  length(
    'piston-skirt',
    'Piston skirt',
    'bottom-end',
    'cylinder',
    SIZE,
    'Micrometer, at the height that the piston maker names.',
  ),
  length(
    'piston-wall',
    'Piston to wall',
    'bottom-end',
    'cylinder',
    [0.0001, 0.0003],
    'Bore less skirt, at the height that the piston maker names.',
  ),
  length(
    'ring-gap-top',
    'Top ring gap',
    'bottom-end',
    'cylinder',
    [0.001, 0.0005],
    'Ring squared in its own bore, feeler in the gap.',
  ),
  length(
    'ring-gap-second',
    'Second ring gap',
    'bottom-end',
    'cylinder',
    [0.001, 0.0005],
    'Ring squared in its own bore, feeler in the gap.',
  ),
  length(
    'deck-height',
    'Deck height',
    'bottom-end',
    'cylinder',
    [0.0005, 0.001],
    'Dial over the pin line at dead centre; plus above the deck, minus in the hole.',
    {
      sides: { plus: 'above', minus: 'below' },
    },
  ),
  length(
    'deck-square',
    'Deck, out of square',
    'bottom-end',
    'bank',
    [0.0005, 0.001],
    'Highest less lowest piston of the bank.',
    {
      needs: ['deck-height'],
    },
  ),
];
