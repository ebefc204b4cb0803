import { chance } from '../chance.js';
import { planInto, promise, readySteps, type PromiseInput, type WorkStep } from './promise.js';
import { WorkTime, WEEKDAYS, type WorkWeek } from './work-time.js';

const WEEK: WorkWeek = {
  week: WEEKDAYS.slice(0, 5).map((day) => ({ day, from: '08:00', to: '17:00', breakFrom: '12:00', breakTo: '13:00' })),
  closed: ['2026-03-04'],
  timeZone: 'Europe/Amsterdam',
};
/** Monday morning there. */
const MONDAY = '2026-03-02T08:00:00+01:00';
const step = (id: string, hours: number, more: Partial<WorkStep> = {}): WorkStep => ({ id, minutes: hours * 60, needs: [], ...more }); // prettier-ignore
const planned = (steps: WorkStep[], more: Partial<PromiseInput> = {}) => promise({ ...WEEK, from: MONDAY, steps, ...more }); // prettier-ignore
/** Working time by nothing but the clock on the wall. */
const isWorked = (at: number) => {
  const there = new Intl.DateTimeFormat('en-GB', { timeZone: WEEK.timeZone, weekday: 'short', hour: '2-digit', minute: '2-digit', year: 'numeric', month: '2-digit', day: '2-digit', hourCycle: 'h23' }).formatToParts(at); // prettier-ignore
  const part = (type: string) => there.find((one) => one.type === type)!.value;
  const minute = Number(part('hour')) * 60 + Number(part('minute'));
  const isDay = !['Sat', 'Sun'].includes(part('weekday')) && `${part('year')}-${part('month')}-${part('day')}` !== '2026-03-04'; // prettier-ignore
  return isDay && minute >= 480 && minute < 1020 && !(minute >= 720 && minute < 780);
};

