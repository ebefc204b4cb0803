import type { NewEngine } from '../contracts/engine.js';

/** One act at the bench, in the order in which it was done. */
export type DemoAct =
  | { act: 'take'; measure: string; unit: string; values: [place: string, entered: string][] }
  | {
      act: 'decide';
      measure: string;
      place: string;
      action: 're-measured' | 'reworked' | 'replaced' | 'accepted';
      reason: string;
    }
  | { act: 'caution' }
  | { act: 'sign' };

export interface DemoEngine {
  /** How long before now the first act was done. */
  daysAgo: number;
  engine: NewEngine;
  acts: DemoAct[];
}

const take = (measure: string, unit: string, text: string): DemoAct => ({
  act: 'take',
  measure,
  unit,
  values: text.split(' ').map((pair) => pair.split('=') as [string, string]),
});

/** The four engines of the shop, one signed, one with open flags, one half set, one just opened. All made up. */
export const DEMO_ENGINES: DemoEngine[] = [
  {
    daysAgo: 10,
    engine: {
      tag: 'BS6-114',
      title: 'Bittern S6, tractor puller',
      customer: 'Osgood Farm Pulling Team',
      layout: 'i6',
      specSet: 'tractor-solid',
    },
    acts: [
      { act: 'caution' },
      take('lash-cold', 'in', '1I=0.016 1E=0.020 5I=0.016 5E=0.020 3I=0.016 3E=0.0205 6I=0.0165 6E=0.020'),
      take('lash-cold', 'in', '2I=0.016 2E=0.026 4I=0.0155 4E=0.020'),
      {
        act: 'decide',
        measure: 'lash-cold',
        place: '2E',
        action: 'reworked',
        reason: 'Lock nut had slipped; set again',
      },
      take('lash-cold', 'in', '2E=0.020'),
      { act: 'sign' },
    ],
  },
  {
    daysAgo: 2,
    engine: {
      tag: 'PH8-031',
      title: 'Petrel H8, river hydroplane',
      customer: 'Fenwater Racing',
      layout: 'v8',
      specSet: 'hydroplane-hydraulic',
      seatEvents: { intakeOpenBtdc: 36, intakeCloseAbdc: 76, exhaustOpenBbdc: 80, exhaustCloseAtdc: 34 },
    },
    acts: [
      { act: 'caution' },
      take(
        'preload-turns',
        'turn',
        '1I=5/8 8I=5/8 1E=0.5 7I=0.625 8E=0.625 2I=0.5 7E=5/8 6I=5/8 2E=5/8 6E=1.125 5I=0.625',
      ),
      take('preload-turns', 'turn', '8E=0.5 5E=0.9'),
    ],
  },
  {
    daysAgo: 1,
    engine: {
      tag: 'DT2-007',
      title: 'Dunlin T2, hill-climb sidecar',
      customer: 'Rook and Tansley Sidecars',
      layout: 'v-twin',
      specSet: 'sidecar-solid',
      seatEvents: { intakeOpenBtdc: 40, intakeCloseAbdc: 68, exhaustOpenBbdc: 72, exhaustCloseAtdc: 36 },
    },
    acts: [{ act: 'caution' }, take('lash-cold', 'mm', '1I=0.11 1E=0.13')],
  },
  {
    daysAgo: 0.02,
    engine: {
      tag: 'KM1-052',
      title: 'Knot M1, pump race',
      customer: 'Lower Weir Volunteers',
      layout: 'single',
      lifter: 'hydraulic',
      mount: 'stud-nut',
      thread: { threadsPerUnit: 20, unit: 'in' },
      specSet: 'pump-hydraulic',
    },
    acts: [],
  },
];
