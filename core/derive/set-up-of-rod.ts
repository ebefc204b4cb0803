import { pitchMmOf, ratioOf, type ValveKind } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { MockUp } from '../valvetrain/mock-up.js';
import { rodAdjuster } from '../valvetrain/rod-adjuster.js';
import { rodMoves } from '../valvetrain/rod-moves.js';
import type { Seen, Taken } from './rule.js';

/** When and where a rod was read. */
type ReadAt = Pick<Taken, 'place' | 'turn'>;

/** How a valve's drive stood when its checking rod was read, and how it will: what hangs on readings as well as papers. */

/** The shims under a valve's stand at the check, mm: as they were said, else those that were read there last before; null where nobody knows. */
function shimAtCheck({ latest }: Seen, rod: ReadAt, check: MockUp, kind: ValveKind): number | null {
  const read = ['stand-shim', 'trial-setting']
    .flatMap((measure) => latest(measure, rod.place, rod.turn) ?? [])
    .sort((a, b) => b.turn - a.turn);
  return check.standShimAtCheck?.[kind] ?? read[0]?.value ?? null;
}

/** The shims that will lie there, mm: as fitted since, else as they were chosen or said; null where nobody says that any will move. */
function shimInBuild({ latest, onFile }: Seen, rod: ReadAt, build: MockUp, kind: ValveKind): number | null {
  const fitted = latest('stand-shim', rod.place);
  return fitted && fitted.turn > rod.turn
    ? fitted.value
    : (onFile.chosen(kind)?.setting ?? build.standShimFinal?.[kind] ?? null);
}

/** Turns that were read at some trial of a kind, at this very valve before others. */
function turnsTried({ engine, histories }: Seen, place: string, kind: ValveKind): Taken[] {
  const at = (one: string) => histories('trial-turns', one).flatMap((tries) => tries.slice(-1));
  const own = at(place);
  return own.length > 0
    ? own
    : placesOf(engine, 'valve')
        .filter((one) => one !== place && parseValve(one)!.kind === kind)
        .flatMap(at);
}

/** The stands of a valve: shims at the check, where anybody knows them, and those in the build. */
export interface ShimsOf {
  atCheck: number | null;
  inBuild: number | null;
}

export function shimsOf(seen: Seen, rod: ReadAt, { check, build }: { check: MockUp; build: MockUp }): ShimsOf {
  const { kind } = parseValve(rod.place)!;
  const { mount } = seen.engine;
  if (mount === 'stud-nut') return { atCheck: null, inBuild: null };
  return { atCheck: shimAtCheck(seen, rod, check, kind), inBuild: shimInBuild(seen, rod, build, kind) };
}

/**
 * Turns of the adjuster, downward from wholly up, with the checking rod as it was read; null where no trial tells. On a stud
 * turns are read at a length, and on a shaft at shims that were tried: from the nearest of them they are carried here.
 *
 * @param length of the rod, mm
 */
export function turnsAtCheck(seen: Seen, place: string, length: number, shims: ShimsOf): number | null {
  const { engine } = seen;
  const { kind } = parseValve(place)!;
  if (engine.mount === 'pedestal-shim') return null;
  const [pitch, rockerRatio, isStud] = [pitchMmOf(engine), ratioOf(engine, kind), engine.mount === 'stud-nut'];
  const mount = isStud ? 'nut' : 'screw';
  const tried = turnsTried(seen, place, kind).map(({ at, value: turns }) => {
    if (isStud) return { length: at?.value ?? length, turns };
    // A stand that was higher at the trial wants the longer rod, as the same rod with the screw further in.
    const higher = shims.atCheck === null || !at ? 0 : shims.atCheck - at.value;
    const [move] = rodMoves({ mount: engine.mount, rockerRatio, standShim: { atCheck: 0, final: higher } });
    return { length: length + (move?.value ?? 0), turns };
  });
  if (tried.length === 0) return null;
  const off = (one: { length: number }) => Math.abs(one.length - length);
  const nearest = tried.reduce((near, one) => (off(one) < off(near) ? one : near));
  return rodAdjuster({ mount, pitch, rockerRatio, at: nearest, rods: [length] }).candidates[0].turns;
}