describe('when an engine will be ready', () => {
  it('works eight hours a day, rests at noon, at night, on closed days and over the week’s end', () => {
    const { finishAt, plan } = planned([step('setting', 17), step('proof', 16)]);
    expect(plan[0].pieces.map(({ from, to }) => `${from.slice(5, 16)} ${to.slice(11, 16)}`)).toEqual([
      '03-02T07:00 11:00',
      '03-02T12:00 16:00',
      '03-03T07:00 11:00',
      '03-03T12:00 16:00',
      '03-05T07:00 08:00',
    ]);
    expect(finishAt).toBe('2026-03-09T08:00:00.000Z');
  });

  it('goes by the clock on the wall when it is put forward', () => {
    const { plan } = planned([step('setting', 10)], { from: '2026-03-27T08:00:00+01:00' });
    expect(plan[0].pieces.at(-1)).toEqual({ from: '2026-03-30T06:00:00.000Z', to: '2026-03-30T08:00:00.000Z' });
  });

  it('takes what can be done while parts are away, and says what it waits for', () => {
    const { plan, waits, meanwhile, finishAt } = planned([
      step('setting', 2, { notBefore: '2026-03-03T14:00:00+01:00' }),
      step('proof', 1, { needs: ['setting'] }),
      step('shafts', 3),
    ]);
    expect(plan[2].pieces[0].from).toBe('2026-03-02T07:00:00.000Z');
    expect(meanwhile).toEqual(['shafts']);
    expect(waits.every((wait) => wait.for.join() === 'setting')).toBe(true);
    expect(waits[0].from).toBe('2026-03-02T10:00:00.000Z');
    expect(waits.at(-1)!.to).toBe('2026-03-03T13:00:00.000Z');
    expect(finishAt).toBe('2026-03-03T16:00:00.000Z');
  });

  it('is ready at once where nothing is left', () => {
    expect(planned([])).toEqual({ finishAt: '2026-03-02T07:00:00.000Z', plan: [], waits: [], meanwhile: [] });
  });

  it.each([
    ['a circle among the needs', { steps: [step('a', 1, { needs: ['b'] }), step('b', 1, { needs: ['a'] })] }, 'step-circle'],
    ['a step that there is not', { steps: [step('a', 1, { needs: ['z'] })] }, 'step-unknown'],
    ['a step that is there twice', { steps: [step('a', 1), step('a', 1)] }, 'step-twice'],
    ['a week without hours', { week: [], steps: [] }, 'week-without-hours'],
    ['a day that is all break', { week: [{ day: 'mon' as const, from: '08:00', to: '09:00', breakFrom: '08:00', breakTo: '09:00' }] }, 'week-without-hours'],
    ['hours that end before they begin', { week: [{ day: 'mon' as const, from: '17:00', to: '08:00' }] }, 'hours-backwards'],
    ['a break outside the hours', { week: [{ day: 'mon' as const, from: '08:00', to: '12:00', breakFrom: '11:00', breakTo: '13:00' }] }, 'break-outside'],
    ['a time that there is not', { week: [{ day: 'mon' as const, from: '8', to: '17:00' }] }, 'no-such-time'],
    ['a zone that there is not', { timeZone: 'Nowhere/Here' }, 'no-such-zone'],
    ['a closed day that there is not', { closed: ['2026-02-30'] }, 'no-such-day'],
  ])('refuses %s', (_what, more, code) => {
    expect(() => planned([step('a', 1)], more as Partial<PromiseInput>)).toThrow(code);
  }); // prettier-ignore

  describe('over random work', () => {
    const random = chance(14);
    const upTo = (count: number) => Math.floor(random() * count);
    const start = Date.parse(MONDAY);
    const cases = Array.from({ length: 60 }, () =>
      Array.from({ length: 1 + upTo(9) }, (_none, index): WorkStep => ({
        id: `s${index}`,
        minutes: upTo(900),
        // Downwards and upwards in the list alike, never round: by a hidden order.
        needs: Array.from({ length: index }, (_one, other) => `s${other}`).filter(() => random() < 0.25),
        ...(random() < 0.4 ? { notBefore: new Date(start + upTo(20 * 24 * 60) * 60_000).toISOString() } : {}),
      })),
    ).map((steps) => steps.map((one) => ({ one, rank: random() })).sort((a, b) => a.rank - b.rank).map(({ one }) => one)); // prettier-ignore

    it('never works in closed time, does each step whole, and never begins one before its needs and its day', () => {
      for (const steps of cases) {
        const { plan } = planned(steps);
        const endOf = (id: string) => Date.parse(plan.find((one) => one.id === id)!.pieces.at(-1)?.to ?? '1970-01-01');
        for (const { id, pieces } of plan) {
          const { minutes, needs, notBefore } = steps.find((one) => one.id === id)!;
          expect(pieces.reduce((sum, { from, to }) => sum + (Date.parse(to) - Date.parse(from)) / 60_000, 0)).toBeCloseTo(minutes, 6); // prettier-ignore
          for (const { from, to } of pieces) {
            expect([Date.parse(from), Date.parse(to) - 1, (Date.parse(from) + Date.parse(to)) / 2].every(isWorked)).toBe(true); // prettier-ignore
            expect(Date.parse(from)).toBeGreaterThanOrEqual(Math.max(start, ...needs.map(endOf), Date.parse(notBefore ?? MONDAY))); // prettier-ignore
          }
        }
        const all = plan.flatMap(({ pieces }) => pieces).sort((a, b) => a.from.localeCompare(b.from));
        // One pair of hands.
        all.forEach((piece, index) => index > 0 && expect(piece.from >= all[index - 1].to).toBe(true));
      }
    });

    it('waits only where nothing can be begun, and for what holds it up', () => {
      for (const steps of cases)
        for (const wait of planned(steps).waits) {
          expect(isWorked(Date.parse(wait.from))).toBe(true);
          for (const id of wait.for) expect(Date.parse(steps.find((one) => one.id === id)!.notBefore!)).toBeGreaterThanOrEqual(Date.parse(wait.to)); // prettier-ignore
        }
    });

    it('is never later because a part came earlier, nor because work got less', () => {
      for (const steps of cases) {
        const { finishAt } = planned(steps);
        const earlier = steps.map((one) => one.notBefore && random() < 0.5 ? { ...one, notBefore: new Date(Date.parse(one.notBefore) - upTo(5 * 24 * 60) * 60_000).toISOString() } : one); // prettier-ignore
        expect(planned(earlier).finishAt <= finishAt).toBe(true);
        expect(planned(steps.map((one) => ({ ...one, minutes: one.minutes * random() }))).finishAt <= finishAt).toBe(
          true,
        );
      }
    });

    it('ends at the same time in whatever order the list is gone through', () => {
      for (const steps of cases) expect(planned([...steps].reverse()).finishAt).toBe(planned(steps).finishAt);
    });

    it('plans a thousand times into a week that was found out once', () => {
      const ready = readySteps(cases[0]);
      const work = new WorkTime(WEEK, start);
      const ends = Array.from({ length: 1000 }, (_none, nth) => planInto(work, ready, cases[0].map(({ minutes }) => minutes * (1 + nth / 1000)), start).finishAt); // prettier-ignore
      expect([...ends].sort((a, b) => a - b)).toEqual(ends);
    });
  });
});

describe('working time', () => {
  it('is counted between two moments, without night and noon', () => {
    const work = new WorkTime(WEEK, Date.parse(MONDAY));
    expect(work.minutesBetween(Date.parse(MONDAY), Date.parse('2026-03-05T09:00:00+01:00'))).toBe(17 * 60);
  });

  it('refuses to wait for a shop that is never open again', () => {
    const never = { ...WEEK, week: [{ day: 'wed' as const, from: '08:00', to: '17:00' }], closed: [] };
    const closed = Array.from({ length: 520 }, (_none, week) => new Date(Date.UTC(2026, 2, 4 + 7 * week)).toISOString().slice(0, 10)); // prettier-ignore
    expect(() => planned([step('a', 1)], { ...never, closed })).not.toThrow(); // prettier-ignore
    const all = Array.from({ length: 540 }, (_none, week) => new Date(Date.UTC(2026, 2, 4 + 7 * week)).toISOString().slice(0, 10)); // prettier-ignore
    expect(() => planned([step('a', 1)], { ...never, closed: all })).toThrow('never-ready');
  });
});
