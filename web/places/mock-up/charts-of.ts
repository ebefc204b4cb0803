import type { ValveKind } from '../../../core/engine/engine.js';
import type { Clearance } from '../../../core/sheet/over-piston.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import { fromCanonical, type Unit } from '../../../core/units/units.js';
import type { Across } from '../../../core/valvetrain/across-positions.js';
import { REACH_DEG } from '../../charts/clearance-chart.js';
import type { Drawn } from '../../charts/drawn.js';
import type { Inks } from '../../charts/inks.js';
import { sayTop } from './Section.js';

export const KIND_NAME: Record<ValveKind, string> = { I: 'Intake', E: 'Exhaust' };

/** A little more than is seen, so that a curve runs out of its sheet. */
const SEEN_DEG = REACH_DEG + 2;

export interface ToChart {
  /** The valves that something is known of, each with what it was answered. */
  shown: (Clearance & { across: Across })[];
  lengthUnit: Unit;
  inks: Inks;
  /** Whether it is the build as it stands: the dial was read on that. */
  asItStands: boolean;
  /** Standard deviations of the least clearance, by places, mm. */
  doubt: Record<string, number>;
  /** Where the sprocket has the cam now, and where one would have it. */
  camNow: number;
  wanted: number;
}

/** A length with its unit. */
export const sayLength = (mm: number, unit: Unit): string => `${formatFigure(mm, unit)} ${UNIT_LABEL[unit]}`;

/** Both charts: what is left over the crank, and the least of it over the positions of the cam. */
export function chartsOf(asked: ToChart): { curve: Drawn; positions: Drawn } {
  const { shown, lengthUnit, inks, asItStands, doubt, camNow, wanted } = asked;
  const unit = lengthUnit === 'mm' ? 'mm' : 'in';
  const inUnit = (mm: number) => fromCanonical(mm, unit);
  const orNull = (mm: number | undefined) => (mm === undefined ? null : inUnit(mm));
  const point = ([x, mm]: readonly [number, number]) => ({ x, y: inUnit(mm) });
  return {
    curve: {
      chart: 'clearance',
      of: {
        unit,
        inks,
        curves: shown.map(({ place, kind, across, limit, dial }) => {
          const { atDeg, least } = across.here;
          return {
            kind,
            name: KIND_NAME[kind],
            points: across.curve.filter(([deg]) => Math.abs(deg) <= SEEN_DEG).map(point),
            worst: { ...point([atDeg, least]), says: `${sayLength(least, lengthUnit)} at ${sayTop(atDeg)}` },
            limit: orNull(limit?.min),
            preferred: orNull(limit?.preferred),
            dial: asItStands ? dial.map(point) : [],
            doubt: doubt[place] === undefined ? null : inUnit(2 * doubt[place]),
          };
        }),
      },
    },
    positions: {
      chart: 'positions',
      of: {
        unit,
        inks,
        at: wanted,
        curves: shown.map(({ kind, across, limit }) => ({
          kind,
          name: KIND_NAME[kind],
          least: across.positions.map(({ advance, least }) => point([camNow + advance, least])),
          radial: across.positions.flatMap(({ advance, radial }) =>
            radial === null ? [] : [point([camNow + advance, radial])],
          ),
          limit: orNull(limit?.min),
        })),
      },
    },
  };
}
