import { chance } from '../chance.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { measureOf } from '../plan/measures.js';
import { GENERAL_PRACTICE, type Recheck } from '../plan/practice.js';
import { nextOccasion, type Occasion, type Running } from '../plan/running.js';
import type { Act } from './acts.js';
import { driftOf } from './drift.js';
import { dueOf } from './due.js';
import type { Paper } from './papers.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

const IN = 25.4;
const I6 = LAYOUTS.find(({ name }) => name === 'i6')!.engine as Engine;
const V8 = LAYOUTS[0].engine as Engine;
const solid = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'tractor-solid')!;
const LASH = measureOf('lash-cold');

const handed = (day: string): Act => ({ kind: 'life', id: 'h', life: 'handed-over', reason: 'to its owner', by: 'lead', at: `${day}T15:00:00.000Z` }); // prettier-ignore
const paper = (kind: string, body: object): Paper => ({ id: `${kind}-${JSON.stringify(body)}`, kind, body, by: 'builder', at: '2026-03-02T08:00:00.000Z' }); // prettier-ignore
const run = (body: Running) => paper('running', body);
const looked = (on: string, what: string[]): Paper => paper('occasion', { occasion: 'recheck-1', kind: 'recheck', on, looked: what } satisfies Occasion); // prettier-ignore
const SPRINGS: Recheck = { what: 'Valve springs', every: 12, count: 'nights', bands: [{ overRpm: 6800, factor: 0.5 }] };
const LASHES: Recheck = { what: 'Lash', every: 6, count: 'nights', bands: [] };
const OIL: Recheck = { what: 'Oil', every: 6, count: 'months', bands: [{ overRpm: 7000, factor: 0.75 }] };
const due = (papers: Paper[], rechecks: Recheck[], acts: Act[] = [handed('2026-03-02')]) => dueOf({ acts, papers, signed: null }, { rechecks }); // prettier-ignore

describe('what is looked at again', () => {
  test('is due by what was run since the hand-over, and sooner for what was turned faster', () => {
    const papers = [run({ on: '2026-03-16', total: { nights: 4 }, perWeek: { nights: 2 } })];
    expect(due(papers, [SPRINGS])).toEqual([{ what: 'Valve springs', on: '2026-04-13', isUsedUp: false, left: 8, intervalNow: 12, count: 'nights' }]); // prettier-ignore
    const faster = [run({ on: '2026-03-16', total: { nights: 4 }, perWeek: { nights: 2 }, highestRpm: 7000 })];
    expect(due(faster, [SPRINGS])[0]).toMatchObject({ on: '2026-03-23', intervalNow: 6, left: 2 });
  });

  test('what was looked at counts anew from that day; what was not goes on', () => {
    const papers = [
      run({ on: '2026-03-16', total: { nights: 4 }, perWeek: { nights: 2 } }),
      looked('2026-03-20', ['Lash']),
      run({ on: '2026-03-30', total: { nights: 7 }, perWeek: { nights: 2 } }),
    ];
    const [lash, springs] = ['Lash', 'Valve springs'].map((what) => due(papers, [LASHES, SPRINGS]).find((one) => one.what === what)); // prettier-ignore
    expect(lash).toMatchObject({ left: 3, on: '2026-04-10' });
    expect(springs).toMatchObject({ left: 5, on: '2026-04-17' });
  });

  test('what is used up is due whatever anybody says of its weeks; what nobody says anything of has no day', () => {
    const used = [run({ on: '2026-04-01', total: { nights: 20 }, perWeek: {} })];
    expect(due(used, [LASHES])[0]).toMatchObject({ isUsedUp: true, left: 0, on: '2026-04-01' });
    expect(due([], [LASHES])[0]).toMatchObject({ isUsedUp: false, left: 6, on: null });
  });

  test('months go by the calendar: from the end of August half a year is the end of February', () => {
    expect(due([], [OIL], [handed('2026-08-31')])[0].on).toBe('2027-02-28');
    expect(due([], [OIL], [handed('2027-08-31')])[0].on).toBe('2028-02-29');
    const fast = [run({ on: '2026-09-10', total: {}, perWeek: {}, highestRpm: 7200 })];
    expect(due(fast, [OIL], [handed('2026-08-31')])[0].on).toBe('2027-01-15');
  });

  test('nothing is due of an engine that was not handed over; a signed one runs from its signature', () => {
    expect(due([], [OIL], [])).toEqual([]);
    const signed = { revision: 1, signedAt: '2026-03-02T09:00:00.000Z', since: 0 };
    expect(dueOf({ acts: [], papers: [], signed }, { rechecks: [OIL] })[0].on).toBe('2026-09-02');
  });

  test('what comes first stands first, what has no day last', () => {
    const papers = [run({ on: '2026-03-16', total: { nights: 1 }, perWeek: { nights: 1 } })];
    const hours: Recheck = { what: 'Coupling', every: 50, count: 'hours', bands: [] };
    expect(due(papers, [hours, OIL, LASHES]).map(({ what }) => what)).toEqual(['Lash', 'Oil', 'Coupling']);
  });

  test('the occasions of a kind are numbered; what comes once is not', () => {
    const names: string[] = [];
    const known: Pick<Occasion, 'kind'>[] = [];
    for (const kind of ['first-heat', 'recheck', 'recheck', 'try-out', 'first-heat'] as const) {
      names.push(nextOccasion(known, kind));
      known.push({ kind });
    }
    expect(names).toEqual(['first-heat', 'recheck-1', 'recheck-2', 'try-out', 'first-heat-2']);
  });
});

