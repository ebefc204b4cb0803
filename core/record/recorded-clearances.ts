import { camInBuild, CRANK_STEP_DEG } from '../derive/valve-over-piston.js';
import { placesOf } from '../engine/places.js';
import type { Judging } from '../sheet/judging.js';
import { clearanceOf } from '../sheet/over-piston.js';
import type { Sheet } from '../sheet/sheet.js';
import { acrossPositions } from '../valvetrain/across-positions.js';

/** The clearance of one valve over the crank, as the build stood when it was signed. Lengths in mm. */
export interface RecordedClearance {
  place: string;
  /** Where its lobe was swept; null for one that the card describes. */
  sweptAt: string | null;
  /** Where the sprocket has the cam, crank degrees advanced. */
  camDeg: number;
  least: number;
  /** Crank degrees from overlap top centre. */
  atDeg: number;
  limit: number | null;
  curve: [deg: number, gap: number][];
}

/** How much of the curve is kept, crank degrees from overlap top centre and between points. */
const KEPT = { reachDeg: 60, stepDeg: 2 };
/** A ten-thousandth of a millimetre: finer than anything that is measured. */
const rounded = (mm: number) => Number(mm.toFixed(4));

/** Every clearance that can be told over the crank, valve by valve. */
export function recordedClearances(judging: Judging, sheet: Pick<Sheet, 'rows'>): RecordedClearance[] {
  const seen = judging.stand.seen();
  const build = seen.onFile.build;
  return placesOf(judging.engine, 'valve').flatMap((place): RecordedClearance[] => {
    const one = clearanceOf(judging, sheet, place);
    if (!one?.valve || !one.depth || one.dropAtTdc === null) return [];
    const { swept, ...valve } = one.valve;
    const { lash, rockerRatio } = valve;
    const { curve, here } = acrossPositions({
      valve,
      clearance: one.depth.value,
      whatIf: { advance: 0, gasketBy: 0, milledBy: 0, lash, rockerRatio },
      limit: one.limit?.min ?? 0,
      radial: null,
      crankStep: CRANK_STEP_DEG,
    });
    const isKept = ([deg]: [number, number]) => Math.abs(deg) <= KEPT.reachDeg && deg % KEPT.stepDeg === 0;
    return [
      {
        place,
        sweptAt: swept?.place ?? null,
        camDeg: camInBuild(build, seen),
        least: rounded(here.least),
        atDeg: here.atDeg,
        limit: one.limit?.min ?? null,
        curve: curve.filter(isKept).map(([deg, gap]) => [deg, rounded(gap)]),
      },
    ];
  });
}
