import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { buildRecord } from '../record/build-record.js';
import { recordCounts } from '../record/record-counts.js';
import type { Act } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { plungerStands, turnedTwiceOf } from './proof.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

const V8 = { ...(LAYOUTS[0].engine as Engine) };
const TRAVEL = { id: 'data', kind: 'engine-data', body: { figures: { 'plunger-travel': { entered: '0.060', unit: 'in' } } }, by: 'builder', at: '2026-03-02T08:00:00.000Z' }; // prettier-ignore
const hand = { by: 'builder', at: '2026-11-24T09:00:00.000Z' };
const id = (nth: number) => `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`;

describe('where a set plunger stands', () => {
  test('off its clip and off its bottom, by more than its depth may be off', () => {
    const readings = [
      readingOf('preload-turns', '1I', '0.5', 'turn'),
      readingOf('preload-turns', '1E', '0', 'turn'),
      readingOf('plunger-depth', '3I', '0.059', 'in'),
    ];
    const file = { ...fileOf({ engine: V8, readings }), papers: [TRAVEL] };
    const stands = plungerStands(V8, file.spec.practice, sheetOf(file).rows);
    const at = (place: string) => stands.find((one) => one.place === place)!;
    expect(at('1I')).toMatchObject({ offClip: true, offBottom: true });
    expect(at('1E')).toMatchObject({ offClip: false, offBottom: true });
    expect(at('3I')).toMatchObject({ offClip: true, offBottom: false });
    expect(at('3E')).toMatchObject({ depth: null, offClip: null, offBottom: null });
    expect(stands).toHaveLength(16);
  });

  test('what was read at a re-check says nothing of the build', () => {
    const readings = [readingOf('preload-turns', '1I', '0.5', 'turn', { occasion: 'recheck-1' })];
    const file = fileOf({ engine: V8, readings });
    expect(plungerStands(V8, file.spec.practice, sheetOf(file).rows)[0].depth).toBeNull();
  });
});

describe('two turns by hand', () => {
  const given: Act = { kind: 'sign-off', id: id(1), what: 'turned-twice', ...hand };
  const after = { takenAt: '2026-11-24T10:00:00.000Z', receivedAt: '2026-11-24T10:00:00.000Z' };

  test('hold until a valve is set after them', () => {
    const before = readingOf('preload-turns', '1I', '0.5', 'turn');
    expect(turnedTwiceOf({ acts: [], readings: [before] })).toBeUndefined();
    expect(turnedTwiceOf({ acts: [given], readings: [before] })).toMatchObject({ by: 'builder', isStale: false });
    const reset = readingOf('preload-turns', '1I', '0.5', 'turn', after);
    expect(turnedTwiceOf({ acts: [given], readings: [before, reset] })).toMatchObject({ isStale: true });
  });

  test('a re-check after the first heat does not undo them', () => {
    const rechecked = readingOf('lash-cold', '1I', '0.016', 'in', { ...after, occasion: 'first-heat' });
    expect(turnedTwiceOf({ acts: [given], readings: [rechecked] })).toMatchObject({ isStale: false });
  });
});

describe('the record of setting and proof', () => {
  const places = ['1I', '1E', '3I', '3E', '5I', '5E'];
  const readings = [
    ...places.map((place) => readingOf('preload-turns', place, place === '5E' ? '0.9' : '0.5', 'turn')),
    ...places.map((place) => readingOf('preload-turns', place, place === '3I' ? '0.25' : '0.5', 'turn', { occasion: 'recheck-1' })), // prettier-ignore
  ];
  const odd = readings[5];
  const acts: Act[] = [
    { kind: 'setting-way', id: id(2), method: 'quarter-turns', along: 'bank', ...hand },
    { kind: 'slack-round', id: id(3), crankDeg: 0, loose: places, ...hand },
    { kind: 'set-aside', id: id(4), places: ['8E'], reason: 'rocker', ...hand },
    {
      kind: 'hint-answer',
      id: id(5),
      readingId: odd.id,
      hint: 'differs-from-siblings',
      reason: 'checked, true',
      ...hand,
    },
    { kind: 'sign-off', id: id(6), what: 'turned-twice', ...hand },
  ];
  const file: EngineFile = { ...fileOf({ engine: V8, readings }), acts };
  const built = buildRecord({
    id: id(9), revision: 1, shop: { name: 'Marram Engine Works', verifyAddress: 'http://shop.test' }, file,
    engine: { id: id(8), tag: 'T', title: 'Petrel', customer: 'Fenwater' }, people: [], lead: { handle: 'lead', name: 'Lead' },
    signedAt: '2026-11-24T12:00:00.000Z', auditHead: 'x', wordSource: ({ code }) => code, wordHint: ({ code }) => code, wordDiagnosis: ({ code }) => code,
    acceptMissing: { reason: 'head is off' },
  }); // prettier-ignore
  const record = built.ok ? built.record : null;

  test('says in which way the valves were set, how far its quarters came, and what was odd and found true', () => {
    expect(record!.way).toEqual({ method: 'quarter-turns', along: 'bank', by: 'builder', quarters: { looked: 1, isDone: false } }); // prettier-ignore
    expect(record!.answers).toEqual([{ readingId: odd.id, measure: 'preload-turns', place: '5E', hint: 'differs-from-siblings', says: 'differs-from-siblings', reason: 'checked, true', by: 'builder', at: hand.at }]); // prettier-ignore
    expect(record!.signOffs!.map(({ what }) => what)).toEqual(['turned-twice']);
  });

  test('names the valves that have changed since, and counts those of the build alone', () => {
    expect(record!.drift!.map(({ place, occasion, cause }) => [place, occasion, cause])).toEqual([['3I', 'recheck-1', 'opened'], ['5E', 'recheck-1', 'opened']]); // prettier-ignore
    const { within, doubt } = recordCounts(record!);
    expect(within + doubt).toBe(places.length);
  });
});
