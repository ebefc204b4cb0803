import { valveSpans } from '../../core/cam/base-circle.js';
import { looseByQuarter } from '../../core/cam/quarter-turns.js';
import { placesOf } from '../../core/engine/places.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { gate, pass, take, type DemoAct, type DemoEngine } from '../acts.js';
import { DEMO_CUSTOMERS } from '../customers.js';

const V8 = LAYOUTS.find(({ name }) => name === 'v8')!.engine!;
const VALVES = placesOf(V8, 'valve');
const WAITS = '8E';
/** What comes loose of a true engine with this cam. */
const spans = valveSpans(V8.firingOrder, V8.intervals, V8.seatEvents);
const round = (crankDeg: number, ...loose: string[]): DemoAct => ({ act: 'round', crankDeg, loose });

/** The fire pump's V8: its slack is taken up by quarter turns, five quarters so far, and one valve waits for its rocker. */
export const PETREL_QUARTERS: DemoEngine = {
  daysAgo: 3,
  engine: {
    tag: 'PH8-034',
    title: 'Petrel H8, fire pump',
    customer: DEMO_CUSTOMERS.fenwater.name,
    customerId: DEMO_CUSTOMERS.fenwater.id,
    layout: 'v8',
    specSet: 'shop-hydraulic',
  },
  promisedInDays: 3,
  acts: [
    take('rod-side-clearance', 'in', 'P1=0.016 P2=0.016 P3=0.017 P4=0.016'),
    gate('pan'),
    { act: 'caution', stage: 'dead-centre' },
    ...pass('27 after', '27 before'),
    ...pass('27 after', '27 before'),
    take('cam-end-play', 'in', 'engine=0.005'),
    gate('front-cover'),
    { act: 'caution', stage: 'setting' },
    { act: 'way', method: 'quarter-turns', along: 'bank' },
    { act: 'aside', places: [WAITS], reason: 'its rocker is at the grinder’s' },
    round(0, ...VALVES.filter((place) => place !== WAITS)),
    ...looseByQuarter(spans, 0)
      .slice(0, 4)
      .map(({ crankDeg, places }) => round(crankDeg, ...places.filter((place) => place !== WAITS))),
  ],
};
