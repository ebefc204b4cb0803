import { mean } from 'simple-statistics';
import { ImpossibleInput, type Impossibility } from '../impossible.js';

/**
 * Where the lift stands `drop` below its peak on either side of the nose; degrees after TDC, for an exhaust lobe before
 * TDC (where they fall as the crank turns).
 */
export interface DropPair {
  drop: number;
  opening: number;
  closing: number;
}

/**
 * The centreline midway between equal drops. A spread over several drops shows an asymmetric lobe or a doubtful set-up.
 *
 * @example camCentreline([{ drop: 0.02, opening: 84.5, closing: 131 }, { drop: 0.05, opening: 68, closing: 148.5 }]).mean // 108
 * @throws ImpossibleInput for a nose that closes before it opens, or on it
 */
export function camCentreline(
  pairs: DropPair[],
  lobe: 'intake' | 'exhaust' = 'intake',
): { centrelines: number[]; mean: number; spread: number } {
  const backwards = pairs.flatMap(({ opening, closing }, index): Impossibility[] =>
    (lobe === 'intake' ? closing <= opening : opening <= closing)
      ? [{ path: ['pairs', index, 'closing'], code: 'closing-before-opening' }]
      : [],
  );
  if (backwards.length > 0) throw new ImpossibleInput(...backwards);
  const centrelines = pairs.map(({ opening, closing }) => (opening + closing) / 2);
  return { centrelines, mean: mean(centrelines), spread: Math.max(...centrelines) - Math.min(...centrelines) };
}
