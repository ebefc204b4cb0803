import { cylindersOf } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import type { Judging } from './judging.js';
import { limitAt, type AppliedLimit } from './limits.js';
import type { SheetRow } from './row.js';
import type { Sheet } from './sheet.js';

/** What is cut into the pocket of one valve, mm. */
interface CutLine {
  place: string;
  depth: SheetRow | null;
  radial: SheetRow | null;
  /** The line that is cut to: the preferred one where the shop keeps one, else the least. */
  depthWanted: number | null;
  radialWanted: number | null;
  /** How much deeper, along the valve; how much wider, in the radius. 0 for nothing; null while it is not known. */
  deeper: number | null;
  wider: number | null;
}

/** The pockets of one piston. */
export interface PistonCuts {
  cylinder: number;
  valves: CutLine[];
}

const wantedOf = (limit: AppliedLimit | null) => limit?.preferred ?? limit?.min ?? null;

function missing(row: SheetRow | null, wanted: number | null): number | null {
  if (!row || wanted === null || row.verdict === 'suspect') return null;
  const lacks = Math.max(0, wanted - row.value);
  // Where nothing was touched, less than wanted is no figure to cut by.
  return row.isClear && lacks > 0 ? null : lacks;
}

/** What to cut into each piston's pockets, so that the final build keeps the lines of the shop. */
export function cuttingList(judging: Judging, { rows }: Pick<Sheet, 'rows'>): PistonCuts[] {
  const { engine, spec } = judging;
  const rowAt = (measure: string, place: string) => rows.find((row) => row.measure === measure && row.place === place) ?? null; // prettier-ignore
  const wanted = (measure: string, place: string) =>
    wantedOf(limitAt(judging, measure, place, uncertaintyOf(spec.practice, measureOf(measure))));
  const valves = placesOf(engine, 'valve');
  return cylindersOf(engine)
    .sort((a, b) => a - b)
    .map((cylinder) => ({
      cylinder,
      valves: valves
        .filter((place) => parseValve(place)!.cylinder === cylinder)
        .map((place): CutLine => {
          const [depth, radial] = [rowAt('pv-depth-final', place), rowAt('pv-radial-final', place)];
          const [depthWanted, radialWanted] = [wanted('pv-depth-final', place), wanted('pv-radial-final', place)];
          return {
            place,
            depth,
            radial,
            depthWanted,
            radialWanted,
            deeper: missing(depth, depthWanted),
            wider: missing(radial, radialWanted),
          };
        }),
    }));
}
