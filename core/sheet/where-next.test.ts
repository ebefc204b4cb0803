import { wordWhere } from '../../contracts/wording/where.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { GATES, type Gate } from '../plan/gates.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Act, Disposition, EngineLife } from './acts.js';
import type { EngineFile, Signed } from './engine-file.js';
import { pathOf } from './path.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { KeptStanding } from './standing.js';
import { fileOf, readingOf } from './test-file.js';

/** Where an engine stands and what is next: what floor, path, ribbon and record say, standing by standing. */

const V8 = LAYOUTS[0].engine as Engine;
const [SET] = EXAMPLE_SPEC_SETS;
const hand = { by: 'lead', at: '2026-11-24T09:00:00.000Z' };
const closed = (...gates: Gate[]) => gates.map((gate) => ({ kind: 'gate-closed', id: gate, gate: gate as never, lacks: [], reason: null, ...hand }) as Act); // prettier-ignore
const opened = (gate: Gate): Act => ({ kind: 'gate-opened', id: `o-${gate}`, gate: gate as never, reason: 'a leak', minutes: 60, cost: null, by: 'lead', at: '2026-11-24T09:30:00.000Z' }); // prettier-ignore
const life = (...lives: EngineLife[]) => lives.map((to, nth) => ({ kind: 'life', id: `l${nth}`, life: to, reason: 'so', ...hand }) as Act); // prettier-ignore
const signed = (since: number): Signed => ({ revision: 1, signedAt: '2026-11-24T10:00:00.000Z', since });

const at = (scope: 'pin' | 'valve' | 'cylinder', measure: string, entered: string, unit: string, count = 99) =>
  placesOf(V8, scope).slice(0, count).map((place) => readingOf(measure, place, entered, unit as 'in')); // prettier-ignore
const rods = (count?: number) => at('pin', 'rod-side-clearance', '0.016', 'in', count);
const endPlay = readingOf('cam-end-play', 'engine', '0.006', 'in');
const timing = [readingOf('intake-centreline', 'engine', '106', 'deg', { atValue: 1.27 }), readingOf('exhaust-centreline', 'engine', '114', 'deg', { atValue: 1.27 })]; // prettier-ignore
const valves = (count?: number) => at('valve', 'preload-turns', '0.625', 'turn', count);
const ALL = [...rods(), endPlay, ...valves()];
const high = readingOf('preload-turns', '1I', '3.5', 'turn');

/** A set whose limits ask for nothing and whose gates ask for nothing. */
const ASKS_NOTHING: SpecSet = {
  ...SET,
  limits: SET.limits.map((limit) => ({ ...limit, required: false })),
  practice: { ...SET.practice, path: { ...SET.practice.path, gates: GATES.map((gate) => ({ gate, asks: [] })) } as never }, // prettier-ignore
};
const accept = (file: EngineFile): Act[] => {
  const { flags, missing } = sheetOf(file);
  const made = [
    ...flags.filter(({ open }) => open).map(({ measure, place, readingId, verdict, value, limit }) => ({ measure, place, readingId, about: { verdict, value, limit } })),
    ...missing.map(({ measure, place }) => ({ measure, place, readingId: null, about: null })),
  ]; // prettier-ignore
  return made.map((one, nth): Act => ({ kind: 'disposition', ...({ id: `d${nth}`, action: 'accepted', reason: 'as told', ...hand, ...one } as Disposition) })); // prettier-ignore
};

interface Case {
  readings?: Reading[];
  acts?: Act[];
  accepts?: boolean;
  signed?: Signed | null;
  spec?: SpecSet;
}
function told({ readings = [], acts = [], accepts = false, signed = null, spec = SET }: Case): string {
  const first = { ...fileOf({ engine: V8, readings, spec }), acts };
  const file: EngineFile = { ...first, acts: accepts ? [...acts, ...accept(first)] : acts, signed };
  const stand = standOf(file);
  const sheet = sheetOf(file, stand);
  const { where } = pathOf({ file, sheet, stand, partsOpen: 0 });
  // The floor, which keeps it current by place, says the same as the path.
  expect(new KeptStanding(file.engine, file.spec, stand).of(file).where).toEqual(where);
  const { says, next } = wordWhere(where, sheet.flags.filter(({ open }) => open).length, '24 Nov');
  return next === '' ? says : `${says} → ${next}`;
}

const RODS = 'Rod side clearance';
test.each<[string, Case, string]>([
  ['nothing was read', {}, `Just opened → ${RODS}, crank pin 1`],
  ['nothing was read, the pan is on', { acts: closed('pan') }, 'Just opened → Cam end play'],
  ['nothing was read, no gate asks', { spec: ASKS_NOTHING }, 'Just opened → '],
]) ('%s', (_name, asked, says) => expect(told(asked)).toContain(says)); // prettier-ignore

test.each<[string, Case, string]>([
  ['the bottom end is begun', { readings: rods(1) }, `Bottom end, 1 of 4 → ${RODS}, crank pin 2`],
  ['it is begun at the far end', { readings: rods().slice(3) }, `Bottom end, 1 of 4 → ${RODS}, crank pin 1`],
  ['it is whole', { readings: rods() }, 'Timing, 0 of 1 → Cam end play'],
  ['the valves are begun with an empty bottom end', { readings: valves(4) }, `Bottom end, 0 of 4 → ${RODS}, crank pin 1`],
  ['the valves are set with an empty bottom end', { readings: valves() }, `Bottom end, 0 of 4 → ${RODS}, crank pin 1`],
  ['they are begun, the pan is on', { readings: valves(4), acts: closed('pan') }, 'Timing, 0 of 1 → Cam end play'],
  ['they are begun, pan and cover are on', { readings: valves(4), acts: closed('pan', 'front-cover') }, 'Setting, 4 of 16 → Preload, turns'],
  ['everything before the valves is there', { readings: [...rods(), endPlay] }, 'Setting, 0 of 16 → Preload, turns'],
  ['timing is known, the end play is not', { readings: [...rods(), ...timing] }, 'Timing, 0 of 1 → Cam end play'],
  ['half the valves are set', { readings: [...rods(), endPlay, ...valves(8)] }, 'Setting, 8 of 16 → Preload, turns'],
  ['the pan came off again', { readings: [...valves()], acts: [...closed('pan', 'front-cover'), opened('pan')] }, `Bottom end, 0 of 4 → ${RODS}, crank pin 1`],
])('what is asked and not taken is next: %s', (_name, asked, says) => expect(told(asked)).toBe(says)); // prettier-ignore

