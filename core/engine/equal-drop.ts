import { ImpossibleInput } from '../impossible.js';

export interface EqualDropInput {
  stroke: number;
  rodLength: number;
  /** How far the piston stands below its top. */
  drop: number;
}

/**
 * Crank degrees either side of dead centre at which a piston stands a drop below its top, so that one knows beforehand
 * where to look: cos φ = ((r + l − d)² + r² − l²) / (2r(r + l − d)). MATHS, equal-drop.
 *
 * @throws ImpossibleInput with a drop beyond the stroke, or a rod that does not reach past its crank
 * @example equalDrop({ stroke: 3.6, rodLength: 6.1, drop: 0.025 }) // 8.4034
 */
export function equalDrop({ stroke, rodLength, drop }: EqualDropInput): number {
  const throwLength = stroke / 2;
  if (rodLength <= throwLength) throw new ImpossibleInput({ path: ['rodLength'], code: 'rod-too-short' });
  if (drop > stroke) throw new ImpossibleInput({ path: ['drop'], code: 'drop-beyond-stroke' });
  const height = throwLength + rodLength - drop;
  const cos = (height * height + throwLength * throwLength - rodLength * rodLength) / (2 * throwLength * height);
  // At either end of the stroke the last bit may lie beyond.
  return (Math.acos(Math.max(-1, Math.min(1, cos))) * 180) / Math.PI;
}
