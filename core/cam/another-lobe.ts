/** A lobe as points of crank degrees and lift. */
type Lobe = [deg: number, lift: number][];

/** By what another cam differs from the one that is known: lift at the lobe, and degrees that it is longer, nose in place. */
export interface AnotherCam {
  liftBy: number;
  longerBy: number;
}

/** Degrees over which a lobe lifts at all. */
function spanOf(lobe: Lobe): { nose: number; peak: number; open: number } {
  const [nose, peak] = lobe.reduce((best, point) => (point[1] > best[1] ? point : best));
  const lifted = lobe.filter(([, lift]) => lift > 0);
  return { nose, peak, open: lifted[lifted.length - 1][0] - lifted[0][0] };
}

/**
 * The same lobe drawn higher and wider: every lift in the measure of its peak, every angle in that of how long it is open,
 * about its nose. An idea of another cam and no measure of one: whoever has it sweeps it.
 */
export function anotherLobe(lobe: Lobe, { liftBy, longerBy }: AnotherCam): Lobe {
  if (liftBy === 0 && longerBy === 0) return lobe;
  const { nose, peak, open } = spanOf(lobe);
  const [higher, wider] = [(peak + liftBy) / peak, (open + longerBy) / open];
  return lobe.map(([deg, lift]) => [nose + (deg - nose) * wider, lift * higher]);
}
