import canonicalize from 'canonicalize';
import { parse } from 'csv-parse/sync';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { buildRecord, type RecordInput } from '../record/build-record.js';
import { readingsCsv } from '../record/csv.js';
import { recordCounts } from '../record/record-counts.js';
import { toCanonical, type Unit } from '../units/units.js';
import type { Disposition } from './acts.js';
import { stageMark } from './marks.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { fileOf } from './test-file.js';

const engine = LAYOUTS.find((layout) => layout.name === 'v8')!.engine as Engine;
const spec = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;
const six = LAYOUTS.find((layout) => layout.name === 'i6')!.engine as Engine;
const solid = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-solid')!;

let count = 0;
function reading(place: string, value: number, measure = 'preload-turns', unit: Unit = 'turn'): Reading {
  count++;
  return {
    id: `r${count}`,
    measure,
    place,
    entered: String(value),
    unit,
    value: toCanonical(value, unit),
    takenAt: '2026-11-24T08:00:00.000Z',
    receivedAt: '2026-11-24T08:00:00.000Z',
    by: 'builder',
    how: 'keyed',
  };
}
const decision = (of: Reading | null, action: Disposition['action'], place = of!.place): Disposition => ({
  id: `d${count}`, measure: of?.measure ?? 'preload-turns', place, action, reason: 'deep plunger', readingId: of?.id ?? null, about: null, by: 'lead', at: '2026-11-24T09:00:00.000Z',
}); // prettier-ignore
const sheet = (readings: Reading[], dispositions: Disposition[] = []) =>
  sheetOf(fileOf({ engine, spec, readings, dispositions }));

