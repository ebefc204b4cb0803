import type { Lifter, RockerMount, ValveKind } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import { toCanonical } from '../units/units.js';
import { overstatedBy, pushrodLength } from './pushrod-length.js';
import { rodPerTurn } from './rod-adjuster.js';
import { rodMoves, type RodMovesInput } from './rod-moves.js';

type OfKind = Record<ValveKind, number>;

/** Rods that go in again after something was cut or changed, and what that was. Lengths in `unit`. */
export interface RodsKept {
  unit: 'in' | 'mm';
  length: OfKind;
  /** Where they left what `stoodBy` says, when the engine last ran. */
  stood?: OfKind;
  /** Taken off since. */
  millHead?: number;
  millDeck?: number;
  gasketBefore?: number;
  gasketNow?: number;
  /** By how much the tips stand higher over the head; minus lower. */
  stems?: OfKind;
  /** By how much more lies under the rockers' stands; minus less. */
  shims?: OfKind;
  lifterSeatBefore?: number;
  lifterSeatNow?: number;
  baseCircleBefore?: OfKind;
  baseCircleNow?: OfKind;
}

/** What tells nothing without its other half. */
const PAIRS = [
  ['gasketBefore', 'gasketNow'],
  ['lifterSeatBefore', 'lifterSeatNow'],
  ['baseCircleBefore', 'baseCircleNow'],
] as const;

/** Everything for which it cannot be so. */
export const checkRodsKept = (said: RodsKept): Impossibility[] =>
  PAIRS.flatMap(([before, now]) =>
    (said[before] === undefined) === (said[now] === undefined)
      ? []
      : [{ path: [said[before] === undefined ? before : now], code: 'before-and-now-pair' as const }],
  );

/** What a rod decides where nothing takes it up, and what takes it up where something does. */
export type StoodBy = 'plunger' | 'turns' | 'lash';
export const stoodBy = ({ mount, lifter }: { mount: RockerMount; lifter: Lifter }): StoodBy =>
  mount !== 'pedestal-shim' ? 'turns' : lifter === 'hydraulic' ? 'plunger' : 'lash';

/** The same with its lengths in millimetres; turns stay turns. */
export function keptInMillimetres(said: RodsKept, by: StoodBy): RodsKept {
  const { unit } = said;
  if (unit === 'mm') return said;
  const inMm = (value: number | OfKind): number | OfKind =>
    typeof value === 'number' ? toCanonical(value, unit) : { I: toCanonical(value.I, unit), E: toCanonical(value.E, unit) };
  const { unit: _, stood, ...lengths } = said;
  const read = Object.entries(lengths).map(([key, value]) => [key, inMm(value)]);
  const stoodMm = stood && (by === 'turns' ? stood : (inMm(stood) as OfKind));
  return { ...(Object.fromEntries(read) as Omit<RodsKept, 'unit'>), ...(stoodMm ? { stood: stoodMm } : {}), unit: 'mm' };
} // prettier-ignore

/** The valve's drive that a rod is kept in; lengths in mm. */
export interface KeptIn {
  mount: RockerMount;
  lifter: Lifter;
  rockerRatio: number;
  pitch: number;
  /** Of the rod to the cylinder; undefined where nobody has filed it. */
  angleDeg?: number;
  /** Where plunger or adjuster is to stand; undefined as it stood. */
  wanted?: number;
}

/** What becomes of a kept rod, and the one to try first. */
export interface KeptRod {
  by: StoodBy;
  length: number;
  /** What a rod needs more than before to stand as before, by what it is for. */
  terms: { name: string; value: number }[];
  /** Where it will leave plunger, adjuster or lash; null where nobody said where it left them. */
  stands: number | null;
  /** The rod that will stand as wanted, or as the kept one did; where the rocker's geometry counts, at the same geometry. */
  toTry: number;
  /** What a rod that leans as far as any does would take off the head's way, mm; 0 where its angle is on file. */
  overstated: number;
}

/**
 * Where a rod that is kept will leave what it drives, before anybody measures; and the rod to try first. What makes room
 * leaves a kept rod too short: the plunger stands higher, a screw or nut goes further down, lash opens by the ratio. On a
 * stud the nut follows a tip that stands higher, and the rod with it.
 *
 * @param said lengths in mm
 * @example keptRod({ unit: 'mm', length: { I: 200, E: 200 }, stood: { I: 1, E: 1 }, millHead: 0.5 }, 'I', { mount: 'pedestal-shim', lifter: 'hydraulic', rockerRatio: 1.6, pitch: 1, angleDeg: 0 }).stands // 1.5
 */
export function keptRod(said: RodsKept, kind: ValveKind, drive: KeptIn): KeptRod {
  const { mount, rockerRatio, pitch, angleDeg, wanted } = drive;
  const { terms: head } = pushrodLength({
    checkedLength: 0, gasketAtCheck: said.gasketBefore ?? 0, gasketFinal: said.gasketNow ?? 0, plungerDepthAtCheck: 0,
    plungerDepthTarget: 0, headCutAfterCheck: said.millHead ?? 0, deckCutAfterCheck: said.millDeck ?? 0,
    pushrodAngleDeg: angleDeg ?? 0, lash: 0, lashAtCheck: 0, rockerRatio,
  }); // prettier-ignore
  const changed = (by: OfKind | undefined) => (by ? { atCheck: 0, final: by[kind] } : undefined);
  const moved = (before: number | undefined, now: number | undefined): RodMovesInput['baseCircle'] =>
    before === undefined || now === undefined ? undefined : { atCheck: before, final: now };
  const moves = rodMoves({
    mount,
    rockerRatio,
    standShim: changed(said.shims),
    // A tip that stands higher moves the rocker as a cap on it does.
    lashCap: changed(said.stems),
    baseCircle: moved(said.baseCircleBefore?.[kind], said.baseCircleNow?.[kind]),
    lifterSeat: moved(said.lifterSeatBefore, said.lifterSeatNow),
  });
  const terms = [
    { name: 'gasket', value: head.gasket },
    { name: 'taken-off', value: head.cuts },
    ...moves.map(({ name, value }) => ({ name: name === 'lash-cap' ? 'stems' : name, value })),
  ].filter(({ value }) => value !== 0);
  const needs = terms.reduce((sum, { value }) => sum + value, 0);
  const by = stoodBy(drive);
  const length = said.length[kind];
  const perTurn = mount === 'pedestal-shim' ? 0 : rodPerTurn(mount, pitch, rockerRatio);
  // At the same geometry a nut stands as much higher as its valve's tip does.
  const raised = mount === 'stud-nut' ? (said.stems?.[kind] ?? 0) / pitch : 0;
  const before = said.stood && said.stood[kind] - raised;
  const stands = { plunger: -needs, turns: needs / perTurn, lash: needs * rockerRatio }[by];
  const further = { plunger: 1, turns: -perTurn, lash: 0 }[by];
  return {
    by,
    length,
    terms,
    stands: before === undefined ? null : before + stands,
    toTry: length + needs + (before === undefined || wanted === undefined ? 0 : (wanted - before) * further),
    overstated: angleDeg === undefined ? overstatedBy(head) : 0,
  };
}
