import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { checkSpecSet } from '../plan/check-spec-set.js';
import { GATE, GATES, gateBehind, GENERAL_GATES, isGateAsk, type Gate } from '../plan/gates.js';
import { STAGES } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { Practice } from '../plan/practice.js';
import type { Act } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { closedOf, gatesOf, hidingGate, ordersBroken } from './gates.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

const V8 = LAYOUTS[0].engine as Engine;
const hand = (at: string) => ({ by: 'builder', at: `2026-11-24T${at}:00.000Z` });
const closed = (gate: Gate, at: string, more: object = {}): Act => ({ kind: 'gate-closed', id: `c${at}`, gate: gate as never, lacks: [], reason: null, ...hand(at), ...more }); // prettier-ignore
const opened = (gate: Gate, at: string): Act => ({ kind: 'gate-opened', id: `o${at}`, gate, reason: 'rod bearing', minutes: 90, cost: 2400, ...hand(at) }); // prettier-ignore
const at = (time: string) => ({ takenAt: `2026-11-24T${time}:00.000Z`, receivedAt: `2026-11-24T${time}:00.000Z` });
/** Every gate of an engine that has been asked so. */
const gates = (readings: Reading[], more: Partial<EngineFile> = {}, path?: Practice['path'], partsOpen: number | null = 0) => {
  const spec = EXAMPLE_SPEC_SETS[0];
  const file = { ...fileOf({ engine: V8, readings, spec: { ...spec, practice: { ...spec.practice, ...(path ? { path } : {}) } } }), ...more };
  const stand = standOf(file);
  return gatesOf({ file, stand, sheet: sheetOf(file, stand), partsOpen });
}; // prettier-ignore
const lacks = (gate: Gate, ...asked: Parameters<typeof gates>) =>
  gates(...asked).find((one) => one.gate === gate)!.lacks.map(({ ask }) => ask); // prettier-ignore
const sideClearances = (places = placesOf(V8, 'pin')) => places.map((place) => readingOf('rod-side-clearance', place, '0.016', 'in')); // prettier-ignore