describe('the sheet', () => {
  test('turns are judged by the plunger depth that the spec names, and both are shown', () => {
    const { rows } = sheet([reading('1I', 0.625)]);
    expect(rows.map((row) => [row.measure, row.verdict])).toEqual([
      ['preload-turns', 'in'],
      ['plunger-depth', 'in'],
    ]);
    expect(rows[1].value).toBeCloseTo((0.625 / 24) * (1 + 1 / 1.6) * 25.4, 9);
    expect(rows[0].limit).toMatchObject({ measure: 'plunger-depth', stated: { min: 0.02, max: 0.06, unit: 'in' } });
  });

  test('every valve of the engine is missing until it is taken', () => {
    expect(sheet([])).toMatchObject({ required: 16, taken: 0, flags: [], rows: [] });
    const all = placesOf(engine, 'valve').map((place) => reading(place, 0.625));
    expect(sheet(all)).toMatchObject({ required: 16, taken: 16, missing: [] });
    expect(sheet(all.slice(1)).missing).toEqual([{ measure: 'preload-turns', place: all[0].place }]);
  });

  test('a high value is an open flag until a later reading lies within; both readings stay', () => {
    const high = reading('6E', 1.5);
    expect(sheet([high]).flags).toEqual([expect.objectContaining({ place: '6E', verdict: 'high', open: true })]);
    const again = reading('6E', 0.625);
    const { flags, rows } = sheet([high, again]);
    expect(flags).toEqual([expect.objectContaining({ readingId: high.id, open: false, disposition: null })]);
    expect(rows[0]).toMatchObject({ readingId: again.id, count: 2 });
  });

  test('what was done is told, but only accepting closes the flag without a new reading', () => {
    const high = reading('6E', 1.5);
    expect(sheet([high], [decision(high, 'reworked')]).flags[0]).toMatchObject({
      open: true,
      disposition: { action: 'reworked' },
    });
    expect(sheet([high], [decision(high, 'accepted')]).flags[0]).toMatchObject({ open: false });
    const stillHigh = reading('6E', 1.4);
    expect(sheet([high, stillHigh], [decision(high, 'accepted')]).flags[0]).toMatchObject({
      readingId: stillHigh.id,
      open: true,
    });
  });

  test('a depth measured with a dial after the turns takes over, and a newer count of turns takes it back', () => {
    const turns = reading('1I', 1.5);
    const dial = reading('1I', 0.04, 'plunger-depth', 'in');
    expect(sheet([turns, dial]).flags.filter((flag) => flag.open)).toEqual([]);
    expect(sheet([turns, dial]).rows.find((row) => row.measure === 'plunger-depth')).toMatchObject({
      readingId: dial.id,
      verdict: 'in',
    });
    const { rows, flags } = sheet([dial, turns]);
    expect(rows.find((row) => row.measure === 'plunger-depth')).toMatchObject({ readingId: turns.id, verdict: 'high' });
    expect(flags).toEqual([expect.objectContaining({ measure: 'preload-turns', open: true })]);
  });

  test('intake and exhaust lash are judged and compared each by their own limit', () => {
    const values = ['1I', '2I', '3I', '4I'].map((place) => reading(place, 0.016, 'lash-cold', 'in'));
    const exhausts = ['1E', '2E', '3E', '4E'].map((place) => reading(place, 0.02, 'lash-cold', 'in'));
    const { rows } = sheetOf(fileOf({ engine: six, spec: solid, readings: [...values, ...exhausts] }));
    for (const row of rows.filter((row) => row.measure === 'lash-cold'))
      expect(row).toMatchObject({ verdict: 'in', hints: [] });
  });

  test('a lash that would be within at the other valve of the cylinder asks whether it is the right one', () => {
    const hintsAt = (place: string, value: number) =>
      sheetOf(fileOf({ engine: six, spec: solid, readings: [reading(place, value, 'lash-cold', 'in')] })).rows[0].hints; // prettier-ignore
    expect(hintsAt('2I', 0.021)).toEqual([{ code: 'fits-other-valve', place: '2E' }]);
    expect(hintsAt('2E', 0.013)).toEqual([{ code: 'fits-other-valve', place: '2I' }]);
    expect(hintsAt('2E', 0.03)).toEqual([]);
    expect(hintsAt('2E', 0.02)).toEqual([]);
  });

  test('a value that another stage requires is missing there: no set valve is, and setting counts its own', () => {
    const lift = { measure: 'valve-lift', min: 0.5, unit: 'in' as const, basis: 'absolute' as const, required: true, source: 'shop' }; // prettier-ignore
    const asking = { ...spec, limits: [...spec.limits, lift] };
    const readings = placesOf(engine, 'valve').map((place) => reading(place, 0.625));
    const whole = sheetOf(fileOf({ engine, spec: asking, readings }));
    expect([whole.required, whole.taken]).toEqual([32, 16]);
    expect(whole.stages).toEqual({ setting: { required: 16, taken: 16 }, proof: { required: 16, taken: 0 } });
    for (const place of placesOf(engine, 'valve'))
      expect([stageMark(whole, 'setting', place), stageMark(whole, 'proof', place)]).toEqual(['in', 'missing']);
  });

  test('where the worst of several tries counts, the newest does not hide it, and one that is replaced is out of it', () => {
    const depth = (value: number, more: Partial<Reading> = {}) => ({
      ...reading('1I', value, 'pv-depth', 'in'),
      ...more,
    });
    const limited = { ...spec, limits: [{ measure: 'pv-depth', min: 0.08, unit: 'in' as const, basis: 'absolute' as const, required: false, source: 'shop' }] }; // prettier-ignore
    const [wide, thin, middle] = [depth(0.112), depth(0.06), depth(0.1)];
    const rowsOf = (readings: Reading[]) => sheetOf(fileOf({ engine, spec: limited, readings })).rows;
    expect(rowsOf([wide, thin, middle])).toEqual([expect.objectContaining({ readingId: thin.id, verdict: 'low', count: 3 })]); // prettier-ignore
    const again = depth(0.108, { supersedes: thin.id });
    expect(rowsOf([wide, thin, middle, again])[0]).toMatchObject({ readingId: middle.id, verdict: 'in', count: 4 });
  });

  test('a mark rubbed at another pushrod length supersedes nothing, and a re-check leaves the build as it was', () => {
    const at = (value: number, mark: number) => ({ ...reading('1I', mark, 'mark-width', 'in'), at: { by: 'setting' as const, value } }); // prettier-ignore
    const turns = reading('1I', 0.625);
    const later = { ...reading('1I', 1.5), occasion: 'first-heat' };
    const { rows, flags } = sheet([at(194, 0.075), at(195, 0.06), at(194, 0.074), turns, later]);
    const shown = rows.filter(({ measure }) => measure === 'mark-width' || measure === 'preload-turns');
    expect(shown.map(({ at: taken, occasion, entered, count }) => [taken?.value, occasion, entered, count])).toEqual([
      [194, undefined, '0.074', 2],
      [195, undefined, '0.06', 1],
      [undefined, undefined, '0.625', 1],
      [undefined, 'first-heat', '1.5', 1],
    ]);
    expect(flags).toEqual([expect.objectContaining({ measure: 'preload-turns', readingId: later.id })]);
  });

  test('the mark of a valve is the worst of what it has', () => {
    const high = reading('6E', 1.5);
    expect(stageMark(sheet([]), 'setting', '6E')).toBe('missing');
    expect(stageMark(sheet([high]), 'setting', '6E')).toBe('high');
    expect(stageMark(sheet([high], [decision(high, 'accepted')]), 'setting', '6E')).toBe('accepted');
    expect(stageMark(sheet([high, reading('6E', 0.9)]), 'setting', '6E')).toBe('doubt');
  });
});

