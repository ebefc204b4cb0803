import type { Engine, ValveKind } from '../engine/engine.js';
import { pitchMmOf, ratioOf } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { OnFile } from '../derive/on-file.js';
import type { Practice } from '../plan/practice.js';
import type { SheetRow } from './row.js';
import { preload } from '../valvetrain/preload.js';
import type { RodsWanted } from '../valvetrain/rod-sets.js';

/** What a kind of valve, or some of its cylinders, wants as rods. */
export interface LengthNeed {
  kind: ValveKind;
  places: string[];
  row: SheetRow;
  /** From the shortest to the longest of these places, mm. */
  spread: number;
  wanted: RodsWanted | null;
  /** What its margin is counted in. */
  by: 'plunger' | 'adjuster' | null;
  /** Turns of the adjuster for a millimetre of rod, and where it stands with the required length. */
  turns: { perMm: number; at: number | null } | null;
}

/** Further apart than this the cylinders of a kind want different rods, mm: finer than any catalogue has steps. */
const DIFFERENT = 0.4;
const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Turns that an adjuster goes for a millimetre that its rod is longer: as many as press a plunger down by one. */
const turnsPerMm = (engine: Engine, kind: ValveKind): number | null =>
  engine.mount === 'pedestal-shim'
    ? null
    : preload({ mount: engine.mount, rockerRatio: ratioOf(engine, kind), pitch: pitchMmOf(engine), targetPlungerTravel: 1 }).turnsForTarget!; // prettier-ignore

/**
 * The lengths that are wanted: one for each kind where its valves agree, else one for each cylinder that differs. The
 * window is that of the plunger where a lifter has one, else that of the adjuster's turns.
 */
export function lengthNeeds(
  engine: Engine,
  rows: readonly SheetRow[],
  onFile: OnFile,
  practice: Pick<Practice, 'geometry'>,
): LengthNeed[] {
  const at = (measure: string, place: string) => rows.find((row) => row.measure === measure && row.place === place);
  return (['I', 'E'] as const).flatMap((kind) => {
    const read = placesOf(engine, 'valve')
      .filter((place) => parseValve(place)!.kind === kind)
      .flatMap((place) => at('pushrod-length', place) ?? []);
    const all = placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === kind);
    if (read.length === 0) return [];
    const lengths = read.map(({ value }) => value);
    const spread = Math.max(...lengths) - Math.min(...lengths);
    const groups = spread > DIFFERENT ? read.map((row) => ({ rows: [row], places: [row.place] })) : [{ rows: read, places: all }]; // prettier-ignore
    return groups.map(({ rows: own, places }): LengthNeed => {
      const required = mean(own.map(({ value }) => value));
      const perMm = turnsPerMm(engine, kind);
      const turned = rows.filter((row) => row.measure === 'trial-turns' && parseValve(row.place)?.kind === kind);
      const position = turned[0]?.value ?? null;
      const { plunger } = onFile.pushrods ?? {};
      const { least, most } = practice.geometry?.adjusterTurns ?? {};
      const name = places.length > 1 || all.length === 1 ? kind : places[0];
      const byPlunger = engine.lifter === 'hydraulic' && plunger
        ? { name, count: places.length, required, plungerTarget: plunger.target, window: { min: plunger.min, max: plunger.max } }
        : null; // prettier-ignore
      const byAdjuster = perMm !== null && position !== null && least !== undefined && most !== undefined
        ? { name, count: places.length, required, plungerTarget: position / perMm, window: { min: least / perMm, max: most / perMm } }
        : null; // prettier-ignore
      const wanted = byPlunger ?? byAdjuster;
      return {
        kind,
        places,
        row: { ...own[0], value: required },
        spread,
        wanted,
        by: byPlunger ? 'plunger' : byAdjuster ? 'adjuster' : null,
        turns: perMm === null ? null : { perMm, at: position },
      };
    });
  });
}
