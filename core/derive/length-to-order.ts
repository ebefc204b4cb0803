import { pitchMmOf, ratioOf, type ValveKind } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { PAPER_TRUST } from './trusts.js';
import { BY_NOW } from './on-file.js';
import { MOST_LEAN_DEG, overstatedBy, pushrodLength } from '../valvetrain/pushrod-length.js';
import type { Lack, MockUp } from '../valvetrain/mock-up.js';
import { rodMoves } from '../valvetrain/rod-moves.js';
import type { Seen, Taken, Term } from './rule.js';
import { plungerPerTurn } from './plunger-stands.js';
import { shimsOf, turnsAtCheck } from './set-up-of-rod.js';
import { turnedRod } from './turned-rod.js';

/** A checking rod's length brought to the final build: by which terms, and what is missing to tell the others. */
export interface LengthToOrder {
  checked: number;
  length: number;
  terms: Term[];
  lacks: Lack[];
  /** Where the adjuster stands with it, turns downward from wholly up; null where no trial tells, or nothing turns. */
  turns: number | null;
  /** Where nobody filed the rod's angle and the head has moved: what an angle as large as any has would add, mm. */
  unknownAngle: { by: number; upToDeg: number } | null;
}

/** The checking rod as it was read last, by its length or by its turns; mm. */
export function checkedRod(
  { onFile, latest }: Seen,
  place: string,
): { of: Taken; value: number; terms: Term[] } | null {
  const [byLength, byTurns] = ['pushrod-checked', 'pushrod-tool-turns'].map((measure) => latest(measure, place));
  const tool = onFile.pushrods?.tool;
  if (byTurns && tool && (!byLength || byLength.turn <= byTurns.turn))
    return { of: byTurns, ...turnedRod(tool, byTurns.value) };
  if (!byLength || byLength.derived) return null;
  const { value } = byLength;
  return { of: byLength, value, terms: [{ name: 'pushrod-checked', sign: '+', value, unit: 'mm', source: 'reading' }] };
}

/** How far what a rod needs more or less is known (k = 2), mm, by what it is for. */
function trustInMove({ engine, practice }: Seen, place: string, name: string): number {
  const { kind } = parseValve(place)!;
  const trust = (key: string) => uncertaintyOf(practice, measureOf(key));
  switch (name) {
    case 'gasket':
      return Math.hypot(PAPER_TRUST.gasketAtCheck, PAPER_TRUST.gasketFinal);
    case 'milled':
      return PAPER_TRUST.milled;
    case 'plunger':
      return trust('plunger-depth');
    case 'lash':
      return (Math.SQRT2 * trust('lash-cold')) / ratioOf(engine, kind);
    case 'stand-shim':
      return Math.SQRT2 * trust('stand-shim');
    case 'adjuster':
      return trust('trial-turns') * pitchMmOf(engine);
    case 'base-circle':
      return (Math.SQRT2 * PAPER_TRUST.caliper) / 2;
    default:
      return Math.SQRT2 * PAPER_TRUST.caliper;
  }
}

/** What a rod needs more or less in the build than at the check, and what of it cannot be told. */
export interface RodToBuild {
  terms: { name: string; value: number }[];
  lacks: Lack[];
  /** Where the adjuster is to end, turns downward from wholly up; null where no trial tells, or nothing turns. */
  turns: number | null;
  /** By how much less the head's way counts along a rod that leans as far as any does, mm; 0 where its angle is on file. */
  overstated: number;
}

/** How deep a plunger stood with the rod that was checked, mm: below its clip at zero lash, and by the turns past it. */
function plungerAtCheck(engine: Seen['engine'], check: MockUp, kind: ValveKind): number {
  return (check.collapsedBy ?? 0) + (check.turnsPastZero ?? 0) * plungerPerTurn(engine, kind);
}

/** When and where a rod was read, or a mark rubbed: what the check was then hangs on it. */
type ReadAt = Pick<Taken, 'place' | 'takenAt' | 'turn'>;

