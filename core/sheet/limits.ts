import type { At } from '../plan/measure.js';
import { limitFor, type SpecLimit } from '../plan/spec-sets.js';
import { figureShown } from '../units/format.js';
import { fromCanonical, toCanonical, type Unit } from '../units/units.js';
import type { Slot } from './slot.js';
import { limitOfPull } from './passes.js';
import type { FitsBy, Judging } from './judging.js';

/** Who states a limit: the shop's set with its note; the cam card, give or take what the set allows; its lobe lift. */
export type LimitSource =
  | { code: 'shop'; note: string }
  | { code: 'card'; expected: number; note: string }
  | { code: 'card-lift'; lineDeg: number }
  /** The target of a pass, give or take what its card or its tool allows. */
  | { code: 'tightening'; note: string }
  /** No plunger goes further than its travel. */
  | { code: 'plunger-travel' }
  /** What a rod may be longer or shorter by, so that what it drives stands where it may. */
  | { code: 'rod-fits'; by: FitsBy };

/** The limit that a verdict went by, in canonical units, with the figures as they were stated and their source beside it. */
export interface AppliedLimit<Source = LimitSource> {
  measure: string;
  min?: number;
  max?: number;
  /** The line inside the limit that the shop would rather keep. */
  preferred?: number;
  uncertainty: number;
  stated: { min?: number; max?: number; unit: Unit };
  source: Source;
}

type Edges = Pick<AppliedLimit, 'min' | 'max' | 'preferred'>;

/** The edges that are stated, each changed by `to`. */
function edges({ min, max, preferred }: Edges, to: (edge: number) => number): Edges {
  return {
    ...(min === undefined ? {} : { min: to(min) }),
    ...(max === undefined ? {} : { max: to(max) }),
    ...(preferred === undefined ? {} : { preferred: to(preferred) }),
  };
}

/** Where a value stands, and what it was taken at. */
type Where = Pick<Slot, 'place' | 'at'>;

/** A limit of the spec set at a place, canonical; `null` while what it is measured from (a bore, a card) is not known. */
function specLimit(limit: SpecLimit, uncertainty: number, judging: Judging, { place, at }: Where): AppliedLimit | null {
  const { measure, unit, basis, source: note } = limit;
  switch (basis) {
    case 'absolute':
      return {
        measure,
        ...edges(limit, (edge) => toCanonical(edge, unit)),
        uncertainty,
        stated: { ...edges({ min: limit.min, max: limit.max }, (edge) => edge), unit },
        source: { code: 'shop', note },
      };
    case 'of-bore': {
      const boreMm = judging.boreMm(place);
      if (boreMm === undefined) return null;
      return {
        measure,
        ...edges(limit, (edge) => edge * boreMm),
        uncertainty,
        // A product is stated as fine as it can be measured; what the shop wrote stands as it is written.
        stated: { ...edges({ min: limit.min, max: limit.max }, (edge) => figureShown(edge * boreMm, unit)), unit },
        source: { code: 'shop', note },
      };
    }
    case 'of-card': {
      const expected = judging.expected(measure, place, at);
      if (expected === undefined) return null;
      const around = edges(limit, (edge) => expected + toCanonical(edge, unit));
      const { preferred, ...stated } = around;
      return { measure, ...around, uncertainty, stated: { ...stated, unit }, source: { code: 'card', expected, note } };
    }
  }
}

/**
 * The card's own lobe lift: a dial a little out of line reads short, and what no believable angle explains is another
 * cam, or a worn one.
 */
function lobeLiftLimit(judging: Judging, place: string, uncertainty: number): AppliedLimit | null {
  const expected = judging.expected('lobe-lift', place);
  if (expected === undefined) return null;
  const lineDeg = judging.spec.practice.timing.dialInLineDeg;
  const slack = expected * (1 - Math.cos((lineDeg * Math.PI) / 180));
  const [min, max] = [expected - slack, expected + slack];
  const unit = judging.cardUnit;
  const stated = { min: figureShown(min, unit), max: figureShown(max, unit), unit };
  return { measure: 'lobe-lift', min, max, uncertainty, stated, source: { code: 'card-lift', lineDeg } };
}

/** What a fitted rod may be off by: as far as plunger, adjuster or mark let it. */
function rodLimit({ engine, rodWindow }: Judging, place: string, uncertainty: number): AppliedLimit | null {
  const found = rodWindow(place);
  if (!found) return null;
  const { by, min, max } = found;
  const { unit } = engine.thread;
  const stated = { min: figureShown(min, unit), max: figureShown(max, unit), unit };
  return { measure: 'pushrod-off', min, max, uncertainty, stated, source: { code: 'rod-fits', by } };
}

/** What a fastener may be drawn to at its pass: the share of the tool is in it already. */
function passLimit({ plans }: Judging, measure: string, place: string, at: At): AppliedLimit | null {
  const plan = plans.find(({ group }) => place.startsWith(`F:${group}:`));
  const found = plan && limitOfPull(plan, measure, at);
  if (!found) return null;
  const { min, max, unit } = found;
  // Finer than a wrench is read: its share of a target is no round figure.
  const figure = (edge: number) => Number(fromCanonical(edge, unit).toFixed(2));
  const stated = { min: figure(min), max: figure(max), unit };
  return { measure, min, max, uncertainty: 0, stated, source: { code: 'tightening', note: plan.source } };
}

/** Measures that go by the limit on another where they have none of their own: the gap is the same, beside another rod. */
const LIMITED_AS: Record<string, string> = { 'pushrod-side-gap-final': 'pushrod-side-gap' };

/** The limit on a measure at a place, whoever states it; `null` where nobody does, or what it hangs on is not known. */
export function limitAt(
  judging: Judging,
  measure: string,
  place: string,
  uncertainty: number,
  at?: At,
): AppliedLimit | null {
  const stated = limitFor(judging.spec, measure, place);
  if (stated) return specLimit(stated, uncertainty, judging, { place, at });
  if (at?.by === 'pass') return passLimit(judging, measure, place, at);
  if (measure in LIMITED_AS) return limitAt(judging, LIMITED_AS[measure], place, uncertainty);
  if (measure === 'pushrod-off') return rodLimit(judging, place, uncertainty);
  return measure === 'lobe-lift' ? lobeLiftLimit(judging, place, uncertainty) : null;
}

/**
 * The lifter's own travel, for a plunger that would stand deeper: it stands on its bottom, and holds its valve open. That
 * one stands higher says nothing of where it should.
 */
export function travelPassed({ engine, stand }: Judging, { measure, value }: { measure: string; value: number }, uncertainty: number): AppliedLimit | null {
  const max = measure === 'plunger-depth' ? stand.seen().onFile.figure('plunger-travel') : undefined;
  if (max === undefined || value <= max + uncertainty) return null;
  const { unit } = engine.thread;
  return { measure: 'plunger-depth', max, uncertainty, stated: { max: figureShown(max, unit), unit }, source: { code: 'plunger-travel' } }; // prettier-ignore
} // prettier-ignore
