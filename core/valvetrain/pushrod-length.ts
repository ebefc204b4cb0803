/** A pushrod measured on the checking build, and what will be otherwise in the final one. Lengths in one unit. */
export interface PushrodLengthInput {
  checkedLength: number;
  gasketAtCheck: number;
  gasketFinal: number;
  /** How deep the plunger stood at the check; a collapsed one by its whole travel. */
  plungerDepthAtCheck: number;
  plungerDepthTarget: number;
  headCutAfterCheck: number;
  deckCutAfterCheck: number;
  /** To the cylinder: what moves the head along it counts by the cosine. */
  pushrodAngleDeg: number;
  lash: number;
  lashAtCheck: number;
  rockerRatio: number;
}

export interface PushrodLength {
  /** The length to order, in the convention of the checked one. */
  length: number;
  /** What each difference adds; together with the checked length they are the length. */
  terms: { gasket: number; cuts: number; plunger: number; lash: number };
}

/** A rod leans against its cylinder by no more than this in any head, degrees: as far as a gasket may count for less. */
export const MOST_LEAN_DEG = 15;

/** What of the head's way, counted whole, a rod that leans as far as any does would not take. */
export const overstatedBy = ({ gasket, cuts }: Pick<PushrodLength['terms'], 'gasket' | 'cuts'>): number =>
  (gasket + cuts) * (1 - Math.cos((MOST_LEAN_DEG * Math.PI) / 180));

/**
 * The length to order from the one that fitted at the check. MATHS, pushrod-length.
 *
 * @example pushrodLength({ checkedLength: 7.5, gasketAtCheck: 0, gasketFinal: 0, plungerDepthAtCheck: 0, plungerDepthTarget: 0.035, headCutAfterCheck: 0.01, deckCutAfterCheck: 0, pushrodAngleDeg: 0, lash: 0, lashAtCheck: 0, rockerRatio: 1.7 }).length // 7.525
 */
export function pushrodLength(input: PushrodLengthInput): PushrodLength {
  const along = Math.cos((input.pushrodAngleDeg * Math.PI) / 180);
  const terms = {
    gasket: (input.gasketFinal - input.gasketAtCheck) * along,
    cuts: -(input.headCutAfterCheck + input.deckCutAfterCheck) * along,
    plunger: input.plungerDepthTarget - input.plungerDepthAtCheck,
    lash: -(input.lash - input.lashAtCheck) / input.rockerRatio,
  };
  const length = Object.values(terms).reduce((sum, term) => sum + term, input.checkedLength);
  return { length, terms };
}
