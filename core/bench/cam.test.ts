import { clearanceDeg, valveSpans } from '../cam/base-circle.js';
import { completeCard, type CamCard } from '../cam/cam-card.js';
import { turningEvents, type CamKnown, type EventSource } from '../cam/turning-events.js';
import { valveStops } from '../cam/valve-stops.js';
import { chance } from '../chance.js';
import type { CardEvents, Engine, ValveKind } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { liftAt } from './cam-lobe.js';
import { endsAt, moved, someCam, type Lobes } from './some-cam.js';
import { readOn, type Gauge } from './gauge.js';

/** Where valves may be set, against cams that are only curves: what is offered must lie on the base circle. */

const engine = LAYOUTS[0].engine as Engine;
const WHEEL: Gauge = { resolution: 0.5, bias: 0, spread: 0.2, backlash: 0 };
const [SEAT_MM, CHECK_MM] = [0.1524, 1.27];
const rounded = (events: CardEvents) =>
  Object.fromEntries(Object.entries(events).map(([key, deg]) => [key, Math.round(deg * 2) / 2])) as unknown as CardEvents; // prettier-ignore

/** What is printed of a cam: its events at the check lift and its nose; at the seat where `seat`. */
const cardOf = (lobes: Lobes, seat: boolean): CamCard => ({
  unit: 'mm', checkAt: 'lobe', checkLift: CHECK_MM, events: rounded(endsAt(lobes, CHECK_MM)),
  intakeCentreline: Math.round(lobes.I.noseDeg * 2) / 2, exhaustCentreline: -Math.round(lobes.E.noseDeg * 2) / 2,
  ...(seat ? { seatLift: SEAT_MM, seat: rounded(endsAt(lobes, SEAT_MM)) } : {}),
}); // prettier-ignore

const NOTHING: CamKnown = {
  read: () => [],
  centreline: () => undefined,
  card: null,
  swept: () => null,
  opened: { events: engine.seatEvents, isTemplate: true },
};

/** What is known in each way of coming to know a cam. `next` shakes what is read. */
function knownBy(source: EventSource, cam: { printed: Lobes; truth: Lobes }, next: () => number): CamKnown {
  const { printed, truth } = cam;
  const card = completeCard(cardOf(printed, !['card-durations', 'swept'].includes(source)));
  const reads = (lift: number): CamKnown['read'] => {
    const events = endsAt(truth, lift);
    return (event) => [{ deg: readOn(WHEEL, events[event], next), liftMm: lift }];
  };
  const nose = (kind: ValveKind) => readOn(WHEEL, kind === 'I' ? truth.I.noseDeg : -truth.E.noseDeg, next);
  // Read at half the check lift it tells nothing of either.
  const elsewhere = reads(CHECK_MM / 2);
  const of: Record<EventSource, Partial<CamKnown>> = {
    'measured-at-seat': { read: reads(SEAT_MM), card },
    'measured-events': { read: reads(CHECK_MM), card },
    'measured-centreline': { centreline: nose, card, read: elsewhere },
    'card-seat': { card, read: elsewhere },
    swept: { swept: (kind) => Array.from({ length: 321 }, (_, step) => { const deg = truth[kind].noseDeg - 160 + step; return [deg, liftAt(truth[kind], deg)] as const; }) },
    'card-durations': { card, centreline: nose },
    intake: { opened: { events: endsAt(truth, SEAT_MM), isTemplate: false } },
    template: {},
  }; // prettier-ignore
  return { ...NOTHING, ...of[source] };
}

const OWN: EventSource[] = ['measured-at-seat', 'measured-events', 'measured-centreline', 'card-seat', 'swept', 'card-durations', 'intake']; // prettier-ignore

test.each(OWN)('valves are offered on their base circle only: %s', (source) => {
  const next = chance(131);
  for (let cams = 0; cams < 60; cams++) {
    const printed = someCam(next);
    // A card alone tells of a cam that stands as it was ground to.
    const truth = source === 'card-seat' ? printed : moved(printed, 12 * (next() - 0.5));
    const { events, source: from } = turningEvents(knownBy(source, { printed, truth }, next));
    expect(from).toEqual({ I: source, E: source });
    const seat = endsAt(truth, SEAT_MM);
    for (const event of Object.keys(seat) as (keyof CardEvents)[]) {
      // A ramp that is made up is wider than any, never narrower; of unequal flanks the later one is the longer.
      if (source === 'card-durations') expect(events[event] - seat[event]).toBeGreaterThan(-1.5);
      else expect(Math.abs(events[event] - seat[event])).toBeLessThan(2);
    }
    const spans = valveSpans(engine.firingOrder, engine.intervals, seat);
    for (const method of ['eoic', 'each-tdc', 'two-positions', 'fewest'] as const) {
      const { stops } = valveStops({ firingOrder: engine.firingOrder, intervals: engine.intervals, events, marginDeg: 15, method }); // prettier-ignore
      for (const { crankDeg, valves } of stops)
        for (const { place } of valves)
          expect(
            clearanceDeg(
              spans.find((one) => one.place === place)!,
              crankDeg,
            ),
          ).toBeGreaterThan(15 - 4);
    }
  }
});

test('what was read at another lift moves nothing, and a template says that it is one', () => {
  const next = chance(137);
  const printed = someCam(next);
  const known = knownBy('card-seat', { printed, truth: moved(printed, 20) }, next);
  const { events } = turningEvents(known);
  expect(events).toEqual(rounded(endsAt(printed, SEAT_MM)));
  expect(turningEvents(NOTHING)).toEqual({ events: engine.seatEvents, source: { I: 'template', E: 'template' } });
});
