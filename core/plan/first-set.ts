import type { StopMethod } from '../cam/valve-stops.js';
import type { Lifter } from '../engine/engine.js';
import { fromCanonical, toCanonical, type Unit } from '../units/units.js';
import type { School } from '../valvetrain/schools.js';
import { EXAMPLE_SPEC_SETS } from './example-spec-sets.js';
import { findMeasure } from './measures.js';
import type { SpecLimit, SpecSet } from './spec-sets.js';

/** What a shop builds, as far as the examples tell it apart. */
export const ENGINE_KINDS = ['road', 'boat', 'tractor', 'sidecar', 'pump'] as const;
export type EngineKind = (typeof ENGINE_KINDS)[number];

/** The examples for each kind, the one that fits it first. */
const EXAMPLES_FOR: Record<EngineKind, string[]> = {
  road: ['shop-hydraulic', 'shop-solid'],
  boat: ['hydroplane-hydraulic', 'shop-hydraulic', 'shop-solid'],
  tractor: ['tractor-solid', 'shop-solid', 'shop-hydraulic'],
  sidecar: ['sidecar-solid', 'shop-solid', 'shop-hydraulic'],
  pump: ['pump-hydraulic', 'shop-hydraulic', 'shop-solid'],
};

/** What a shop says before its first limits are written. */
export interface FirstAnswers {
  kind: EngineKind;
  lifter: Lifter;
  /** In which it writes lengths. */
  lengths: 'in' | 'mm';
  method: StopMethod;
  school: School;
  /** Why it goes by that school. */
  why: string;
}

/** The example that is nearest to what a shop builds: with its lifters, and of its kind where there is one. */
export function nearestExample({ kind, lifter }: Pick<FirstAnswers, 'kind' | 'lifter'>): SpecSet {
  const fits = EXAMPLES_FOR[kind].map((id) => EXAMPLE_SPEC_SETS.find((set) => set.id === id)!);
  return fits.find((set) => set.lifter === lifter)!;
}

/** As much of its width as a window may lose by being rounded inwards. */
const WIDTH_LOST = 0.15;
/** The finest step that a limit is rounded to, in units; below it no gauge of a bench reads. */
const FINEST = 0.0001;

/** A figure on its step; adding a hair keeps `0.3 / 0.1` on the third step. */
const onStep = (value: number, step: number, round: (steps: number) => number) =>
  Number((round(value / step) * step).toFixed(6));
const UP = (steps: number) => Math.ceil(steps - 1e-6);
const DOWN = (steps: number) => Math.floor(steps + 1e-6);

/**
 * A limit on a length in another unit, on the steps of its instrument and rounded inwards: what passes it would have
 * passed before. A window that would lose much of its width so is given finer steps.
 *
 * @example limitIn({ measure: 'crank-end-play', min: 0.004, max: 0.009, unit: 'in', basis: 'absolute', required: false, source: '' }, 'mm').min // 0.11
 */
export function limitIn(limit: SpecLimit, unit: 'in' | 'mm'): SpecLimit {
  const measure = findMeasure(limit.measure);
  if (limit.unit === unit || measure?.quantity !== 'length') return limit;
  // A factor of the bore is the same number in any unit.
  if (limit.basis === 'of-bore') return { ...limit, unit };
  const inUnit = (figure: number | undefined) =>
    figure === undefined ? undefined : fromCanonical(toCanonical(figure, limit.unit), unit);
  const [min, max, preferred] = [inUnit(limit.min), inUnit(limit.max), inUnit(limit.preferred)];
  const roundedBy = (step: number) => ({
    ...(min === undefined ? {} : { min: onStep(min, step, UP) }),
    ...(max === undefined ? {} : { max: onStep(max, step, DOWN) }),
  });
  let step = 10 ** Math.floor(Math.log10(fromCanonical(measure.resolution, unit)) + 1e-9);
  // Between two edges, or between an edge and zero, so much may be lost.
  const room = max === undefined ? Math.abs(min!) : min === undefined ? Math.abs(max) : max - min;
  const lost = ({ min: least = min, max: most = max }: { min?: number; max?: number }) =>
    (min === undefined ? 0 : least! - min) + (max === undefined ? 0 : max - most!);
  while (step > FINEST && lost(roundedBy(step)) > WIDTH_LOST * room) step /= 10;
  const edges = roundedBy(step);
  const inside = (value: number) => Math.min(edges.max ?? Infinity, Math.max(edges.min ?? -Infinity, value));
  return {
    ...limit,
    unit: unit satisfies Unit,
    ...edges,
    ...(preferred === undefined ? {} : { preferred: inside(onStep(preferred, step, Math.round)) }),
  };
}

/**
 * What a shop's first own set is begun from: the nearest example, its lengths in the shop's unit, its practice with the
 * schools that the shop goes by. Every line of it is to be looked at before it is issued.
 */
export function firstSet(answers: FirstAnswers): SpecSet {
  const { lengths, method, school, why } = answers;
  const example = nearestExample(answers);
  const { practice } = example;
  return {
    ...example,
    limits: example.limits.map((limit) => limitIn(limit, lengths)),
    practice: {
      ...practice,
      setting: { ...practice.setting, method },
      ...(practice.geometry ? { geometry: { ...practice.geometry, school, why } } : {}),
    },
  };
}
