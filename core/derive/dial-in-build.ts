import { mean } from 'simple-statistics';
import { measureOf } from '../plan/measures.js';
import { trustPartsOf } from '../plan/practice.js';
import { agree, trustOfMean } from '../plan/trust.js';
import type { OverPiston } from '../valvetrain/across-positions.js';
import { depthCorrections, type MockUp } from '../valvetrain/mock-up.js';
import { lobeLiftAt, valveAt } from '../valvetrain/valve-at.js';
import { leastGap, tableOf, travelOf } from '../valvetrain/valve-gap.js';
import { inBuild } from './in-build.js';
import { standing, type Made, type Seen, type Taken } from './rule.js';
import { camInBuild, CRANK_STEP_DEG } from './valve-over-piston.js';

/** What a dial read at one angle of the crank, brought to the build. mm */
export interface DialGap {
  of: Taken;
  deg: number;
  gap: number;
}

/** The gaps that a dial read with the valve pushed down, by rising angle: all that has changed since by its terms, the cam by its lift there. */
export function dialInBuild(seen: Seen, place: string, valve: OverPiston, build: MockUp): DialGap[] {
  return seen
    .histories('pv-dial', place)
    .flatMap((tries) => standing(tries).slice(-1))
    .flatMap((one): DialGap[] => {
      const made = inBuild(one, depthCorrections, seen);
      const both = seen.onFile.mockUpAt(one.takenAt);
      if (!made || !both || !one.at) return [];
      const deg = one.at.value;
      const back = both.check.camAtCheckDeg - camInBuild(build, seen);
      const lift = (advance: number) => Math.max(0, lobeLiftAt(valve.lobe, deg + advance) * valve.rockerRatio - valve.lash); // prettier-ignore
      const others = made.terms
        .filter(({ name }) => name !== 'cam-position')
        .reduce((sum, { value }) => sum + value, 0);
      return [{ of: one, deg, gap: others + lift(back) - lift(0) }];
    })
    .sort((a, b) => a.deg - b.deg);
}

/** Two angles give a line through anything; three can contradict each other. */
const FEWEST_ANGLES = 3;

/**
 * The least clearance from all angles that a dial read: each tells how far the closed valve stands from the piston on
 * top, and where they agree their mean does, from which the least follows over the whole turn, between the angles too.
 * Null where they are few or contradict each other: then the least of what was read is all there is.
 */
export function leastByDial(seen: Seen, place: string, valve: OverPiston, build: MockUp): Made | null {
  const gaps = dialInBuild(seen, place, valve, build);
  if (gaps.length < FEWEST_ANGLES) return null;
  const drops = gaps.map(({ deg, gap }) => gap - valveAt(valve, 0, deg).gap);
  const parts = trustPartsOf(seen.practice, measureOf('pv-dial'));
  if (!agree(drops, parts)) return null;
  const travel = travelOf({ ...valve, crankStep: CRANK_STEP_DEG });
  const [least] = leastGap(travel, tableOf(valve.lobe), { rockerRatio: valve.rockerRatio, lash: valve.lash, advance: 0 }); // prettier-ignore
  const drop = mean(drops);
  const uncertainty = trustOfMean(parts, drops.length);
  return {
    measure: 'pv-depth-final',
    place,
    of: gaps.reduce((newest, one) => (one.of.turn > newest.of.turn ? one : newest)).of,
    value: drop + least,
    uncertainty,
    terms: [
      { name: 'drop-at-tdc', sign: '+', value: drop, unit: 'mm', source: 'reading', uncertainty },
      { name: 'least-over-crank', sign: '+', value: least, unit: 'mm', source: 'rule' },
    ],
  };
}
