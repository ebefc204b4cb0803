import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { GATES, type Gate } from '../plan/gates.js';
import { STAGES, type Stage } from '../plan/measure.js';
import type { Act } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { pathOf } from './path.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

const V8 = LAYOUTS[0].engine as Engine;
const hand = { by: 'builder', at: '2026-11-24T08:00:00.000Z' };
const closed = (gate: Gate): Act =>
  ({ kind: 'gate-closed', id: gate, gate: gate as never, lacks: [], reason: null, ...hand }); // prettier-ignore

function walk(readings: Reading[], more: Partial<EngineFile> = {}) {
  const file = { ...fileOf({ engine: V8, readings }), ...more };
  const stand = standOf(file);
  const path = pathOf({ file, stand, sheet: sheetOf(file, stand), partsOpen: 0 });
  const at = (stage: Stage) => path.stations.find((one) => one.stage === stage)!;
  return { ...path, at };
}
const everywhere = (measure: string, scope: 'cylinder' | 'pin' | 'valve', entered: string, unit: string) =>
  placesOf(V8, scope).map((place) => readingOf(measure, place, entered, unit as 'in'));

describe('the way of an engine', () => {
  test('has every stage and every gate in the order of the work, and begins where the first is', () => {
    const path = walk([]);
    expect(path.stations.map(({ stage }) => stage)).toEqual([...STAGES]);
    expect(path.gates.map(({ gate }) => gate)).toEqual([...GATES]);
    expect(path.stations.every(({ state, taken }) => state === 'empty' && taken === 0)).toBe(true);
    expect([path.here, path.holds?.gate]).toEqual(['bottom-end', 'pan']);
  });

  test('leads to the first place where something that is asked is not taken yet', () => {
    const [first, second, ...rest] = placesOf(V8, 'pin');
    const clearance = (place: string) => readingOf('rod-side-clearance', place, '0.016', 'in');
    const check = (readings: Reading[]) =>
      walk(readings).at('bottom-end').checks.find(({ measure }) => measure === 'rod-side-clearance'); // prettier-ignore
    expect(check([clearance(first)])).toMatchObject({ taken: 1, of: 4, next: second });
    expect(check([first, second, ...rest].map(clearance))).toMatchObject({ taken: 4, of: 4, next: null });
  });

  test('a flag keeps a stage open, and brings the work back to it', () => {
    // The least gap of a ring follows from its bore.
    const narrow = [readingOf('bore', '5', '4.03', 'in'), readingOf('ring-gap-top', '5', '0.001', 'in')];
    const path = walk([...everywhere('preload-turns', 'valve', '0.625', 'turn'), ...narrow]);
    expect(path.at('bottom-end')).toMatchObject({ state: 'open', flags: 1 });
    expect(path.here).toBe('bottom-end');
  });

  test('behind a closed gate nobody is sent back, whatever nobody asked for there', () => {
    expect(walk([], { acts: [closed('pan')] }).at('bottom-end')).toMatchObject({ isPast: true, state: 'empty' });
    expect(walk([], { acts: [closed('pan')] }).here).not.toBe('bottom-end');
    expect(walk([], { acts: [closed('front-cover')] }).here).toBe('bottom-end');
  });

  test('with every gate closed nothing holds', () => {
    const life: Act = { kind: 'life', id: 'l', life: 'handed-over', reason: 'done', ...hand };
    const path = walk([], { acts: [...GATES.filter((gate) => gate !== 'hand-over').map(closed), life] });
    expect([path.here, path.holds, path.next]).toEqual([null, null, null]);
  });

  test('what follows from readings is no work of its own', () => {
    const { checks } = walk([readingOf('bore', '1', '4.03', 'in')]).at('bottom-end');
    expect(checks.map(({ measure }) => measure)).toContain('bore');
    expect(checks.map(({ measure }) => measure)).not.toContain('piston-clearance');
  });
});

describe('tightening on the way', () => {
  const plan = (group: string, title: string) => ({ id: group, kind: 'tightening', body: { group, title, fastened: 'heads', count: 2, pattern: 'rows', rows: 1, order: [2, 1], steps: [{ kind: 'seat' }, { kind: 'torque', target: { value: 65, unit: 'lbft' } }], source: 'card', lubricant: '', washer: '', tool: '', toolNumber: '', toolCheckedOn: null, isReused: false, compound: '', round: 1 }, ...hand }); // prettier-ignore
  const engine = { ...V8, fasteners: ['left', 'right'].map((group) => ({ group, count: 2 })) };
  const seat = (group: string, nth: number) => readingOf('fastener-done', `F:${group}:${nth}`, 'done', 'choice', { atValue: 1 }); // prettier-ignore
  const [left, right] = [plan('left', 'Head, left'), plan('right', 'Head, right')];

  test('is a check for each group, its next fastener in the order of the card', () => {
    const { checks, state } = walk([seat('left', 2)], { engine, papers: [left, right] }).at('torque');
    expect(checks.map(({ title, taken, of, next }) => [title, taken, of, next])).toEqual([
      ['Head, left', 1, 4, 'F:left:1'],
      ['Head, right', 0, 4, 'F:right:2'],
    ]);
    expect(state).toBe('open');
  });

  test('a head that nobody planned is as much work as the one that is, and keeps the stage open', () => {
    const pulls = [1, 2].flatMap((nth) => [seat('left', nth), readingOf('torque', `F:left:${nth}`, '65', 'lbft', { atValue: 2 })]); // prettier-ignore
    const station = walk(pulls, { engine, papers: [left] }).at('torque');
    expect(station).toMatchObject({ taken: 4, of: 8, state: 'open' });
    expect(station.checks[1]).toMatchObject({ title: 'The other head: no plan yet', of: 4, next: null });
    const inline = { ...engine, banks: V8.banks.slice(0, 1) };
    expect(walk(pulls, { engine: inline as Engine, papers: [left] }).at('torque')).toMatchObject({ of: 4, state: 'done' }); // prettier-ignore
  });
});
