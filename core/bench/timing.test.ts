import { EVENT_MEASURES, EVENTS } from '../cam/expected-from-card.js';
import { chance } from '../chance.js';
import type { CardEvents } from '../engine/engine.js';
import { sheetOf } from '../sheet/sheet.js';
import { fileOf, readingOf } from '../sheet/test-file.js';
import { timingOf } from '../sheet/timing.js';
import { readOn, type Gauge } from './gauge.js';
import { endsAt, moved, someCam, type Lobes } from './some-cam.js';

/** Cams that are only curves, read on wheels that may stand wrong: what is said of them must be so. */

const WHEEL: Gauge = { resolution: 0.25, bias: 0, spread: 0.15, backlash: 0 };
const CHECK_MM = 1.27;
const AT = 0.05 * 25.4;
const ROUNDS = 120;
const half = (deg: number) => Math.round(deg * 2) / 2;
const cardOf = (lobes: Lobes) => ({
  unit: 'in' as const, checkAt: 'lobe' as const, checkLift: 0.05, intakeCentreline: half(lobes.I.noseDeg), exhaustCentreline: half(-lobes.E.noseDeg),
  events: Object.fromEntries(Object.entries(endsAt(lobes, CHECK_MM)).map(([event, deg]) => [event, half(deg)])) as unknown as CardEvents,
}); // prettier-ignore
/** A wheel that reads `error` after at true top centre shows so much too much of what is counted after a dead centre. */
const shows = (event: string, deg: number, error: number) => deg + (event.includes('Open') ? -error : error);
const deg = (measure: string, value: number, atValue?: number) => readingOf(measure, 'engine', value.toFixed(2), 'deg', atValue === undefined ? {} : { atValue }); // prettier-ignore

/** Everything that somebody reads: a pass over the stop, then the four events. */
function readingsOf(truth: Lobes, error: number, next: () => number) {
  const stop = 20 + 15 * next();
  const events = endsAt(truth, CHECK_MM);
  return [
    deg('tdc-stop-first', readOn(WHEEL, error + stop, next)),
    deg('tdc-stop-second', readOn(WHEEL, error - stop, next)),
    ...EVENTS.map((event) => deg(EVENT_MEASURES[event], readOn(WHEEL, shows(event, events[event], error), next), AT)),
  ];
}

test('a good cam on a wheel that is known to be off is not called low or high; taken as it was read it would be', () => {
  const next = chance(41);
  let [accused, uncorrected, read] = [0, 0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const cam = someCam(next);
    const error = (next() < 0.5 ? -1 : 1) * (3 + 4 * next());
    const { rows } = sheetOf(fileOf({ readings: readingsOf(cam, error, next), card: cardOf(cam) }));
    for (const row of rows.filter(({ measure }) => Object.values(EVENT_MEASURES).includes(measure as never))) {
      read++;
      if (row.verdict === 'low' || row.verdict === 'high') accused++;
      const { min, max } = row.limit!;
      if (row.corrected!.read < min! - 0.5 || row.corrected!.read > max! + 0.5) uncorrected++;
    }
  }
  expect(accused / read).toBeLessThan(0.005);
  expect(uncorrected / read).toBeGreaterThan(0.9);
});

test('where a cam stands is told by its events alone, to a degree, whatever its flanks', () => {
  const next = chance(43);
  let off = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const printed = someCam(next);
    const advanced = 10 * (next() - 0.5);
    const truth = moved(printed, advanced);
    const file = fileOf({ readings: readingsOf(truth, 0, next), card: cardOf(printed) });
    const { centreline, lifts } = timingOf(file, sheetOf(file));
    expect(centreline!.by).toBe('events');
    if (Math.abs(centreline!.deg - truth.I.noseDeg) > 1) off++;
    const [told] = lifts[0].diagnosis;
    if (Math.abs(advanced) > 2) expect(told.code).toBe('cam-position');
    if (told.code === 'cam-position' && Math.abs(told.advancedBy - advanced) > 1) off++;
  }
  expect(off / ROUNDS).toBeLessThan(0.02);
});

test('a lobe that is longer than its card is told from a cam that stands elsewhere', () => {
  const next = chance(47);
  let told = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const printed = someCam(next);
    const wider = 4 + 4 * next();
    const longer = ({ rampDeg, flankDeg, rampLift }: Lobes['I']['opening']) => ({ rampDeg, flankDeg: flankDeg + wider, rampLift }); // prettier-ignore
    const truth = {
      ...printed,
      I: { ...printed.I, opening: longer(printed.I.opening), closing: longer(printed.I.closing) },
    };
    const file = fileOf({ readings: readingsOf(truth, 0, next), card: cardOf(printed) });
    if (timingOf(file, sheetOf(file)).lifts[0].diagnosis.some((one) => one.code === 'lobe-ends' && one.kind === 'I'))
      told++;
  }
  expect(told / ROUNDS).toBeGreaterThan(0.95);
});