describe('drift since another occasion', () => {
  const places = ['1I', '2I', '3I', '4I', '5I', '6I'];
  const both = (after: Record<string, string>, others = '0.016') =>
    sheetOf(
      fileOf({
        engine: I6,
        spec: solid,
        readings: places.flatMap((place) => [
          readingOf('lash-cold', place, '0.016', 'in'),
          readingOf('lash-cold', place, after[place] ?? others, 'in', { occasion: 'first-heat' }),
        ]),
      }),
    ).rows;
  const drift = (rows: ReturnType<typeof both>) => driftOf(I6, solid.practice, rows, LASH, ['build', 'first-heat']);

  test('one valve whose lash has opened beyond what both readings may be off: worn, or its lock has backed off', () => {
    const found = drift(both({ '3I': '0.022' }));
    expect(found.find(({ place }) => place === '3I')).toMatchObject({ change: expect.closeTo(0.006 * IN, 9), isReal: true, isAlone: true, cause: 'opened' }); // prettier-ignore
    expect(found.filter(({ isReal }) => isReal)).toHaveLength(1);
  });

  test('one that has closed has gone into its seat; a half thou is nothing that a feeler could tell', () => {
    expect(drift(both({ '3I': '0.011' })).find(({ place }) => place === '3I')).toMatchObject({ cause: 'closed' });
    expect(drift(both({ '3I': '0.0165' })).every(({ isReal, cause }) => !isReal && cause === null)).toBe(true);
  });

  test('what all have done together is told from what one has done alone', () => {
    const found = drift(both({ '3I': '0.026' }, '0.019'));
    expect(found.find(({ place }) => place === '3I')).toMatchObject({ isAlone: true, cause: 'opened' });
    expect(found.filter(({ cause }) => cause === 'with-all').map(({ place }) => place)).toEqual(['1I', '2I', '4I', '5I', '6I']); // prettier-ignore
  });

  test('a spring that carries less than it did has sagged', () => {
    const load = measureOf('spring-open-load');
    const rows = sheetOf(
      fileOf({
        engine: V8,
        readings: ['1I', '3I'].flatMap((place) => [
          readingOf('spring-open-load', place, '400', 'lbf'),
          readingOf('spring-open-load', place, place === '1I' ? '360' : '400', 'lbf', { occasion: 'recheck-1' }),
        ]),
      }),
    ).rows;
    const found = driftOf(V8, GENERAL_PRACTICE, rows, load, ['build', 'recheck-1']);
    expect(found.map(({ place, cause }) => [place, cause])).toEqual([['1I', 'sagged'], ['3I', null]]); // prettier-ignore
  });

  test('a valve that was read on one of the two occasions only says nothing', () => {
    const rows = sheetOf(fileOf({ engine: I6, spec: solid, readings: [readingOf('lash-cold', '1I', '0.016', 'in')] })).rows; // prettier-ignore
    expect(drift(rows)).toEqual([]);
  });

  test('of random changes within what a feeler may be off, none is called real', () => {
    const next = chance(31);
    for (let round = 0; round < 100; round++) {
      const after = Object.fromEntries(places.map((place) => [place, (0.016 + (next() - 0.5) * 0.001).toFixed(5)]));
      expect(drift(both(after)).some(({ isReal }) => isReal)).toBe(false);
    }
  });
});
