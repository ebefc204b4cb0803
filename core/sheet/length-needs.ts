import { lengthToOrder } from '../derive/length-to-order.js';
import type { Engine, ValveKind } from '../engine/engine.js';
import { pitchMmOf, ratioOf } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import { rodPerTurn } from '../valvetrain/rod-adjuster.js';
import type { RodsWanted } from '../valvetrain/rod-sets.js';
import type { FitsBy, Judging, RodWindow } from './judging.js';
import { limitAt } from './limits.js';
import { predictedMark, type PredictedMark } from './predicted-mark.js';
import { rockerGeometry, type RockerGeometry } from './rocker-geometry.js';

/** What a kind of valve, or some of its cylinders, wants as rods. Lengths in mm. */
export interface LengthNeed {
  kind: ValveKind;
  places: string[];
  /** Of those, where a rod was read. */
  readAt: string[];
  required: number;
  /** The checking rod that it follows from. */
  checked: number;
  /** From the shortest to the longest of these places. */
  spread: number;
  wanted: RodsWanted | null;
  /** What its window is told by; null where nobody can tell it. */
  by: FitsBy | null;
  /** Where the plunger is to stand with the required length; null where nobody has said. */
  plunger: { target: number; min: number; max: number } | null;
  /** How the adjuster gives way: what a turn makes up for in length, its turns with the required one, and its range; null where nothing turns. */
  adjuster: { perTurn: number; at: number | null; range: { least: number; most: number } | null } | null;
  geometry: RockerGeometry;
}

/** Further apart than this the cylinders of a kind want different rods, mm: finer than any catalogue has steps. */
const DIFFERENT = 0.4;
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** What a turn of an engine's adjusters makes up for in the length of a rod, mm; null where nothing turns. */
const perTurnOf = (engine: Engine, kind: ValveKind): number | null =>
  engine.mount === 'pedestal-shim' ? null : rodPerTurn(engine.mount, pitchMmOf(engine), ratioOf(engine, kind));

/** How far beside the required length a mark is looked at, and in which steps; mm. */
const LOOKED = { beside: 4, step: 0.02 };

/** The mark that a length ought to rub: its trial's setting is that length less what the build adds. Null while nobody can tell. */
export function markWith({ geometry }: Pick<LengthNeed, 'geometry'>, length: number): PredictedMark | null {
  const { toBuild, mount } = geometry;
  return mount === 'stud-nut' && toBuild ? predictedMark(geometry, length - toBuild.shift) : null;
}

/**
 * The lengths with which the mark keeps clear of the tip's edge: on a stud the rod decides how high the rocker stands.
 * Null where nobody can tell; from the widest such stretch that holds the required length or lies next to it.
 *
 * @param widest that the shop lets a mark be, mm
 */
function windowByMark(need: Pick<LengthNeed, 'geometry' | 'required'>, widest: number): RodsWanted['window'] | null {
  const { edgeKept } = need.geometry;
  const keeps = (length: number) => {
    const mark = markWith(need, length);
    if (!mark || mark.edgeLeft === null || edgeKept === null) return false;
    return mark.edgeLeft >= edgeKept && mark.width <= widest;
  };
  const steps = Math.round(LOOKED.beside / LOOKED.step);
  const good = Array.from({ length: 2 * steps + 1 }, (_, turn) => need.required + (turn - steps) * LOOKED.step).filter(keeps);
  if (good.length === 0) return null;
  const nearest = good.reduce((near, one) => (Math.abs(one - need.required) < Math.abs(near - need.required) ? one : near));
  let [first, last] = [good.indexOf(nearest), good.indexOf(nearest)];
  while (first > 0 && good[first] - good[first - 1] < 1.5 * LOOKED.step) first--;
  while (last < good.length - 1 && good[last + 1] - good[last] < 1.5 * LOOKED.step) last++;
  return { min: good[first], max: good[last] };
} // prettier-ignore

type Windows = Pick<LengthNeed, 'required' | 'plunger' | 'adjuster' | 'geometry'>;

/**
 * The lengths that fit, and by what. Where nothing turns the rod alone brings the plunger into its window. A screw takes
 * plunger and lash up: the rod must leave it within its range. So does a nut, but it lowers the rocker: there the mark
 * counts that the rod makes it rub.
 */
function windowOf(engine: Engine, need: Windows, widest: number): { by: FitsBy; window: RodsWanted['window'] } | null {
  const { required, plunger, adjuster } = need;
  if (engine.mount === 'pedestal-shim')
    return plunger && { by: 'plunger', window: { min: required + plunger.min - plunger.target, max: required + plunger.max - plunger.target } }; // prettier-ignore
  const { perTurn, at, range } = adjuster!;
  // A longer rod brings the adjuster further out: the most turns in go with the shortest.
  const byTurns = at !== null && range ? { min: required - (range.most - at) * perTurn, max: required + (at - range.least) * perTurn } : null; // prettier-ignore
  const byMark = engine.mount === 'stud-nut' ? windowByMark(need, widest) : null;
  if (!byMark) return byTurns && { by: 'adjuster', window: byTurns };
  const window = byTurns ? { min: Math.max(byMark.min, byTurns.min), max: Math.min(byMark.max, byTurns.max) } : byMark;
  // Where none of them does both the window is empty, and nothing fits.
  return { by: 'mark', window };
}

/** The lengths that are wanted: one for each kind where its valves agree, else one for each cylinder that differs. */
export function lengthNeeds(judging: Judging): LengthNeed[] {
  const { engine, spec, stand } = judging;
  const seen = stand.seen();
  return (['I', 'E'] as const).flatMap((kind) => {
    const all = placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === kind);
    const read = all.flatMap((place) => {
      const found = lengthToOrder(seen, place);
      return found ? [{ place, ...found }] : [];
    });
    if (read.length === 0) return [];
    const geometry = rockerGeometry(judging, { kind });
    const lengths = read.map(({ length }) => length);
    const spread = Math.max(...lengths) - Math.min(...lengths);
    const groups = spread > DIFFERENT ? read.map((one) => ({ of: [one], places: [one.place] })) : [{ of: read, places: all }]; // prettier-ignore
    return groups.map(({ of, places }): LengthNeed => {
      const required = mean(of.map(({ length }) => length));
      const turns = of.flatMap((one) => one.turns ?? []);
      const perTurn = perTurnOf(engine, kind);
      const range = spec.practice.geometry?.adjusterTurns ?? null;
      const plunger = engine.lifter === 'hydraulic' ? (seen.onFile.pushrods?.plunger ?? null) : null;
      const adjuster = perTurn === null ? null : { perTurn, at: turns.length === 0 ? null : mean(turns), range };
      const markLimit = limitAt(judging, 'mark-width', of[0].place, 0);
      const found = windowOf(engine, { required, plunger, adjuster, geometry }, markLimit?.max ?? Infinity);
      const name = places.length > 1 || all.length === 1 ? kind : places[0];
      return {
        kind,
        places,
        readAt: of.map(({ place }) => place),
        required,
        checked: mean(of.map(({ checked }) => checked)),
        spread,
        wanted: found && { name, count: places.length, window: found.window },
        by: found?.by ?? null,
        plunger,
        adjuster,
        geometry,
      };
    });
  });
}

/** The window of the rod of one valve; null where nobody can tell it. */
export function windowAt(needs: readonly LengthNeed[], place: string): RodWindow | null {
  const need = needs.find(({ places }) => places.includes(place));
  if (!need?.wanted) return null;
  const { min, max } = need.wanted.window;
  return { by: need.by!, min: min - need.required, max: max - need.required };
}
