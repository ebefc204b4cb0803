export interface ClayElsewhereInput {
  /** As clay was cut in one cylinder. */
  clearance: number;
  /** Where its piston stands over the block at the top, and where that of another cylinder does. */
  deckHere: number;
  deckThere: number;
  valveAngleDeg: number;
  /** One standard deviation of each. */
  standardUncertainty: { clearance: number; deckHere: number; deckThere: number };
}

/**
 * The clearance of a cylinder in which no clay was laid, from one in which it was: a piston that stands higher comes
 * nearer to its valves by the cosine of their angle. MATHS, clay-elsewhere.
 *
 * @example clayElsewhere({ clearance: 0.112, deckHere: -0.001, deckThere: 0.004, valveAngleDeg: 20, standardUncertainty: { clearance: 0, deckHere: 0, deckThere: 0 } }).clearance // 0.10730
 */
export function clayElsewhere({ clearance, deckHere, deckThere, valveAngleDeg, standardUncertainty }: ClayElsewhereInput): {
  clearance: number;
  standardUncertainty: number;
} {
  const along = Math.cos((valveAngleDeg * Math.PI) / 180);
  const { clearance: read, deckHere: here, deckThere: there } = standardUncertainty;
  return {
    clearance: clearance - (deckThere - deckHere) * along,
    standardUncertainty: Math.hypot(read, here * along, there * along),
  };
} // prettier-ignore