describe('the record', () => {
  const input = (readings: Reading[], dispositions: Disposition[] = []): RecordInput => ({
    id: '00000000-0000-4000-8000-000000000001',
    revision: 1,
    shop: { name: 'Marram Engine Works', verifyAddress: 'http://shop.test' },
    auditHead: '0'.repeat(64),
    engine: {
      id: '00000000-0000-4000-8000-000000000002',
      tag: 'PH8-031',
      title: 'Petrel H8',
      customer: 'Fenwater',
    },
    file: fileOf({ engine, spec, readings, dispositions }),
    people: [{ handle: 'builder', name: 'Wren' }],
    lead: { handle: 'lead', name: 'Ansel' },
    signedAt: '2026-11-24T10:00:00.000Z',
    wordSource: ({ code }) => code,
    wordHint: ({ code }) => code,
    wordDiagnosis: ({ code }) => code,
  });
  const all = placesOf(engine, 'valve').map((place) => reading(place, 0.625));

  test('is refused while a flag is open, and while something is missing and not accepted', () => {
    expect(buildRecord(input([...all, reading('6E', 1.5)]))).toMatchObject({ ok: false, code: 'flag-open' });
    expect(buildRecord(input(all.slice(2)))).toMatchObject({
      ok: false,
      code: 'missing',
      at: [{ place: '1E' }, { place: '1I' }],
    });
  });

  test('says what was left out, by whom and why, whether valve by valve or with the signature', () => {
    const one = buildRecord(input(all.slice(2), [decision(null, 'accepted', '1E'), decision(null, 'accepted', '1I')]));
    expect(one).toMatchObject({
      ok: true,
      record: { notMeasured: [{ place: '1E', by: 'lead', reason: 'deep plunger' }, { place: '1I' }] },
    });
    const whole = buildRecord({ ...input(all.slice(1)), acceptMissing: { reason: 'head is off again' } });
    expect(whole).toMatchObject({ ok: true, record: { notMeasured: [{ place: '1E', reason: 'head is off again' }] } });
  });

  test('in four figures: a depth and the turns that make it are one value, an accepted one is none within', () => {
    const high = reading('6E', 1.5);
    const most = all.filter(({ place }) => place !== '6E' && place !== '1I');
    const built = buildRecord({ ...input([...most, high], [decision(high, 'accepted')]), acceptMissing: { reason: 'head is off' } }); // prettier-ignore
    if (!built.ok) throw new Error('refused');
    expect(recordCounts(built.record)).toEqual({ within: 14, doubt: 0, accepted: 1, notMeasured: 1 });
  });

  test('keeps every try, the limits it was judged by, and who built it', () => {
    const built = buildRecord(input([reading('6E', 1.5), ...all]));
    if (!built.ok) throw new Error('refused');
    expect(built.record.readings).toHaveLength(17);
    expect(built.record.dealtWith).toEqual([expect.objectContaining({ place: '6E', verdict: 'high' })]);
    expect(built.record.specSet).toEqual(spec);
    expect(built.record.builders).toEqual([{ handle: 'builder', name: 'Wren' }]);
  });

  test('has one spelling: the order in which keys were made does not matter', () => {
    expect(canonicalize({ b: 1, a: { d: [1, 'ü'], c: undefined } })).toBe('{"a":{"d":[1,"ü"]},"b":1}');
    expect(() => canonicalize({ a: NaN })).toThrow();
  });

  test('a CSV line keeps commas, quotes and line breaks of a note, and a new column never moves an old one', () => {
    const noted = { ...reading('1I', 0.5), note: 'said "tight",\nthen loose', occasion: 'first-heat' };
    const [header, line] = parse(readingsCsv([noted])) as string[][];
    expect(header.slice(0, 15).join()).toBe('id,measure,place,entered,unit,value,canonical_unit,shown,taken_at,by,how,instrument,at_lift_mm,supersedes,note'); // prettier-ignore
    expect(line[header.indexOf('note')]).toBe(noted.note);
    expect(line[header.indexOf('occasion')]).toBe('first-heat');
    expect(readingsCsv([noted]).endsWith('\r\n')).toBe(true);
  });
});

