import { measureOf } from '../plan/measures.js';
import type { RockerGeometry } from './rocker-geometry.js';
import type { Trial } from './trials.js';

/** What a trial's lift lacks of what its lobe lets expect, mm. */
export interface LiftShort {
  by: number;
  /** The lash alone explains it. */
  isLash: boolean;
}

/** What the lift at a trial lacks of lobe times ratio; null where no lift was read there, or no lobe is known. */
export function liftShort({ expected }: Pick<RockerGeometry, 'expected'>, { lift }: Pick<Trial, 'lift'>): LiftShort | null {
  if (!expected || lift === undefined) return null;
  const { opens, lash } = expected;
  const by = opens - lift;
  return { by, isLash: lash > 0 && Math.abs(by - lash) <= measureOf('trial-lift').uncertainty };
} // prettier-ignore
