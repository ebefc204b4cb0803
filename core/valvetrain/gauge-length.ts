import { ImpossibleInput } from '../impossible.js';

/** To the full sphere at both ends; to the edges of the oil holes; to a gauge that sits on a circle of each ball. */
export const LENGTH_CONVENTIONS = ['theoretical', 'overall', 'gauge'] as const;
export type LengthConvention = (typeof LENGTH_CONVENTIONS)[number];

export interface GaugeLengthInput {
  length: number;
  from: LengthConvention;
  to: LengthConvention;
  ballDiameter: number;
  holeDiameter: number;
  gaugeDiameter: number;
}

/**
 * A pushrod's length in another convention. A circle of diameter d on a ball of radius r lies r − √(r² − d²/4) inside the
 * ball, at both ends. MATHS, gauge-length.
 *
 * @throws ImpossibleInput where hole or gauge are no smaller than the ball
 */
export function gaugeLength({ length, from, to, ballDiameter, holeDiameter, gaugeDiameter }: GaugeLengthInput): number {
  const radius = ballDiameter / 2;
  const circle: Record<LengthConvention, { d: number; path: string }> = {
    theoretical: { d: 0, path: 'ballDiameter' },
    overall: { d: holeDiameter, path: 'holeDiameter' },
    gauge: { d: gaugeDiameter, path: 'gaugeDiameter' },
  };
  const inside = (convention: LengthConvention) => {
    const { d, path } = circle[convention];
    if (d >= ballDiameter) throw new ImpossibleInput({ path: [path], code: 'circle-off-ball' });
    return 2 * (radius - Math.sqrt(radius * radius - (d * d) / 4));
  };
  return length + inside(from) - inside(to);
}