describe('whatever is typed, in whatever order', () => {
  /** A small generator of its own, so that a failure comes back with the same numbers. */
  const dice = (seed: number) => () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const places = placesOf(engine, 'valve');

  test.each(Array.from({ length: 20 }, (_, seed) => seed + 1))('the newest reading of each place counts (%i)', (seed) => {
    const next = dice(seed);
    const pick = () => places[Math.floor(next() * places.length)];
    const readings = Array.from({ length: 60 }, () => reading(pick(), Math.round(next() * 12) / 8));
    const newest = new Map(readings.map((one) => [one.place, one]));
    const whole = sheet(readings);
    const alone = sheet([...newest.values()]);
    const judged = (rows: typeof whole.rows) =>
      Object.fromEntries(rows.map(({ measure, place, value, verdict }) => [`${measure} ${place}`, [value, verdict]]));
    expect(judged(whole.rows)).toEqual(judged(alone.rows));
    expect(whole.taken + whole.missing.length).toBe(whole.required);
    expect(whole.taken).toBe(newest.size);
    // What is open is exactly what stands out of its limit now; what was out before is settled, never gone.
    const open = whole.flags.filter((flag) => flag.open);
    expect(open.map((flag) => flag.place).sort()).toEqual(alone.flags.map((flag) => flag.place).sort());
    for (const flag of open) expect(newest.get(flag.place)!.id).toBe(flag.readingId);
    expect(whole.rows.filter((row) => row.measure === 'preload-turns').reduce((sum, row) => sum + row.count, 0)).toBe(60);
  }); // prettier-ignore

  test('accepting every open flag leaves none open, and adding a decision never opens one', () => {
    const next = dice(7);
    const readings = places.map((place) => reading(place, next() * 2));
    const accepted = sheet(readings).flags.map((flag) => decision(readings.find(({ id }) => id === flag.readingId)!, 'accepted')); // prettier-ignore
    expect(accepted.length).toBeGreaterThan(3);
    accepted.forEach((_, count) =>
      expect(sheet(readings, accepted.slice(0, count)).flags.filter((flag) => flag.open)).toHaveLength(
        accepted.length - count,
      ),
    );
    expect(sheet(readings, accepted).flags.every((flag) => !flag.open)).toBe(true);
  });
});