describe('what a gate asks', () => {
  test('is known by the practice, and by general practice where that is silent', () => {
    const own = gates([], {}, { gates: [{ gate: 'pan', asks: ['measure:crank-end-play'] }] });
    expect(own.map(({ isOwn }) => isOwn)).toEqual([true, false, false, false, false]);
    expect(own[0].lacks).toEqual([{ ask: 'measure:crank-end-play', places: ['engine'] }]);
    expect(own[1].asks).toEqual(GENERAL_GATES['front-cover']);
  });

  test('can only be what there is, and a set that asks for anything else is refused by its row', () => {
    for (const gate of GATES) expect(GENERAL_GATES[gate].every(isGateAsk)).toBe(true);
    for (const wrong of [
      'measure:lunch',
      'required:lunch',
      'gate:',
      'sign-off:all-well',
      'wheel:round',
      'tightened:',
      '',
    ])
      expect(isGateAsk(wrong)).toBe(false);
    const spec = EXAMPLE_SPEC_SETS[0];
    const path = { gates: [{ gate: 'pan' as const, asks: ['parts:fitted', 'measure:lunch'] }], orders: [{ first: 'lunch', before: 'preload-turns', upTo: 1, why: 'hunger' }], minutes: [{ of: 'setting', minutes: 90 }, { of: 'lunch', minutes: 30 }] }; // prettier-ignore
    expect(checkSpecSet({ ...spec, practice: { ...spec.practice, path } }).map(({ path: where, code }) => `${where.slice(2).join('.')} ${code}`)).toEqual(['gates.0.asks.1 gate-ask', 'orders.0.first limit-measure', 'minutes.1.of limit-measure']); // prettier-ignore
  });

  test('of a measure names the places where it is not taken', () => {
    const [first, ...rest] = placesOf(V8, 'pin');
    expect(gates(sideClearances(rest))[0].lacks).toEqual([{ ask: 'measure:rod-side-clearance', places: [first] }]);
    expect(lacks('pan', sideClearances())).toEqual([]);
  });

  test('of flags and required values names them, until they are dealt with', () => {
    const tight = readingOf('rod-side-clearance', 'P1', '0.006', 'in');
    expect(lacks('pan', [...sideClearances(), tight])).toEqual(['flags:bottom-end']);
    const required = gates([])
      .find(({ gate }) => gate === 'valve-covers')!
      .lacks.find(({ ask }) => ask === 'required:setting')!;
    expect(required.places).toHaveLength(16);
  });

  test('of the wheel is a second true pass, not a rough one', () => {
    const pass = (deg: string) => [readingOf('tdc-stop-first', 'engine', `${deg}b`, 'deg'), readingOf('tdc-stop-second', 'engine', `${deg}a`, 'deg')]; // prettier-ignore
    const asks = (readings: Reading[]) => lacks('front-cover', readings).includes('wheel:confirmed');
    expect(asks([])).toBe(true);
    expect(asks(pass('30'))).toBe(true);
    expect(asks([...pass('30'), readingOf('tdc-quick', 'engine', '1a', 'deg')])).toBe(true);
    expect(asks([...pass('30'), ...pass('31')])).toBe(false);
  });

  test('of clay is a signature once clay was used, and a newer one after more', () => {
    const clay = readingOf('pv-depth', '1I', '0.112', 'in', at('09:00'));
    const out: Act = { kind: 'sign-off', id: 's', what: 'clay-out', ...hand('10:00') };
    expect(lacks('heads', [])).not.toContain('sign-off:clay-out');
    expect(lacks('heads', [clay])).toContain('sign-off:clay-out');
    expect(lacks('heads', [clay], { acts: [out] })).not.toContain('sign-off:clay-out');
  });

  test('of parts is that none is still to come or to go in; not known, it holds nobody up', () => {
    const asked = (open: number | null) => lacks('hand-over', [], {}, undefined, open).includes('parts:fitted');
    expect([asked(2), asked(0), asked(null)]).toEqual([true, false, false]);
  });

  test('of tightening is a plan with all its passes, for each head there is', () => {
    const path = { gates: [{ gate: 'heads' as const, asks: ['tightened:heads'] }] };
    const plan = { group: 'heads-1', title: 'Head', fastened: 'heads', count: 2, pattern: 'rows', rows: 1, order: [1, 2], steps: [{ kind: 'torque', target: { value: 65, unit: 'lbft' } }], source: 'card', lubricant: '', washer: '', tool: '', toolNumber: '', toolCheckedOn: null, isReused: false, compound: '', round: 1 }; // prettier-ignore
    const engine = { ...V8, fasteners: ['heads-1', 'heads-2'].map((group) => ({ group, count: 2 })) };
    const filed = (group: string) => ({ id: group, kind: 'tightening', body: { ...plan, group }, ...hand('08:00') });
    const pull = (nth: number, group = 'heads-1') =>
      readingOf('torque', `F:${group}:${nth}`, '65', 'lbft', { atValue: 1 });
    const asked = (readings: Reading[], ...groups: string[]) =>
      gates(readings, { papers: groups.map(filed), engine }, path)[2].lacks;
    const first = [pull(1), pull(2)];
    const nowhere = [{ ask: 'tightened:heads', places: [] }];
    expect(asked([])).toEqual(nowhere);
    expect(asked([pull(2)], 'heads-1')).toEqual([{ ask: 'tightened:heads', places: ['F:heads-1:1'] }]);
    // An engine of two banks has two heads: the other one is not drawn because nobody planned it.
    expect(asked(first, 'heads-1')).toEqual(nowhere);
    expect(asked(first, 'heads-1', 'heads-2')).toEqual([
      { ask: 'tightened:heads', places: ['F:heads-2:1', 'F:heads-2:2'] },
    ]);
    expect(asked([...first, pull(1, 'heads-2'), pull(2, 'heads-2')], 'heads-1', 'heads-2')).toEqual([]);
  });
});

