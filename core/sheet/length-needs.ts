import type { Engine, ValveKind } from '../engine/engine.js';
import { pitchMmOf, ratioOf } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { OnFile } from '../derive/on-file.js';
import type { Practice } from '../plan/practice.js';
import type { SheetRow } from './row.js';
import { rodAdjuster, rodPerTurn } from '../valvetrain/rod-adjuster.js';
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
  /** Where the plunger is to stand with the required length; null where nobody has said. */
  plungerTarget: number | null;
  /** How the adjuster gives way: what a turn makes up for in length, and its turns with the required one; null where it has none. */
  adjuster: { perTurn: number; at: number | null } | null;
}

/** Further apart than this the cylinders of a kind want different rods, mm: finer than any catalogue has steps. */
const DIFFERENT = 0.4;
const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** What a turn of an engine's adjusters makes up for in the length of a rod, mm; null where nothing turns. */
const perTurnOf = (engine: Engine, kind: ValveKind): number | null =>
  engine.mount === 'pedestal-shim' ? null : rodPerTurn(engine.mount, pitchMmOf(engine), ratioOf(engine, kind));

/**
 * Turns of the adjuster at the check with a rod of the checked length. The length to order brings the same geometry about
 * in the build, and so the same turns. On a stud turns are read at a length that was tried, and carried to this one from
 * the nearest; on a shaft shims are what is tried, and the checking rod stays.
 */
function turnsAtCheck(engine: Engine, rows: readonly SheetRow[], kind: ValveKind, checked: number): number | null {
  if (engine.mount === 'pedestal-shim') return null;
  const tried = rows.flatMap((row) =>
    row.measure === 'trial-turns' && parseValve(row.place)?.kind === kind
      ? [{ length: engine.mount === 'stud-nut' ? (row.at?.value ?? checked) : checked, turns: row.value }]
      : [],
  );
  if (tried.length === 0) return null;
  const off = ({ length }: { length: number }) => Math.abs(length - checked);
  const nearest = tried.reduce((near, one) => (off(one) < off(near) ? one : near));
  const mount = engine.mount === 'stud-nut' ? 'nut' : 'screw';
  const [pitch, rockerRatio] = [pitchMmOf(engine), ratioOf(engine, kind)];
  return rodAdjuster({ mount, pitch, rockerRatio, at: nearest, rods: [checked] }).candidates[0].turns;
}

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
      const checkedLengths = own.flatMap(({ place }) => at('pushrod-checked', place)?.value ?? []);
      const perTurn = perTurnOf(engine, kind);
      const turns = checkedLengths.length > 0 ? turnsAtCheck(engine, rows, kind, mean(checkedLengths)) : null;
      const plunger = engine.lifter === 'hydraulic' ? onFile.pushrods?.plunger : undefined;
      const range = practice.geometry?.adjusterTurns;
      const name = places.length > 1 || all.length === 1 ? kind : places[0];
      const wantedWithin = (min: number, max: number): RodsWanted => ({ name, count: places.length, window: { min, max } }); // prettier-ignore
      const byPlunger =
        plunger && wantedWithin(required + plunger.min - plunger.target, required + plunger.max - plunger.target);
      // A longer rod brings the adjuster further out: the most turns in go with the shortest.
      const byAdjuster =
        perTurn !== null && turns !== null && range
          ? wantedWithin(required - (range.most - turns) * perTurn, required + (turns - range.least) * perTurn)
          : undefined;
      return {
        kind,
        places,
        row: { ...own[0], value: required },
        spread,
        wanted: byPlunger ?? byAdjuster ?? null,
        by: byPlunger ? 'plunger' : byAdjuster ? 'adjuster' : null,
        plungerTarget: plunger?.target ?? null,
        adjuster: perTurn === null ? null : { perTurn, at: turns },
      };
    });
  });
}