test.each<[string, Case, string]>([
  ['all is there', { readings: ALL }, 'Ready to sign → review and sign'],
  ['a valve is high', { readings: [...ALL, high] }, 'One flag open → deal with the flags'],
  ['it was accepted', { readings: [...ALL, high], accepts: true }, 'Ready to sign → review and sign'],
  ['it was set again', { readings: [...ALL, high, readingOf('preload-turns', '1I', '0.625', 'turn')] }, 'Ready to sign → review and sign'],
  ['a valve is high while the last ones wait', { readings: [...rods(), endPlay, ...valves(15), high] }, 'Setting, 15 of 16 → Preload, turns'],
  ['a valve is high at last and the covers are on', { readings: [...ALL, high], acts: closed('pan', 'front-cover', 'heads', 'valve-covers') }, 'One flag open → deal with the flags'],
  ['valves are missing behind the covers', { readings: [...rods(), endPlay, ...valves(8)], acts: closed('pan', 'front-cover', 'heads', 'valve-covers') }, 'Required values missing → take or accept them'],
  ['they were accepted', { readings: [...rods(), endPlay, ...valves(8)], accepts: true }, 'Ready to sign → review and sign'],
  ['they were accepted behind the covers', { readings: [...rods(), endPlay, ...valves(8)], acts: closed('pan', 'front-cover', 'heads', 'valve-covers'), accepts: true }, 'Ready to sign → review and sign'],
  ['the first gate is closed', { readings: ALL, acts: closed('pan') }, 'Measured → close the front cover'],
  ['the heads are on, the covers are not', { readings: ALL, acts: closed('pan', 'front-cover', 'heads') }, 'Measured → close the valve covers'],
  ['the pan is off again', { readings: ALL, acts: [...closed('pan', 'front-cover', 'heads', 'valve-covers'), opened('pan')] }, 'Measured → close the pan'],
  ['every gate is closed', { readings: ALL, acts: closed('pan', 'front-cover', 'heads', 'valve-covers') }, 'Ready to sign → review and sign'],
  ['nothing was asked and something was read', { readings: valves(1), spec: ASKS_NOTHING }, 'Bottom end, 0 of 50 → Main bearing clearance, main 1'],
  ['nothing was asked, and it was signed', { readings: valves(), spec: ASKS_NOTHING, signed: signed(0) }, 'Signed 24 Nov → hand over'],
])('measured through: %s', (_name, asked, says) => expect(told(asked)).toBe(says)); // prettier-ignore

test.each<[string, Case, string]>([
  ['signed whole', { readings: ALL, signed: signed(0) }, 'Signed 24 Nov → hand over'],
  ['signed whole, what nobody took accepted with it', { readings: valves(15), signed: signed(0) }, 'Signed 24 Nov → hand over'],
  ['read after it was signed', { readings: ALL, signed: signed(1) }, 'Record is older than the engine → sign again'],
  ['flagged after it was signed', { readings: [...ALL, high], signed: signed(1) }, 'One flag open → deal with the flags'],
  ['signed, then a gate was closed', { readings: ALL, acts: closed('pan', 'front-cover', 'heads', 'valve-covers'), signed: signed(1) }, 'Record is older than the engine → sign again'],
  ['signed before the last gate', { readings: ALL, acts: closed('pan', 'front-cover', 'heads'), signed: signed(1) }, 'Measured → close the valve covers'],
  ['signed and handed over', { readings: ALL, signed: signed(0), acts: life('handed-over') }, 'Handed over'],
  ['handed over with a valve flagged and signed so', { readings: [...ALL, high], signed: signed(0), acts: life('handed-over') }, 'Handed over'],
  ['handed over, read again since', { readings: ALL, signed: signed(3), acts: life('handed-over') }, 'Handed over, record is older → sign again'],
  ['handed over, flagged since', { readings: [...ALL, high], signed: signed(1), acts: life('handed-over') }, 'Handed over, record is older → deal with the flags'],
  ['handed over without a record', { readings: valves(3), acts: life('handed-over') }, 'Handed over, record not signed → review and sign'],
  ['taken up again', { readings: ALL, signed: signed(0), acts: life('handed-over', 'in-work') }, 'Signed 24 Nov → hand over'],
  ['taken up again and measured', { readings: [...ALL, high], signed: signed(1), acts: life('handed-over', 'in-work') }, 'One flag open → deal with the flags'],
  ['closed', { readings: ALL, signed: signed(0), acts: life('handed-over', 'closed') }, 'Closed'],
  ['closed without a record', { readings: valves(1), acts: life('closed') }, 'Closed, record not signed'],
  ['struck', { acts: life('struck') }, 'Struck'],
  ['struck and taken up again', { acts: life('struck', 'in-work') }, `Just opened → ${RODS}, crank pin 1`],
])('behind the measuring: %s', (_name, asked, says) => expect(told(asked)).toBe(says)); // prettier-ignore
