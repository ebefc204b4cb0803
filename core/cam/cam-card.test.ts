import { completeCard, eventsOfCard, type CamCard } from './cam-card.js';
import { camEvents } from './cam-events.js';

const EVENTS = { intakeOpenBtdc: -4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -6 };
const card = (change: Partial<CamCard>): CamCard => ({ unit: 'in', checkAt: 'lobe', checkLift: 0.05, ...change });

describe('what a card leaves out', () => {
  test('four events give durations, centrelines, separation and advance', () => {
    const { figures, contradictions } = completeCard(card({ events: EVENTS }));
    const { overlap, ...all } = camEvents(EVENTS);
    expect(figures).toMatchObject(all);
    expect(overlap).toBe(-10);
    expect(contradictions).toEqual([]);
  });

  test.each<[string, Partial<CamCard>]>([
    [
      'durations and centrelines',
      { intakeDuration: 212, exhaustDuration: 218, intakeCentreline: 110, exhaustCentreline: 115 },
    ],
    [
      'durations, separation and intake centreline',
      { intakeDuration: 212, exhaustDuration: 218, intakeCentreline: 110, lobeSeparation: 112.5 },
    ],
    [
      'durations, separation and advance',
      { intakeDuration: 212, exhaustDuration: 218, lobeSeparation: 112.5, advance: 2.5 },
    ],
    [
      'one event a lobe and the durations',
      { intakeDuration: 212, exhaustDuration: 218, events: { intakeOpenBtdc: -4, exhaustCloseAtdc: -6 } },
    ],
    [
      'one event a lobe and the centrelines',
      { intakeCentreline: 110, exhaustCentreline: 115, events: { intakeCloseAbdc: 36, exhaustOpenBbdc: 44 } },
    ],
  ])('%s give all four events', (_what, change) => {
    const completed = completeCard(card(change));
    expect(eventsOfCard(completed)).toEqual(EVENTS);
    expect(completed.contradictions).toEqual([]);
  });

  test('seat durations become seat events about the same centrelines', () => {
    const completed = completeCard(
      card({ events: EVENTS, seatLift: 0.006, seatIntakeDuration: 276, seatExhaustDuration: 280 }),
    );
    expect(eventsOfCard(completed, 'seat')).toEqual({
      intakeOpenBtdc: 28,
      intakeCloseAbdc: 68,
      exhaustOpenBbdc: 75,
      exhaustCloseAtdc: 25,
    });
  });

  test('with too little it says what is absent, and guesses nothing', () => {
    const completed = completeCard(card({ intakeDuration: 212, intakeLobeLift: 0.341 }));
    expect(eventsOfCard(completed)).toBeNull();
    expect(completed.absent).toEqual(
      expect.arrayContaining(['events.intakeOpenBtdc', 'lobeSeparation', 'exhaustLobeLift']),
    );
    expect(completed.figures).not.toHaveProperty('intakeCentreline');
  });
});

describe('a card that contradicts itself', () => {
  test('its events give 110, it prints 108', () => {
    const { contradictions } = completeCard(card({ events: EVENTS, intakeCentreline: 108 }));
    expect(contradictions).toContainEqual({ path: 'intakeCentreline', printed: 108, computed: 110 });
  });
  test.each<[string, Partial<CamCard>]>([
    ['intakeDuration', { events: EVENTS, intakeDuration: 218 }],
    ['lobeSeparation', { events: EVENTS, lobeSeparation: 110 }],
    ['advance', { events: EVENTS, advance: 4 }],
    ['events.intakeOpenBtdc', { events: { intakeOpenBtdc: 4 }, intakeDuration: 212, intakeCentreline: 110 }],
    [
      'seatIntakeDuration',
      { events: EVENTS, seat: { intakeOpenBtdc: 28, intakeCloseAbdc: 68 }, seatIntakeDuration: 270 },
    ],
  ])('%s is named', (path, change) => {
    expect(completeCard(card(change)).contradictions.map((found) => found.path)).toContain(path);
  });
  test('half a degree of rounding is no contradiction', () => {
    expect(completeCard(card({ events: EVENTS, lobeSeparation: 112 })).contradictions).toEqual([]);
  });
});