/** What parts between lifter and valve are others than at the check, and what of it nobody can tell. */
function partsMoved(
  seen: Seen,
  rod: ReadAt,
  checked: number | null,
  both: { check: MockUp; build: MockUp },
): Omit<RodToBuild, 'overstated'> {
  const { engine, onFile } = seen;
  const { check, build } = both;
  const { kind } = parseValve(rod.place)!;
  const shims = shimsOf(seen, rod, both);
  const caps = [onFile.rockersAt(rod.takenAt), onFile.rockersAt(BY_NOW)].map((rockers) => rockers?.lashCap[kind] ?? 0);
  const wanted = engine.mount === 'pedestal-shim' ? undefined : onFile.pushrods?.adjusterWanted;
  const stoodAt = checked === null ? null : turnsAtCheck(seen, rod.place, checked, shims);
  const [baseCircle, lifterSeat] = [
    { atCheck: check.baseCircleAtCheck?.[kind], final: build.baseCircleFinal?.[kind] },
    { atCheck: check.lifterSeatAtCheck, final: build.lifterSeatFinal },
  ].map(({ atCheck, final }) => (atCheck === undefined || final === undefined ? undefined : { atCheck, final }));
  const standShim =
    shims.inBuild !== null && shims.atCheck !== null ? { atCheck: shims.atCheck, final: shims.inBuild } : undefined;
  const adjuster =
    wanted !== undefined && stoodAt !== null
      ? { atCheck: stoodAt, final: wanted, pitch: pitchMmOf(engine) }
      : undefined;
  const lacks: Lack[] = [
    ...(shims.inBuild !== null && shims.atCheck === null ? (['stand-shim-at-check'] as const) : []),
    ...(wanted !== undefined && stoodAt === null ? (['adjuster-at-check'] as const) : []),
    ...(check.same.rockers ? [] : (['other-rockers'] as const)),
    ...(check.same.lifters || lifterSeat ? [] : (['lifter-seat'] as const)),
    ...(check.same.lashCaps || caps[0] !== caps[1] ? [] : (['lash-cap'] as const)),
  ];
  const lashCap = { atCheck: caps[0], final: caps[1] };
  const terms = rodMoves({
    mount: engine.mount,
    rockerRatio: ratioOf(engine, kind),
    standShim,
    lashCap,
    adjuster,
    baseCircle,
    lifterSeat,
  });
  return { terms, lacks, turns: wanted ?? stoodAt };
}

/**
 * What a rod of a valve needs more or less in the build than at the check that it was read under; null while no set-up of
 * a check is filed.
 *
 * @param checked how long the rod was, mm; null where no rod was read, and nothing can be told of the adjuster's turns
 */
export function rodToBuild(seen: Seen, rod: ReadAt, checked: number | null): RodToBuild | null {
  const { engine, onFile } = seen;
  const both = onFile.mockUpAt(rod.takenAt);
  if (!both) return null;
  const { check, build } = both;
  const { kind } = parseValve(rod.place)!;
  const { angleDeg, plunger } = onFile.pushrods ?? {};
  const isHydraulic = engine.lifter === 'hydraulic';
  const depthAtCheck = isHydraulic ? plungerAtCheck(engine, check, kind) : 0;
  const parts = partsMoved(seen, rod, checked, both);
  const { terms } = pushrodLength({
    checkedLength: checked ?? 0,
    gasketAtCheck: check.gasketAtCheck,
    gasketFinal: build.gasketFinal,
    headCutAfterCheck: build.millHead ?? 0,
    deckCutAfterCheck: build.millDeck ?? 0,
    plungerDepthAtCheck: depthAtCheck,
    // What is not said moves nothing, and is named as missing.
    plungerDepthTarget: isHydraulic ? (plunger?.target ?? depthAtCheck) : 0,
    // The head's way counts whole along a rod whose angle nobody filed; what that leaves open is said.
    pushrodAngleDeg: angleDeg ?? 0,
    lash: build.lash[kind],
    lashAtCheck: check.lashAtCheck[kind],
    rockerRatio: ratioOf(engine, kind),
  });
  const named = [
    { name: 'gasket', value: terms.gasket },
    { name: 'milled', value: terms.cuts },
    { name: 'plunger', value: terms.plunger },
    { name: 'lash', value: terms.lash },
  ];
  return {
    ...parts,
    terms: [...named.filter(({ value }) => value !== 0), ...parts.terms],
    lacks: [...(isHydraulic && !plunger ? (['plunger-target'] as const) : []), ...parts.lacks],
    overstated: angleDeg === undefined ? overstatedBy(terms) : 0,
  };
}

/**
 * The length to order for a valve, from the checking rod and what will be otherwise in the build; null while no rod was
 * read or no set-up of a check is filed.
 */
export function lengthToOrder(seen: Seen, place: string): (LengthToOrder & { of: Taken }) | null {
  const rod = checkedRod(seen, place);
  const moved = rod && rodToBuild(seen, rod.of, rod.value);
  if (!moved) return null;
  const { terms, lacks, turns, overstated } = moved;
  const length = terms.reduce((sum, { value }) => sum + value, rod.value);
  return {
    of: rod.of,
    checked: rod.value,
    length,
    turns,
    lacks,
    unknownAngle: overstated === 0 ? null : { by: -overstated, upToDeg: MOST_LEAN_DEG },
    terms: [
      ...rod.terms,
      ...terms.map(({ name, value }): Term => ({ name, sign: '+', value, unit: 'mm', source: 'paper', uncertainty: trustInMove(seen, place, name) })), // prettier-ignore
    ],
  };
}
