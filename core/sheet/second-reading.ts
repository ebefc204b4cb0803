import { measureOf } from '../plan/measures.js';
import { uncertaintyOf, type Practice } from '../plan/practice.js';
import { sinkOf, sweepFit } from '../valvetrain/sweep-fit.js';
import type { RockerGeometry } from './rocker-geometry.js';
import { predictedMark } from './predicted-mark.js';

/** How well a best setting is known, and the one more mark that would tell most; mm. */
export interface SecondReading {
  /** Half of the stretch in which it lies. */
  doubt: number;
  /** Where one more mark narrows it most, and what is left of the doubt then. */
  setting: number;
  left: number;
}

/** How far beside the best a mark is thought of, as a part of the lift, and in how many steps either way. */
const LOOKED = { beside: 0.15, steps: 6 };

/**
 * Before metal is cut: how far off the best setting may be, and which second reading halves that, or does what a single one
 * can. Null while no fit tells it.
 *
 * @param practice how far the shop trusts a mark's width
 */
export function secondReading(found: RockerGeometry, practice: Pick<Practice, 'uncertainty'>): SecondReading | null {
  const uncertainty = uncertaintyOf(practice, measureOf('mark-width'));
  const { stretch, best, valveLift, armLength, trials, fit, mount, rockerRatio } = found;
  if (!stretch || best === null || !fit || valveLift === null || armLength === null) return null;
  const doubt = (stretch[1] - stretch[0]) / 2;
  const marks = trials.flatMap(({ setting, width, isBarred }) => (width === undefined || isBarred ? [] : [{ setting, width }])); // prettier-ignore
  const settings = Array.from({ length: 2 * LOOKED.steps + 1 }, (_, turn) => best + ((turn - LOOKED.steps) / LOOKED.steps) * LOOKED.beside * (valveLift / sinkOf({ mount, rockerRatio }))); // prettier-ignore
  const readings = settings.flatMap((setting) => {
    const mark = predictedMark(found, setting);
    if (!mark) return [];
    const more = sweepFit({ mount, rockerRatio, armLength, valveLift, trials: [...marks, { setting, width: mark.width }], uncertainty }); // prettier-ignore
    return [{ setting, left: (more.within[1] - more.within[0]) / 2 }];
  });
  if (readings.length === 0) return null;
  return { doubt, ...readings.reduce((least, one) => (one.left < least.left ? one : least)) };
}
