import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { engineChange } from './engine-change.js';
import { fileOf, readingOf } from './test-file.js';

const V8 = LAYOUTS[0].engine as Engine;
const preload = (place: string, entered = '0.625') => readingOf('preload-turns', place, entered, 'turn');

test('before the first reading an engine is anybody’s to put right; after it the layout is the lead’s', () => {
  const firingOrder = [1, 8, 4, 2, 6, 5, 7, 3];
  const engine = { ...V8, firingOrder };
  expect(engineChange(fileOf({ engine: V8 }), { engine })).toEqual({ laidOutAnew: ['firingOrder'], verdicts: [], gone: [], isForLead: false }); // prettier-ignore
  expect(engineChange(fileOf({ engine: V8, readings: [preload('1I')] }), { engine }).isForLead).toBe(true);
  expect(engineChange(fileOf({ engine: V8, readings: [preload('1I')] }), { engine: { ...V8 } })).toMatchObject({ laidOutAnew: [], isForLead: false }); // prettier-ignore
});

test('what a ratio changes of verdicts is told, and is the lead’s where it changes any', () => {
  const engine = { ...V8, ratio: { intake: 1.1, exhaust: 1.1 } };
  const deep = fileOf({ engine: V8, readings: [preload('1I', '0.75')] });
  const { verdicts, isForLead } = engineChange(deep, { engine });
  expect(verdicts.length).toBeGreaterThan(0);
  expect(isForLead).toBe(true);
  expect(engineChange(fileOf({ engine: V8, readings: [readingOf('bore', '1', '4.03', 'in')] }), { engine })).toMatchObject({ verdicts: [], isForLead: false }); // prettier-ignore
});

test('readings are named that would stand nowhere: at places that are gone, or of lifters of the other kind', () => {
  const six = LAYOUTS.find(({ engine }) => engine?.banks.length === 1 && engine.firingOrder.length === 6)!.engine as Engine; // prettier-ignore
  const file = fileOf({ engine: V8, readings: [preload('8I'), preload('1I'), readingOf('bore', '7', '4.03', 'in')] });
  expect(engineChange(file, { engine: { ...six, lifter: 'hydraulic' } }).gone.map(({ place }) => place)).toEqual(['8I', '7']); // prettier-ignore
  const solid = { engine: { ...V8, lifter: 'solid' as const }, spec: EXAMPLE_SPEC_SETS.find(({ lifter }) => lifter === 'solid')! }; // prettier-ignore
  expect(engineChange(file, solid).gone.map(({ place }) => place)).toEqual(['8I', '1I']);
  const [first] = file.readings;
  const struck = { kind: 'reading-struck' as const, id: 's', readingId: first.id, reason: 'wrong place', by: 'lead', at: first.receivedAt }; // prettier-ignore
  expect(engineChange({ ...file, acts: [struck] }, solid).gone.map(({ place }) => place)).toEqual(['1I']);
});
