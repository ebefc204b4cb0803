import { gate, pass, pushrods, take, type DemoEngine } from '../acts.js';
import { DEMO_CUSTOMERS } from '../customers.js';

/** The hydroplane's spare V8: set in the fewest stops; one lifter hangs in its bore, and one valve is held off its seat. */
export const PETREL_HUNG: DemoEngine = {
  daysAgo: 4,
  engine: {
    tag: 'PH8-027',
    title: 'Petrel H8, spare for the hydroplane',
    customer: DEMO_CUSTOMERS.fenwater.name,
    customerId: DEMO_CUSTOMERS.fenwater.id,
    layout: 'v8',
    specSet: 'hydroplane-hydraulic',
    seatEvents: { intakeOpenBtdc: 36, intakeCloseAbdc: 76, exhaustOpenBbdc: 80, exhaustCloseAtdc: 34 },
    data: { figures: { 'plunger-travel': { entered: '0.120', unit: 'in' } } },
  },
  promisedInDays: 21,
  acts: [
    gate('pan', 'Side clearance forgotten; its rods are the ones of last season'),
    { act: 'caution', stage: 'dead-centre' },
    ...pass('28 after', '28 before'),
    ...pass('28 after', '28.25 before'),
    take('cam-end-play', 'in', 'engine=0.006'),
    gate('front-cover'),
    gate('heads'),
    { act: 'caution', stage: 'setting' },
    pushrods({ unit: 'in', convention: 'overall', plunger: { target: 0.04, min: 0.02, max: 0.06 }, rods: 'one' }),
    { act: 'way', method: 'fewest', along: 'firing' },
    take('preload-turns', 'turn', '1I=5/8 1E=5/8 8I=5/8 8E=0.5 7E=5/8 2E=5/8 6I=5/8 5I=0.625 4I=5/8 3E=5/8 7I=5/8 2I=0.625 6E=5/8 5E=5/8 4E=5/8'),
    take('plunger-state', 'choice', '3I=hung'),
    take('preload-turns', 'turn', '3I=0.125'),
    take('lock-screw-depth', 'in', '1I=0.102 1E=0.101 5I=0.103 5E=0.101 7I=0.102 7E=0.102 3E=0.101 3I=0.141'),
    { act: 'answer', measure: 'lock-screw-depth', place: '3I', hint: 'adjuster-deep', reason: 'Lifter hung in its bore; out, honed and oiled' },
    take('plunger-state', 'choice', '3I=at-clip'),
    take('preload-turns', 'turn', '3I=5/8'),
    take('held-open', 'in', '4E=0.018'),
  ],
}; // prettier-ignore
