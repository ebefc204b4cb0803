import type { ValveKind } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import { toCanonical } from '../units/units.js';

/** Whether the rockers that are tried are the very ones of the engine: another of the same name rubs another mark. */
export const TRIAL_ROCKERS = ['final', 'another'] as const;

type OfKind = Record<ValveKind, number>;

/** What rubs on what while marks are tried. Lengths in `unit`. Marks belong to the one that was filed last before them. */
export interface RockerSetUp {
  unit: 'in' | 'mm';
  rockers: (typeof TRIAL_ROCKERS)[number];
  /** Tapped on a dyed tip before there is any pushrod: quick, and rough. */
  isRough: boolean;
  tipDiameter: OfKind;
  /** Thickness of the cap on the tip; 0 without one. */
  lashCap: OfKind;
}

/** Everything for which nothing could be rubbed so. */
export const checkRockerSetUp = ({ tipDiameter }: RockerSetUp): Impossibility[] =>
  (['I', 'E'] as const).flatMap((kind): Impossibility[] =>
    tipDiameter[kind] > 0 ? [] : [{ path: ['tipDiameter', kind], code: 'tip-without-width' }],
  );

/** The same with its lengths in millimetres. */
export function rockersInMillimetres({ unit, tipDiameter, lashCap, ...said }: RockerSetUp): RockerSetUp {
  const both = ({ I, E }: OfKind) => ({ I: toCanonical(I, unit), E: toCanonical(E, unit) });
  return { ...said, unit: 'mm', tipDiameter: both(tipDiameter), lashCap: both(lashCap) };
}
