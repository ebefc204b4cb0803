/**
 * How far a reading is trusted, and what its parts are. Everywhere in Utex an uncertainty is two standard deviations
 * (k = 2, some 95 of 100 readings): U = 2 √(r²/12 + repeat² + gauge²), with r the step that the instrument shows, the
 * repeat by which a hand differs from itself, and what the gauge itself may be off.
 */
export const K = 2;

/** The standard deviation that reading to the nearest step adds. */
const rounding = (resolution: number): number => resolution / Math.sqrt(12);

/** U of a reading from what hand and gauge may be off together (k = 2): no reading is trusted further than its own step. */
export const withRounding = (handAndGauge: number, resolution: number): number =>
  K * Math.hypot(handAndGauge / K, rounding(resolution));

/** The share of hand and gauge that is the gauge's, where nobody has measured the hand: half of the variance. */
const OF_GAUGE = 0.5;

/** U of a reading where a shop's own tries show by how much its hands differ from themselves; `uncertainty` is the general one. */
export function withRepeat(
  { uncertainty, resolution }: { uncertainty: number; resolution: number },
  repeat: number,
): number {
  const handAndGauge = Math.max(0, (uncertainty / K) ** 2 - rounding(resolution) ** 2);
  return K * Math.sqrt(rounding(resolution) ** 2 + repeat ** 2 + OF_GAUGE * handAndGauge);
}
