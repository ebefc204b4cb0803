import { anotherLobe, type AnotherCam } from '../cam/another-lobe.js';
import { CRANK_STEP_DEG } from '../derive/valve-over-piston.js';
import type { OnFile } from '../derive/on-file.js';
import { PAPER_TRUST } from '../derive/trusts.js';
import type { ValveKind } from '../engine/engine.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { K } from '../tolerances.js';
import type { Judging } from './judging.js';
import type { Clearance } from './over-piston.js';
import type { AcrossInput } from '../valvetrain/across-positions.js';
import type { PistonValveUncertaintyInput, UNSURE } from '../valvetrain/piston-valve-uncertainty.js';

/** What one has in mind for the build, as changes of it: mm, degrees; ratio and lash by kind of valve. */
export interface InMind {
  advance: number;
  gasketBy: number;
  milledBy: number;
  lashBy: number;
  ratioBy: Record<ValveKind, number>;
  /** Another cam: its lift at the lobe, and degrees that it is longer. */
  cam: AnotherCam;
}
export const AS_IT_STANDS: InMind = { advance: 0, gasketBy: 0, milledBy: 0, lashBy: 0, ratioBy: { I: 0, E: 0 }, cam: { liftBy: 0, longerBy: 0 } }; // prettier-ignore

/** A valve whose least clearance in the build is known. */
type Known = Clearance & { valve: NonNullable<Clearance['valve']>; depth: NonNullable<Clearance['depth']>; dropAtTdc: number }; // prettier-ignore
export const isKnown = (one: Clearance): one is Known => one.valve !== null && one.dropAtTdc !== null;

/** The gap beside a valve where it comes closest: as it was read, else half of what the pocket is wider. */
const radialOf = ({ radial, headMm, pocketMm }: Clearance): number | null =>
  headMm === undefined || pocketMm === undefined
    ? null
    : radial && !radial.isClear
      ? radial.value
      : (pocketMm - headMm) / 2;

/** A valve as it would stand over its piston in the build that one has in mind: what is drawn. */
export function standsInMind(one: Clearance, mind: InMind): Clearance {
  const { kind, valve, dropAtTdc } = one;
  if (!valve || dropAtTdc === null) return one;
  const along = Math.cos((valve.valveAngleDeg * Math.PI) / 180);
  return {
    ...one,
    dropAtTdc: dropAtTdc + (mind.gasketBy - mind.milledBy) * along,
    valve: {
      ...valve,
      lobe: anotherLobe(valve.lobe, mind.cam).map(([deg, lift]) => [deg - mind.advance, lift]),
      lash: Math.max(0, valve.lash + mind.lashBy),
      rockerRatio: valve.rockerRatio + mind.ratioBy[kind],
    },
  };
}

/** What is asked of each valve for a build that one has in mind. */
export function acrossQuestion(known: Known[], mind: InMind): Record<string, AcrossInput> {
  return Object.fromEntries(
    known.map((one) => {
      const { kind, valve, depth, limit } = one;
      const { swept, ...moves } = valve;
      return [
        one.place,
        {
          valve: moves,
          clearance: depth.value,
          whatIf: {
            advance: mind.advance,
            gasketBy: mind.gasketBy,
            milledBy: mind.milledBy,
            lash: Math.max(0, valve.lash + mind.lashBy),
            rockerRatio: valve.rockerRatio + mind.ratioBy[kind],
            ...(mind.cam.liftBy || mind.cam.longerBy ? { lobe: anotherLobe(valve.lobe, mind.cam) } : {}),
          },
          limit: limit?.min ?? 0,
          radial: radialOf(one),
          crankStep: CRANK_STEP_DEG,
        },
      ];
    }),
  );
}

/** How well each input is known, one standard deviation, mm and degrees. */
export type Doubts = Partial<Record<(typeof UNSURE)[number], number>>;
const DRAWS = 40_000;

/**
 * What a careful hand is off by, by what is otherwise in the build than at the check: the same figures that the doubt of
 * the clearance itself is made of.
 */
export function usualDoubts({ spec }: Pick<Judging, 'spec'>, known: readonly Known[]): Doubts {
  const { practice } = spec;
  const trust = (key: string) => uncertaintyOf(practice, measureOf(key));
  const terms = known.flatMap(({ depth }) => depth.derivedFrom?.formula.terms ?? []);
  const changed = (name: string) => terms.some((term) => term.name === name);
  const read = terms.find(({ source, uncertainty }) => source === 'reading' && uncertainty !== undefined);
  const trusts: Doubts = {
    clearance: read?.uncertainty ?? trust('pv-depth'),
    ...(changed('gasket') ? { gasketAtCheck: PAPER_TRUST.gasketAtCheck, gasketFinal: PAPER_TRUST.gasketFinal } : {}),
    ...(changed('lash') ? { lashAtCheck: trust('lash-cold'), lash: trust('lash-cold') } : {}),
    ...(changed('deck') ? { deck: Math.SQRT2 * trust('deck-height') } : {}),
    ...(changed('milled') ? { milled: PAPER_TRUST.milled } : {}),
    ...(changed('lifter') ? { plunger: trust('plunger-depth') } : {}),
    ...(changed('cam-position') ? { camMovedDeg: PAPER_TRUST.camMovedDeg } : {}),
    camPositionDeg: PAPER_TRUST.camPositionDeg,
    rockerRatio: PAPER_TRUST.rockerRatio,
    valveAngleDeg: PAPER_TRUST.valveAngleDeg,
  };
  return Object.fromEntries(Object.entries(trusts).map(([input, of]) => [input, of / K])) as Doubts;
}

/** How sure the least clearance of the build is as it stands, by what it was computed from. */
export function doubtQuestion(
  known: Known[],
  onFile: OnFile,
  doubts: Doubts,
): Record<string, PistonValveUncertaintyInput> {
  return Object.fromEntries(
    known.flatMap(({ place, kind, valve, depth, limit }) => {
      const both = onFile.mockUpAt(depth.takenAt);
      if (!both) return [];
      const { check, build } = both;
      const { swept, ...moves } = valve;
      const lashAtCheck = check.lashAtCheck[kind] + (check.sankBy ?? 0) * valve.rockerRatio;
      const along = Math.cos((valve.valveAngleDeg * Math.PI) / 180);
      // As the check would have read it with the cam where the build has it.
      const clearance = depth.value - (build.gasketFinal - check.gasketAtCheck) * along - (valve.lash - lashAtCheck);
      return [
        [
          place,
          {
            ...moves,
            measured: { kind: 'minimum' as const, clearance },
            lashAtCheck,
            gasketAtCheck: check.gasketAtCheck,
            gasketFinal: build.gasketFinal,
            limit: limit?.min ?? 0,
            phases: [],
            crankStep: CRANK_STEP_DEG,
            standardUncertainty: doubts,
            draws: DRAWS,
            seed: 1,
          },
        ],
      ];
    }),
  );
}
