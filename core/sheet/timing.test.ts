import { followsFrom, diagnose } from '../cam/events-whole.js';
import { chance } from '../chance.js';
import type { CamCard } from '../cam/cam-card.js';
import type { CardEvents } from '../engine/engine.js';
import { EVENT_MEASURES, EVENTS, isOpening } from '../cam/expected-from-card.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';
import { timingOf } from './timing.js';

const PRINTED: CardEvents = { intakeOpenBtdc: 14, intakeCloseAbdc: 52, exhaustOpenBbdc: 60, exhaustCloseAtdc: 10 };
const CARD: CamCard = { unit: 'in', checkAt: 'lobe', checkLift: 0.05, events: PRINTED };
const deg = (measure: string, entered: string, atValue?: number) => readingOf(measure, 'engine', entered, 'deg', { atValue }); // prettier-ignore
const TRUE = [deg('tdc-stop-first', '30 after'), deg('tdc-stop-second', '30 before')];
const LIFT = 1.27;
const read = (events: Partial<CardEvents>, atValue = LIFT) =>
  EVENTS.flatMap((event) => (events[event] === undefined ? [] : [deg(EVENT_MEASURES[event], String(events[event]), atValue)])); // prettier-ignore
const whole = (readings: Reading[], card: CamCard | null = CARD) => {
  const file = fileOf({ readings: [...TRUE, ...readings], card });
  return timingOf(file, sheetOf(file));
};
/** Every event that much earlier. */
const earlier = (events: CardEvents, by: Partial<Record<keyof CardEvents, number>>) =>
  Object.fromEntries(EVENTS.map((event) => [event, events[event] + (isOpening(event) ? 1 : -1) * (by[event] ?? 0)])) as unknown as CardEvents; // prettier-ignore
const all = (by: number) => Object.fromEntries(EVENTS.map((event) => [event, by]));

describe('four events as a whole', () => {
  test('give durations, centrelines, separation and advance, each held to the card', () => {
    expect(followsFrom(PRINTED)).toEqual({
      intakeDuration: 246, exhaustDuration: 250, intakeCentreline: 109, exhaustCentreline: 115, lobeSeparation: 112, advance: 3, overlap: 24,
    }); // prettier-ignore
    const [{ follows, events, diagnosis, liftMm }] = whole(read(earlier(PRINTED, all(2)))).lifts;
    expect(liftMm).toBe(LIFT);
    expect(follows.intakeDuration).toEqual({ measured: 246, card: 246, apart: 0 });
    expect(follows.advance).toEqual({ measured: 5, card: 3, apart: 2 });
    expect(events.intakeOpenBtdc).toEqual({ measured: 16, card: 14, apart: 2 });
    expect(diagnosis).toEqual([{ code: 'cam-position', advancedBy: 2 }]);
  });

  test.each([
    ['nothing', {}, [{ code: 'agrees' }]],
    ['the cam stands elsewhere', all(-3), [{ code: 'cam-position', advancedBy: -3 }]],
    ['a lobe whose both ends lie outward', { intakeOpenBtdc: 4, intakeCloseAbdc: -4 }, [{ code: 'lobe-ends', kind: 'I', longerBy: 8 }]],
    ['the same on a cam that stands elsewhere', { ...all(3), exhaustOpenBbdc: -2, exhaustCloseAtdc: 8 }, [{ code: 'cam-position', advancedBy: 3 }, { code: 'lobe-ends', kind: 'E', longerBy: -10 }]],
    ['one alone', { exhaustCloseAtdc: 6 }, [{ code: 'misread', event: 'exhaustCloseAtdc', by: 6 }]],
    ['no one cause', { intakeOpenBtdc: 5, exhaustOpenBbdc: 9, exhaustCloseAtdc: -3 }, [{ code: 'mixed' }]],
  ] as const)('tell %s', (_what, by, diagnosis) =>
    expect(whole(read(earlier(PRINTED, by))).lifts[0].diagnosis).toEqual(diagnosis)); // prettier-ignore

  test('of a card with one lobe’s events alone speak of that lobe, and of one event nothing', () => {
    const half: CamCard = { ...CARD, events: { intakeOpenBtdc: 14, intakeCloseAbdc: 52 } };
    expect(whole(read(earlier(PRINTED, all(4))), half).lifts[0].diagnosis).toEqual([{ code: 'cam-position', advancedBy: 4 }]); // prettier-ignore
    expect(whole(read({ intakeOpenBtdc: 14 })).lifts[0].diagnosis).toEqual([{ code: 'too-few' }]);
  });

  test('are called off in no more than one cam of two hundred that is not, read to half a degree', () => {
    const next = chance(3);
    const near = (value: number) => Math.round((value + 0.25 * (next() + next() + next() + next() - 2)) * 4) / 4;
    let [false_, missed] = [0, 0];
    const ROUNDS = 4000;
    for (let round = 0; round < ROUNDS; round++) {
      const readOn = (events: CardEvents) => Object.fromEntries(EVENTS.map((event) => [event, near(events[event])]));
      if (diagnose(readOn(PRINTED), PRINTED, 0.5)[0].code !== 'agrees') false_++;
      const by = (next() < 0.5 ? -1 : 1) * (2 + 6 * next());
      const [told] = diagnose(readOn(earlier(PRINTED, all(by))), PRINTED, 0.5);
      if (told.code !== 'cam-position' || Math.abs(told.advancedBy - by) > 0.75) missed++;
    }
    expect(false_ / ROUNDS).toBeLessThan(0.005);
    expect(missed / ROUNDS).toBeLessThan(0.02);
  });
});

