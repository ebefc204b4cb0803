import { ImpossibleInput } from '../impossible.js';
import { SAME_VALUE_RATIO } from '../tolerances.js';
import { isWithin, marginIn, widest } from './within.js';

/** Which lengths can be had: a list, or steps of a catalogue. */
type Available = number[] | { from: number; to: number; step: number };

export interface PushrodPickInput {
  required: number;
  /** How deep the plunger stands with the required length. */
  plungerTarget: number;
  window: { min: number; max: number };
  available: Available;
}

interface PushrodCandidate {
  length: number;
  /** A longer rod presses the plunger deeper by as much. */
  plungerDepth: number;
  /** To the nearer edge of the window; minus outside it. */
  margin: number;
  ok: boolean;
}

export interface PushrodPick {
  candidates: PushrodCandidate[];
  /** The length with the largest margin; null where none lies within the window. */
  pick: number | null;
}

/** More steps than this are no catalogue, but a slip of the hand. */
const MOST_LENGTHS = 2000;

function lengthsOf(available: Available): number[] {
  if (Array.isArray(available)) return available;
  const { from, to, step } = available;
  if (to < from) throw new ImpossibleInput({ path: ['available', 'to'], code: 'lengths-backwards' });
  const count = Math.floor((to - from) / step + SAME_VALUE_RATIO * MOST_LENGTHS) + 1;
  if (count > MOST_LENGTHS)
    throw new ImpossibleInput({
      path: ['available', 'step'],
      code: 'too-many-lengths',
      params: { most: MOST_LENGTHS },
    });
  return Array.from({ length: count }, (_, turn) => from + turn * step);
}

/**
 * Which of the lengths that can be had puts the plunger best into its window. MATHS, pushrod-pick.
 *
 * @throws ImpossibleInput where steps run backwards, or are too many
 */
export function pushrodPick({ required, plungerTarget, window, available }: PushrodPickInput): PushrodPick {
  const candidates = lengthsOf(available).map((length): PushrodCandidate => {
    const plungerDepth = plungerTarget + (length - required);
    const margin = marginIn(window, plungerDepth);
    return { length, plungerDepth, margin, ok: isWithin(margin, length) };
  });
  const best = widest(candidates.filter(({ ok }) => ok));
  return { candidates, pick: best && best.length };
}
