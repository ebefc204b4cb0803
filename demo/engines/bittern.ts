import { DEMO_CUSTOMERS } from '../customers.js';
import { card, drop, events, figures, gate, mockUp, pass, take, type DemoEngine } from '../acts.js';

const CHECK_MM = 1.27;

/** The cam of the tractors. */
export const PLOUGH_224 = card({
  title: 'Plough 224',
  unit: 'in',
  checkAt: 'lobe',
  checkLift: 0.05,
  events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 },
  intakeCentreline: 108,
  seatLift: 0.006,
  seatIntakeDuration: 272,
  seatExhaustDuration: 276,
  intakeLobeLift: 0.338,
  exhaustLobeLift: 0.338,
});

/** The tractor's six: its wheel slipped on the crank between the events, so they were all read again; signed. */
export const BITTERN: DemoEngine = {
  daysAgo: 10,
  engine: {
    tag: 'BS6-114',
    title: 'Bittern S6, tractor puller',
    customer: DEMO_CUSTOMERS.osgood.name,
    customerId: DEMO_CUSTOMERS.osgood.id,
    layout: 'i6',
    specSet: 'tractor-solid',
    data: figures('in', 'bore=3.875 stroke=4.25 rod-length=7.0 valve-angle-intake=0 valve-angle-exhaust=0'),
  },
  promisedInDays: -1,
  acts: [
    gate('pan', 'Came to us as a short block; its builder’s own sheet says so'),
    { act: 'caution', stage: 'dead-centre' },
    ...pass('24.5 after', '25 before'),
    ...pass('24.75 after', '24.75 before'),
    { act: 'caution', stage: 'cam-timing' },
    PLOUGH_224,
    ...events(CHECK_MM, ['4', '40', '49.5', '1.5 after']),
    ...pass('28.25 after', '21.5 before'),
    ...pass('25 after', '24.75 before'),
    ...pass('24.75 after', '24.75 before'),
    ...events(CHECK_MM, ['4', '40.25', '46', '2']),
    ...drop('intake', 0.508, '82', '134'),
    ...drop('intake', 1.27, '66.5', '149.5'),
    take('cam-end-play', 'in', 'engine=0.006'),
    gate('front-cover'),
    { act: 'caution', stage: 'mock-up' },
    mockUp({
      unit: 'in',
      gasketAtCheck: 0.038,
      gasketFinal: 0.038,
      lash: { I: 0.016, E: 0.02 },
      lashAtCheck: { I: 0.016, E: 0.02 },
      springs: 'final',
      same: { rockers: true, lifters: true, lashCaps: true, springs: true },
    }),
    take('pv-depth', 'in', '1I=0.148 1E=0.250_untouched 6I=0.151 6E=0.250_untouched'),
    { act: 'sign-off', what: 'clay-out' },
    gate('heads'),
    { act: 'caution', stage: 'setting' },
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
    { act: 'sign-off', what: 'turned-twice' },
    gate('valve-covers'),
    { act: 'sign' },
  ],
};