describe('events at another lift than the card’s', () => {
  test('are not judged, and say why; at a further lift that the card prints they are', () => {
    const rowAt = (card: CamCard, lift: number) => {
      const file = fileOf({ readings: [...TRUE, deg('intake-open', '30', lift)], card });
      return sheetOf(file).rows.find(({ measure }) => measure === 'intake-open')!;
    };
    const other = rowAt(CARD, 0.508);
    expect([other.verdict, other.limit, other.hints.map(({ code }) => code)]).toEqual(['unjudged', null, ['lift-not-on-card']]); // prettier-ignore
    const also = { ...CARD, also: [{ lift: 0.02, events: { intakeOpenBtdc: 30.5 } }] };
    expect(rowAt(also, 0.508).verdict).toBe('in');
    expect(rowAt({ ...CARD, seatLift: 0.006, seat: { intakeOpenBtdc: 45 } }, 0.1524).verdict).toBe('low');
    expect(rowAt({ ...CARD, seatLift: 0.006 }, 0.1524).verdict).toBe('unjudged');
  });
});

describe('the sprocket', () => {
  const drops = (middle: number, more: [number, number][] = [[46, 0], [81, 0]]) =>
    more.flatMap(([wide, off], turn) => [
      deg('intake-drop-opening', String(middle - wide / 2 + off), 0.5 + turn),
      deg('intake-drop-closing', String(middle + wide / 2 + off), 0.5 + turn),
    ]); // prettier-ignore

  test('goes by the events where there are no drops', () => {
    const { centreline, sprocket } = whole(read(earlier(PRINTED, all(-3))));
    expect(centreline).toEqual({ by: 'events', deg: 112, isDisputed: false });
    expect(sprocket).toMatchObject({ target: 109, best: { offset: 4 } });
  });

  test('of a lobe whose flanks are uneven the events are moved as far as the card’s are', () => {
    const uneven = { ...CARD, intakeCentreline: 107 };
    expect(whole(read(earlier(PRINTED, all(2))), uneven).centreline).toMatchObject({ deg: 105 });
    const both = whole([...read(PRINTED), ...drops(107)], uneven);
    expect(both.noses.I).toMatchObject({ byEvents: 107, byDrops: 107, apart: 0, trust: null });
  });

  test('says when events and drops contradict each other, and which to trust', () => {
    const longer = earlier(PRINTED, { intakeOpenBtdc: 9, intakeCloseAbdc: -1 });
    expect(whole([...read(longer), ...drops(109)]).noses.I).toMatchObject({ trust: 'drops', byDrops: 109 });
    const spread = whole([...read(PRINTED), ...drops(112, [[46, 0], [81, 4]])]); // prettier-ignore
    expect(spread.noses.I.trust).toBe('events');
    expect(spread.centreline).toEqual({ by: 'events', deg: 109, isDisputed: true });
    expect(whole([...read(PRINTED), ...drops(114)]).noses.I.trust).toBe('neither');
  });
});

describe('an event that is read again', () => {
  const hintsOf = (first: number, second: number, between: Reading[] = []) => {
    const file = fileOf({ readings: [...TRUE, deg('intake-open', String(first), LIFT), ...between, deg('intake-open', String(second), LIFT)], card: CARD }); // prettier-ignore
    return sheetOf(file)
      .rows.find(({ measure }) => measure === 'intake-open')!
      .hints.map(({ code }) => code);
  };

  test('and is elsewhere asks whether one turned back to it; not where the sprocket was moved between', () => {
    expect(hintsOf(14, 15.5)).toEqual(['apart-from-before']);
    expect(hintsOf(14, 14.5)).toEqual([]);
    expect(hintsOf(14, 16, [deg('cam-offset', '2')])).toEqual([]);
  });

  test('asks it of less than one in two hundred careful hands', () => {
    const next = chance(9);
    const near = () => Math.round((14 + 0.3 * (next() + next() + next() + next() + next() + next() - 3)) * 4) / 4;
    const asked = Array.from({ length: 3000 }, () => (Math.abs(near() - near()) > 1.25 ? 1 : 0)).reduce((a, b) => a + b, 0 as number); // prettier-ignore
    expect(asked / 3000).toBeLessThan(0.005);
  });
});