describe('a gate that is closed', () => {
  test('stays closed until it is opened, and each opening counts', () => {
    const acts = [closed('pan', '08:00'), opened('pan', '09:00'), closed('pan', '10:00', { reason: 'customer waits', lacks: [{ ask: 'flags:bottom-end', places: ['P1'] }] })]; // prettier-ignore
    expect(closedOf({ acts: acts.slice(0, 2) }, 'pan')).toBeNull();
    expect(closedOf({ acts }, 'pan')).toMatchObject({ reason: 'customer waits', lacks: [{ places: ['P1'] }] });
    const [pan] = gates([], { acts });
    expect(pan.opened.map(({ minutes, cost }) => [minutes, cost])).toEqual([[90, 2400]]);
  });

  test('hides what lies behind it, and nothing else', () => {
    const acts = [closed('pan', '08:00')];
    expect(hidingGate({ acts }, measureOf('rod-side-clearance'))).toBe('pan');
    expect(hidingGate({ acts }, measureOf('deck-height'))).toBeUndefined();
    expect(hidingGate({ acts }, measureOf('preload-turns'))).toBeUndefined();
    expect(hidingGate({ acts: [...acts, opened('pan', '09:00')] }, measureOf('rod-side-clearance'))).toBeUndefined();
    for (const gate of GATES) expect(GATE[gate].anew.length > 0).toBe(gate !== 'hand-over');
  });

  test('closes the work of the stages before it, back to the gate before', () => {
    expect(STAGES.map(gateBehind)).toEqual(['pan', 'front-cover', 'front-cover', 'heads', 'valve-covers', 'valve-covers', 'valve-covers', 'valve-covers']); // prettier-ignore
  });

  test('what was taken behind it all the same is kept, and named', () => {
    const acts = [closed('pan', '08:00'), opened('pan', '10:00'), closed('pan', '12:00')];
    const readings = ['07:00', '09:00', '11:00', '13:00'].map((time) => readingOf('rod-side-clearance', 'P1', '0.016', 'in', at(time))); // prettier-ignore
    const [pan] = gates(readings, { acts });
    expect(pan.takenBehind.map(({ takenAt }) => takenAt.slice(11, 16))).toEqual(['09:00', '13:00']);
  });

  test('a check that is made at another time is asked by the later gate, and is not hidden by the one before', () => {
    const moved: Act = { kind: 'check-moved', id: 'm1', ask: 'measure:cam-end-play', to: 'heads', reason: 'thrust plate in the cover', ...hand('07:30') }; // prettier-ignore
    const acts = [moved, closed('front-cover', '08:00')];
    const behind = readingOf('cam-end-play', 'engine', '0.006', 'in', at('09:00'));
    const [, cover, heads] = gates([], { acts });
    expect(cover.asks).not.toContain('measure:cam-end-play');
    expect(heads.lacks.map(({ ask }) => ask)).toContain('measure:cam-end-play');
    expect(hidingGate({ acts }, measureOf('cam-end-play'))).toBeUndefined();
    const [, taken, asked] = gates([behind], { acts });
    expect(taken.takenBehind).toEqual([]);
    expect(asked.lacks.map(({ ask }) => ask)).not.toContain('measure:cam-end-play');
    const back: Act = { ...moved, id: 'm2', to: 'front-cover', ...hand('10:00') };
    expect(gates([], { acts: [moved, back] })[1].asks).toContain('measure:cam-end-play');
  });

  test('the engine is handed over where it is in the shop’s life, and taken up again', () => {
    const life = (to: 'handed-over' | 'closed' | 'in-work', time: string): Act => ({ kind: 'life', id: time, life: to, reason: 'collected', ...hand(time) }); // prettier-ignore
    expect(closedOf({ acts: [] }, 'hand-over')).toBeNull();
    expect(closedOf({ acts: [life('handed-over', '08:00'), life('closed', '09:00')] }, 'hand-over')).toMatchObject({ at: hand('08:00').at }); // prettier-ignore
    expect(closedOf({ acts: [life('handed-over', '08:00'), life('in-work', '09:00')] }, 'hand-over')).toBeNull();
  });
});

describe('what comes first', () => {
  const broken = (readings: Reading[]) => {
    const file = fileOf({ engine: V8, readings });
    return ordersBroken({ file, stand: standOf(file) });
  };
  const set = (count: number) => placesOf(V8, 'valve').slice(0, count).map((place) => readingOf('preload-turns', place, '0.5', 'turn')); // prettier-ignore

  test('geometry before sixteen valves: told from the first valve on, with how many are set already', () => {
    expect(broken([])).toEqual([]);
    expect(broken(set(5))).toMatchObject([{ first: 'mark-width', before: 'preload-turns', taken: 5, upTo: 2 }]);
    const mark = readingOf('mark-width', '1I', '0.06', 'in', { atValue: 200 });
    expect(broken([mark, ...set(5)])).toEqual([]);
  });
});
