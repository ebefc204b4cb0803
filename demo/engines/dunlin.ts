import { DEMO_CUSTOMERS } from '../customers.js';
import { card, drop, events, figures, mockUp, pass, sweep, take, type DemoEngine } from '../acts.js';

const CHECK_MM = 1;

/** The sidecar's uneven twin, measured in millimetres throughout. */
export const DUNLIN: DemoEngine = {
  daysAgo: 1,
  engine: {
    tag: 'DT2-007',
    title: 'Dunlin T2, hill-climb sidecar',
    customer: DEMO_CUSTOMERS.rook.name,
    customerId: DEMO_CUSTOMERS.rook.id,
    layout: 'v-twin',
    specSet: 'sidecar-solid',
    seatEvents: { intakeOpenBtdc: 40, intakeCloseAbdc: 68, exhaustOpenBbdc: 72, exhaustCloseAtdc: 36 },
    data: figures('mm', 'bore=86 stroke=76 rod-length=132 valve-angle-intake=22 valve-angle-exhaust=24 valve-diameter-intake=41 valve-diameter-exhaust=35 pocket-diameter-intake=44 pocket-diameter-exhaust=38'),
    parts: { parts: [{ part: 'pistons', maker: 'Ostler', number: 'OP-86-T' }] },
  },
  promisedInDays: 9,
  acts: [
    { act: 'caution', stage: 'bottom-end' },
    take('bore', 'mm', '1=86.01;86.01 2=86.02;86.01'),
    take('piston-skirt', 'mm', '1=85.94 2=85.95'),
    take('ring-gap-top', 'mm', '1=0.42 2=0.41'),
    take('ring-gap-second', 'mm', '1=0.43 2=0.43'),
    take('rod-side-clearance', 'mm', 'P1=0.45'),
    take('crank-end-play', 'mm', 'engine=0.18'),
    take('deck-height', 'mm', '1=0.30_below 2=0.28_below'),
    { act: 'caution', stage: 'dead-centre' },
    ...pass('33 after', '30 before'),
    ...pass('31.5 after', '31.5 before'),
    ...pass('31.5 after', '31.25 before'),
    { act: 'caution', stage: 'cam-timing' },
    card({
      title: 'Sallow 2',
      unit: 'mm',
      checkAt: 'lobe',
      checkLift: 1,
      events: { intakeOpenBtdc: 16, intakeCloseAbdc: 44, exhaustOpenBbdc: 48, exhaustCloseAtdc: 12 },
      seatLift: 0.15,
      seat: { intakeOpenBtdc: 40, intakeCloseAbdc: 68, exhaustOpenBbdc: 72, exhaustCloseAtdc: 36 },
      intakeLobeLift: 8.4,
      exhaustLobeLift: 8.2,
    }),
    ...events(CHECK_MM, ['15.5', '44.5', '47.5', '12.5']),
    ...drop('intake', 0.5, '74', '134.5'),
    ...drop('intake', 1, '61.5', '147'),
    take('lobe-lift', 'mm', '1I=8.40 1E=8.19 2I=8.40 2E=8.20'),
    sweep('1I', 'mm', { lobeLift: 8.4, durations: [{ lift: 0.15, duration: 288 }, { lift: 1, duration: 240 }], centreline: 104.5 }, 0.01),
    { act: 'caution', stage: 'mock-up' },
    mockUp({ unit: 'mm', gasketAtCheck: 1, gasketFinal: 0.8, lash: { I: 0.11, E: 0.13 }, springs: 'final', same: { rockers: true, lifters: true, lashCaps: true, springs: true } }),
    take('pv-depth', 'mm', '1I=1.45 1E=2.6 2I=1.50 2E=2.55'),
    take('pv-depth-middle', 'mm', '1I=1.55 1E=2.7 2I=1.60 2E=2.65'),
    take('pv-radial', 'mm', '1I=1.4 1E=1.5 2I=1.4 2E=1.45'),
    { act: 'caution', stage: 'setting' },
    take('lash-cold', 'mm', '1I=0.11 1E=0.13'),
  ],
}; // prettier-ignore
