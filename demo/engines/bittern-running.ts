import { again, events, gate, pass, take, type DemoEngine } from '../acts.js';
import { DEMO_CUSTOMERS } from '../customers.js';
import { PLOUGH_224 } from './bittern.js';

const CHECK_MM = 1.27;
const LASH =
  '1I=0.016 1E=0.018 5I=0.016 5E=0.018 3I=0.016 3E=0.018 6I=0.016 6E=0.018 2I=0.016 2E=0.018 4I=0.016 4E=0.018';

/** The tractor's other six: solid, set cylinder by cylinder at its firing dead centre, handed over, read again after its first heat. */
export const BITTERN_RUNNING: DemoEngine = {
  daysAgo: 28,
  engine: {
    tag: 'BS6-098',
    title: 'Bittern S6, tractor puller',
    customer: DEMO_CUSTOMERS.osgood.name,
    customerId: DEMO_CUSTOMERS.osgood.id,
    layout: 'i6',
    specSet: 'shop-solid',
  },
  acts: [
    gate('pan', 'Its bottom end was not opened'),
    { act: 'caution', stage: 'dead-centre' },
    ...pass('25 after', '25 before'),
    ...pass('25 after', '24.75 before'),
    { act: 'caution', stage: 'cam-timing' },
    PLOUGH_224,
    ...events(CHECK_MM, ['4', '40', '46', '2']),
    gate('front-cover', 'Cam end play was not taken'),
    gate('heads'),
    { act: 'caution', stage: 'setting' },
    { act: 'way', method: 'each-tdc', along: 'firing' },
    take('lash-cold', 'in', LASH),
    take('feeler', 'choice', '1I=go-only 1E=go-only'),
    { act: 'caution', stage: 'proof' },
    { act: 'sign-off', what: 'turned-twice' },
    gate('valve-covers'),
    { act: 'sign' },
    { act: 'life', life: 'handed-over', reason: 'To Osgood Farm, for the first pull of the season' },
  ],
  later: [
    {
      daysAgo: 8,
      acts: [
        { act: 'paper', kind: 'running', body: (day) => ({ on: day(-8), total: { runs: 9 }, perWeek: { runs: 3 }, highestRpm: 4650 }) },
        { act: 'paper', kind: 'occasion', body: (day) => ({ occasion: 'first-heat', kind: 'first-heat', on: day(-8), looked: ['Valve lash'] }) },
        again('first-heat', 'lash-cold', 'in', LASH.replace('4E=0.018', '4E=0.025').replace('2I=0.016', '2I=0.0165')),
      ],
    },
  ],
}; // prettier-ignore
