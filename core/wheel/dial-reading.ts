import { ImpossibleInput } from '../impossible.js';

export interface DialReadingInput {
  /** Travel of one turn of the needle. */
  perRev: number;
  /** Whole turns that the needle made. */
  revs: number;
  /** What the needle points at, 0 ≤ needle ≤ perRev. */
  needle: number;
  startNeedle: number;
  /** Whether the travel moves the needle with its numbers or against them. */
  runs: 'with' | 'against';
  /** What was expected; a difference of about one turn is then noticed. */
  expected?: number;
}

export interface DialReading {
  travel: number;
  /** How many turns too many (plus) or too few the reading seems to have, where something was expected. */
  revolutionsOff?: number;
}

/** A reading this near to a whole turn away from what was expected is taken for a miscount, in parts of a turn. */
const NEAR_A_TURN = 0.25;

/**
 * The travel of a dial from its whole turns and its needle, so that nobody counts backwards in the head. Against its
 * numbers: revs·perRev + (startNeedle − needle, within a turn where the needle has passed its start); with them the
 * other way round. Any length unit, the same throughout.
 *
 * @example dialReading({ perRev: 0.1, revs: 4, needle: 0.078, startNeedle: 0, runs: 'against' }).travel // 0.422
 * @throws ImpossibleInput for a needle that stands outside the dial
 */
export function dialReading({ perRev, revs, needle, startNeedle, runs, expected }: DialReadingInput): DialReading {
  const outside = (['needle', 'startNeedle'] as const).filter((name) => {
    const at = name === 'needle' ? needle : startNeedle;
    return at < 0 || at > perRev;
  });
  if (outside.length > 0)
    throw new ImpossibleInput(
      ...outside.map((name) => ({ path: [name], code: 'needle-off-dial' as const, params: { perRev } })),
    );
  const moved = runs === 'with' ? needle - startNeedle : startNeedle - needle;
  // Whole turns are counted as the needle passes its start: what is left of the last turn is never below zero.
  const travel = revs * perRev + (((moved % perRev) + perRev) % perRev);
  if (expected === undefined) return { travel };
  const turns = (travel - expected) / perRev;
  const whole = Math.round(turns);
  return { travel, revolutionsOff: whole !== 0 && Math.abs(turns - whole) <= NEAR_A_TURN ? whole : 0 };
}
