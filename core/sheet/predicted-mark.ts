import { sweptReach } from '../valvetrain/rocker-position.js';
import { closedHeightAt, type RockerGeometry } from './rocker-geometry.js';

/** The mark that a setting ought to rub, as the trials let expect it; lengths in mm. */
export interface PredictedMark {
  width: number;
  /** From the tip's middle, plus outward; null where no trial tells where marks lie. */
  offset: number | null;
  /** What it keeps clear of the tip's edge; null where place or tip is not known. */
  edgeLeft: number | null;
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * The mark at a setting: as wide as the roller sweeps and its own line, and where the trials' marks lie beside what their
 * rollers reach. Null while the marks do not tell how high the roller stands.
 */
export function predictedMark(found: RockerGeometry, setting: number): PredictedMark | null {
  const { armLength, valveLift, fit, trials, tip } = found;
  if (!fit?.explained || fit.ambiguous || armLength === null || valveLift === null) return null;
  const reachAt = (one: number) => {
    const closedHeight = closedHeightAt(found, one)!;
    const isReached = Math.max(Math.abs(closedHeight), Math.abs(closedHeight - valveLift)) < armLength;
    return isReached ? sweptReach({ armLength, closedHeight, lift: valveLift }) : null;
  };
  const here = reachAt(setting);
  if (!here) return null;
  const width = here.most - here.least + fit.lineWidth;
  // How far the tip's middle lies from the pivot is the same at every trial.
  const toTip = trials.flatMap(({ isBarred, offset, setting: tried }) => {
    const reach = isBarred || offset === undefined ? null : reachAt(tried);
    return reach ? [(reach.least + reach.most) / 2 - offset!] : [];
  });
  const offset = toTip.length === 0 ? null : (here.least + here.most) / 2 - mean(toTip);
  return { width, offset, edgeLeft: tip === null || offset === null ? null : tip / 2 - Math.abs(offset) - width / 2 };
}
