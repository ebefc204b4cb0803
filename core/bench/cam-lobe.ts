/**
 * A lobe with its camshaft in an engine, as it truly is: lifts in mm, crank degrees. A clearance ramp lifts slowly from the
 * base circle on, then the flank rises to the nose; its two sides need not be equal. Nothing here knows what a card says.
 */
export interface CamLobe {
  /** Where its nose stands, degrees after overlap top centre: an intake's behind it, an exhaust's before. */
  noseDeg: number;
  noseLift: number;
  /** From the base circle to the nose, and from the nose back. */
  opening: Flank;
  closing: Flank;
}

interface Flank {
  /** Crank degrees that the ramp takes, and that the flank takes from its end to the nose. */
  rampDeg: number;
  flankDeg: number;
  /** What the ramp lifts. */
  rampLift: number;
}

/** How far a lobe lifts with the crank at an angle. */
export function liftAt({ noseDeg, noseLift, opening, closing }: CamLobe, crankDeg: number): number {
  const off = crankDeg - noseDeg;
  const { rampDeg, flankDeg, rampLift } = off < 0 ? opening : closing;
  const away = Math.abs(off);
  if (away >= flankDeg + rampDeg) return 0;
  if (away >= flankDeg) return (rampLift * (flankDeg + rampDeg - away)) / rampDeg;
  // Half a cosine from the ramp's end to the nose.
  return rampLift + ((noseLift - rampLift) * (1 + Math.cos((Math.PI * away) / flankDeg))) / 2;
}

/** Where a lobe passes a lift on its way up and on its way down, degrees after overlap top centre. */
export function passes(lobe: CamLobe, lift: number): { up: number; down: number } {
  const side = (heading: -1 | 1) => {
    const { flankDeg, rampDeg } = heading === -1 ? lobe.opening : lobe.closing;
    let [high, low] = [0, flankDeg + rampDeg];
    for (let halving = 0; halving < 60; halving++) {
      const middle = (high + low) / 2;
      if (liftAt(lobe, lobe.noseDeg + heading * middle) > lift) high = middle;
      else low = middle;
    }
    return lobe.noseDeg + heading * high;
  };
  return { up: side(-1), down: side(1) };
}
