/**
 * A degree wheel as the builder owns it. `0-90-0-90-0` counts up to 90 from either dead centre, `0-180-0` up to 180
 * from top centre on both sides, `0-360` once round from top centre, with the engine's rotation or (`against`) against it.
 */
export const WHEEL_FACES = ['0-90-0-90-0', '0-180-0', '0-360'] as const;
export type WheelFace = (typeof WHEEL_FACES)[number];

/** What an angle is counted from, and which side counts as plus: the signs of cam cards. */
export interface AngleSides {
  plus: 'after' | 'before';
  minus: 'after' | 'before';
  deadCentre: 'TDC' | 'BDC';
}

/**
 * `deg` brought into −180 < deg ≤ 180.
 *
 * @public for its example
 * @example wrapHalf(224) // -136
 */
export function wrapHalf(deg: number): number {
  const wrapped = ((deg % 360) + 360) % 360;
  return wrapped > 180 ? wrapped - 360 : wrapped;
}

/** Crank degrees after top centre (−180 < x ≤ 180) of an angle in card signs. */
export function afterTdc(value: number, { plus, deadCentre }: AngleSides): number {
  return wrapHalf((deadCentre === 'BDC' ? 180 : 0) + (plus === 'after' ? value : -value));
}

/** The angle in card signs of a crank position that lies `deg` after top centre. */
export function fromAfterTdc(deg: number, { plus, deadCentre }: AngleSides): number {
  const after = wrapHalf(deg - (deadCentre === 'BDC' ? 180 : 0));
  return plus === 'after' || after === 0 ? after : -after;
}

/** What a wheel shows at a crank position: its number, and the side that it is read on (none on 0 to 360). */
export function readWheel(
  deg: number,
  face: WheelFace,
  runs: 'with' | 'against' = 'with',
): { deg: number; side: 'after TDC' | 'before TDC' | 'after BDC' | 'before BDC' | null } {
  const after = wrapHalf(deg);
  if (face === '0-360') return { deg: (((runs === 'with' ? after : -after) % 360) + 360) % 360, side: null };
  if (face === '0-180-0' || Math.abs(after) <= 90)
    return { deg: Math.abs(after), side: after < 0 ? 'before TDC' : 'after TDC' };
  return { deg: 180 - Math.abs(after), side: after < 0 ? 'after BDC' : 'before BDC' };
}
