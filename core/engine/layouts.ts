import type { Engine, LayoutName } from './engine.js';
import { evenIntervals } from './firing.js';

/** What a template fills in when an engine is opened. Everything in it can be changed before the first reading. */
export interface LayoutTemplate {
  name: LayoutName;
  title: string;
  /** `null` for the custom layout, which states everything itself. */
  engine: Engine | null;
  /** Spec set proposed with it. */
  specSet: string;
}

/** General-purpose numbers of our own; the cam card and the maker's sheet replace them on a real engine. */
const HYDRAULIC = {
  lifter: 'hydraulic',
  mount: 'stud-nut',
  thread: { threadsPerUnit: 24, unit: 'in' },
  seatEvents: { intakeOpenBtdc: 30, intakeCloseAbdc: 66, exhaustOpenBbdc: 70, exhaustCloseAtdc: 26 },
} as const satisfies Partial<Engine>;

const SOLID = {
  lifter: 'solid',
  mount: 'rocker-screw',
  thread: { threadsPerUnit: 1, unit: 'mm' },
  seatEvents: { intakeOpenBtdc: 34, intakeCloseAbdc: 62, exhaustOpenBbdc: 66, exhaustCloseAtdc: 30 },
} as const satisfies Partial<Engine>;

export const LAYOUTS: LayoutTemplate[] = [
  {
    name: 'v8',
    title: 'V8',
    specSet: 'shop-hydraulic',
    engine: {
      layout: 'v8',
      banks: [
        { cylinders: [1, 3, 5, 7], valveOrder: 'EIIEEIIE' },
        { cylinders: [2, 4, 6, 8], valveOrder: 'EIIEEIIE' },
      ],
      firingOrder: [1, 8, 7, 2, 6, 5, 4, 3],
      intervals: evenIntervals(8),
      pins: [
        [1, 2],
        [3, 4],
        [5, 6],
        [7, 8],
      ],
      mains: 5,
      ...HYDRAULIC,
      ratio: { intake: 1.6, exhaust: 1.6 },
      metals: { block: 'iron', head: 'aluminium' },
    },
  },
  {
    name: 'i6',
    title: 'Inline six',
    specSet: 'shop-solid',
    engine: {
      layout: 'i6',
      banks: [{ cylinders: [1, 2, 3, 4, 5, 6], valveOrder: 'EIIEEIIEEIIE' }],
      firingOrder: [1, 5, 3, 6, 2, 4],
      intervals: evenIntervals(6),
      pins: [[1], [2], [3], [4], [5], [6]],
      mains: 7,
      ...SOLID,
      ratio: { intake: 1.5, exhaust: 1.5 },
      metals: { block: 'iron', head: 'iron' },
    },
  },
  {
    name: 'v-twin',
    title: 'V-twin',
    specSet: 'shop-solid',
    engine: {
      layout: 'v-twin',
      banks: [
        { cylinders: [1], valveOrder: 'EI' },
        { cylinders: [2], valveOrder: 'IE' },
      ],
      firingOrder: [1, 2],
      intervals: [410, 310],
      pins: [[1, 2]],
      mains: 2,
      ...SOLID,
      ratio: { intake: 1.55, exhaust: 1.5 },
      metals: { block: 'aluminium', head: 'aluminium' },
    },
  },
  {
    name: 'single',
    title: 'Single',
    specSet: 'shop-solid',
    engine: {
      layout: 'single',
      banks: [{ cylinders: [1], valveOrder: 'IE' }],
      firingOrder: [1],
      intervals: [720],
      pins: [[1]],
      mains: 2,
      ...SOLID,
      ratio: { intake: 1.4, exhaust: 1.4 },
      metals: { block: 'aluminium', head: 'aluminium' },
    },
  },
  { name: 'custom', title: 'Custom', specSet: 'shop-hydraulic', engine: null },
];
