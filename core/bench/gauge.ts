/** What a gauge makes of what it is held against. All in the unit of its scale. */
export interface Gauge {
  /** The least that its scale tells apart. */
  resolution: number;
  /** By how much it reads too much, always. */
  bias: number;
  /** One standard deviation of what a hand and a surface add. */
  spread: number;
  /** By how much it lags where it is approached from above. */
  backlash: number;
}

/** A number from 0 to below 1, as `chance` of core gives them. */
type Chance = () => number;

/** A number of a normal spread around 0 with a standard deviation of 1: twelve even ones less six. */
const normal = (chance: Chance): number => Array.from({ length: 12 }, chance).reduce((sum, one) => sum + one, -6);

/**
 * What somebody reads on a gauge.
 *
 * @param heading from which side it was approached: 1 from below, −1 from above
 */
export function readOn(gauge: Gauge, truth: number, chance: Chance, heading: 1 | -1 = 1): number {
  const shown = truth + gauge.bias + gauge.spread * normal(chance) + (heading === -1 ? gauge.backlash : 0);
  return Math.round(shown / gauge.resolution) * gauge.resolution;
}
