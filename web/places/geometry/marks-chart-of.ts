import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import { fromCanonical, type Unit } from '../../../core/units/units.js';
import type { Drawn } from '../../charts/drawn.js';
import type { Inks } from '../../charts/inks.js';
import { sayLength, settingName } from './words.js';

/** Width of the mark over what was set, as a chart; null while nothing was rubbed. */
export function marksChartOf(found: RockerGeometry, available: number[], lengthUnit: Unit, inks: Inks): Drawn | null {
  const unit = lengthUnit === 'mm' ? 'mm' : 'in';
  const inUnit = (mm: number) => fromCanonical(mm, unit);
  const { fit, trials, kind } = found;
  const marked = trials.flatMap(({ setting, width, isBarred }) =>
    width === undefined ? [] : [{ x: inUnit(setting), y: inUnit(width), isBarred }],
  );
  if (marked.length === 0) return null;
  const follows = fit?.explained ? fit : null;
  return {
    chart: 'marks',
    of: {
      kind,
      unit,
      inks,
      setting: `${settingName(found)}, ${unit}`,
      curve: follows ? follows.curve.map(([x, y]) => ({ x: inUnit(x), y: inUnit(y) })) : [],
      trials: marked.filter(({ isBarred }) => !isBarred),
      barred: marked.filter(({ isBarred }) => isBarred),
      best: follows && {
        x: inUnit(follows.best),
        y: inUnit(follows.minimumWidth),
        says: `${sayLength(follows.minimumWidth, lengthUnit)} at ${sayLength(follows.best, lengthUnit)}`,
      },
      within: follows && [inUnit(follows.within[0]), inUnit(follows.within[1])],
      available: available.map(inUnit),
    },
  };
}
