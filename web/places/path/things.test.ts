import type { EngineAnswer } from '../../../contracts/engine.js';
import type { Engine } from '../../../core/engine/engine.js';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import { GATES } from '../../../core/plan/gates.js';
import type { Act } from '../../../core/sheet/acts.js';
import { pathOf } from '../../../core/sheet/path.js';
import type { Reading } from '../../../core/sheet/reading.js';
import { sheetOf } from '../../../core/sheet/sheet.js';
import { standOf } from '../../../core/sheet/stand.js';
import { fileOf, readingOf } from '../../../core/sheet/test-file.js';
import type { PathStation } from '../../drawings/PathStation.js';
import { thingsOf } from './things.js';
import { STATION_KEYS } from './use-path.js';

const V8 = LAYOUTS[0].engine as Engine;
const hand = { by: 'builder', at: '2026-11-24T08:00:00.000Z' };

function things(readings: Reading[] = [], acts: Act[] = [], minutes: { id: string; minutes: number }[] = []) {
  const file = { ...fileOf({ engine: V8, readings }), acts };
  const stand = standOf(file);
  const sheet = sheetOf(file, stand);
  const path = pathOf({ file, stand, sheet, partsOpen: 0 });
  const engine = { ...V8, specSet: file.spec } as unknown as EngineAnswer;
  const all = thingsOf(path, { engine, file, sheet, stations: path.stations }, minutes);
  const of = (key: string) => all.find((one) => one.key === key)!;
  return { all, of, station: (key: string) => of(key) as PathStation };
}

test('stations and bars lie in the order of the work, each with a key of its own', () => {
  const { all } = things();
  expect(all.map(({ kind, title }) => (kind === 'gate' ? `| ${title}` : title))).toEqual([
    'Intake', 'Bottom end', '| Pan on', 'Dead centre', 'Timing', '| Front cover on', 'Mock-up', '| Heads on for good',
    'Geometry', 'Tightening', 'Setting', 'Proof', '| Valve covers on', 'Review', 'Record', '| Handed over',
  ]); // prettier-ignore
  expect(new Set(all.map(({ press }) => press)).size).toBe(all.length);
  expect(all.filter(({ kind }) => kind === 'station')).toHaveLength(STATION_KEYS.length);
});

test('the bar that is next says what is lacking on it; no other is next', () => {
  const { all, of } = things();
  expect(of('pan')).toMatchObject({ state: 'lacking', isNext: true, lines: expect.arrayContaining(['Rod side clearance not taken: crank pin 1, crank pin 2, crank pin 3, crank pin 4']) }); // prettier-ignore
  expect(all.filter((one) => one.kind === 'gate' && one.isNext).map(({ key }) => key)).toEqual(['pan']);
});

test('a bar that was closed with something lacking says why, by whom, and what', () => {
  const closed: Act = { kind: 'gate-closed', id: 'c', gate: 'pan', reason: 'customer waits', lacks: [{ ask: 'parts:fitted', places: [] }], ...hand }; // prettier-ignore
  const opened: Act = {
    kind: 'gate-opened',
    id: 'o',
    gate: 'pan',
    reason: 'bearing',
    minutes: 90,
    cost: null,
    ...hand,
  };
  expect(things([], [closed]).of('pan')).toMatchObject({ state: 'closed-lacking', lines: ['builder, 24 Nov', '“customer waits”', 'Parts not fitted yet'] }); // prettier-ignore
  expect(things([], [{ ...closed, lacks: [], reason: null }]).of('pan')).toMatchObject({ state: 'closed' });
  const again = things([], [closed, opened]).of('pan');
  expect(again).toMatchObject({ state: 'lacking', lines: expect.arrayContaining(['opened again 1 ×']) });
});

test('what is asked stands before what is not, what is out before both, and one is where the next value belongs', () => {
  const { station } = things([readingOf('bore', '5', '4.03', 'in'), readingOf('ring-gap-top', '5', '0.001', 'in')]);
  const { lines, isHere, state } = station('bottom-end');
  expect([isHere, state]).toEqual([true, 'open']);
  expect(lines[0]).toMatchObject({ text: 'Top ring gap', mark: 'flag', figure: '1/8' });
  expect(lines.filter(({ mark }) => mark === 'next')).toHaveLength(1);
  expect(station('timing').lines.some(({ mark }) => mark === 'next')).toBe(false);
});

test('the hours that are left stand where they are reckoned, rounded as one speaks of them', () => {
  const left = [['setting', 2], ['proof', 50], ['geometry', 150], ['cam-timing', 0.4]].map(([id, minutes]) => ({ id: String(id), minutes: Number(minutes) })); // prettier-ignore
  const { station } = things([], [], left);
  expect(['setting', 'proof', 'geometry', 'timing', 'review'].map((key) => station(key).left)).toEqual(['5 min left', '50 min left', '2.5 h left', '', '']); // prettier-ignore
});

test('every gate is a bar, whatever is closed', () => {
  const acts = GATES.filter((gate) => gate !== 'hand-over').map((gate): Act => ({ kind: 'gate-closed', id: gate, gate, lacks: [], reason: null, ...hand })); // prettier-ignore
  const bars = things([], acts).all.filter(({ kind }) => kind === 'gate');
  expect(bars.map(({ key, state }) => [key, state])).toEqual(GATES.map((gate) => [gate, gate === 'hand-over' ? 'lacking' : 'closed'])); // prettier-ignore
});
