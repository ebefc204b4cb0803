import { camCentreline, type DropPair } from '../../cam/cam-centreline.js';
import { ImpossibleInput, type Impossibility } from '../../impossible.js';
import { inPlace, readTerm, type Rule, type Seen, type Taken, type Term } from '../rule.js';
import { trustOf, trustOfTerms } from '../trusts.js';
import { passesFound } from '../wheel-found.js';

/**
 * A centreline is the mean over so many drops, those read last. A lobe is read at two or three; with no end to them each
 * reading would cost as much as all before it.
 */
const MOST_DROPS = 16;

/** Since when drops belong together: where the wheel or the cam stood otherwise, a drop read then is no pair to one now. */
function belongTogetherSince(place: string, { histories, practice }: Seen): number {
  const passes = passesFound(histories('tdc-wheel-error', place).flat(), practice);
  const off = passes.findLast(({ state }) => state === 'off' || state === 'slipped');
  const positions = inPlace(histories('cam-offset', place).flat());
  const moved = positions.findLast(({ value }, index) => value !== (positions[index - 1]?.value ?? 0));
  return Math.max(off?.turn ?? -1, moved?.turn ?? -1);
}

interface Pair extends DropPair {
  turn: number;
  read: [opening: Taken, closing: Taken];
}

/** The newest pair of every drop, in the order in which the drops were first read. */
function pairsOf(lobe: 'intake' | 'exhaust', place: string, seen: Seen): Pair[] {
  const since = belongTogetherSince(place, seen);
  const read = seen.histories(`${lobe}-drop-closing`, place).slice(-MOST_DROPS);
  return read
    .sort(([a], [b]) => a.turn - b.turn)
    .flatMap((closings): Pair[] => {
      const closing = inPlace(closings).at(-1)!;
      if (closing.turn < since) return [];
      const openings = inPlace(seen.tries(`${lobe}-drop-opening`, place, closing.at));
      const opening = openings.findLast(({ turn }) => turn < closing.turn);
      if (!opening || opening.turn < since) return [];
      const drop = closing.at?.value ?? 0;
      return [{ drop, opening: opening.value, closing: closing.value, turn: closing.turn, read: [opening, closing] }];
    });
}

/** Why a pair can be none: a nose that closes before it opens. */
function faultOf(pair: Pair, lobe: 'intake' | 'exhaust'): Impossibility | null {
  try {
    camCentreline([pair], lobe);
    return null;
  } catch (error) {
    if (error instanceof ImpossibleInput) return error.issues[0];
    throw error;
  }
}

const halves: Term = { name: 'halves', sign: '÷', value: 2, unit: 'ratio', source: 'rule' };

/** One pair is told by what was read; of several, the middle of each. */
function termsOf(pairs: Pair[], seen: Seen): Term[] {
  if (pairs.length === 1)
    return [...pairs[0].read.map((one) => readTerm('+', one, 'deg', trustOf(seen, one) / 2)), halves];
  return [
    ...pairs.map(({ opening, closing, read }): Term => ({
      name: 'middle', sign: '+', value: (opening + closing) / 2, unit: 'deg', source: 'reading',
      uncertainty: Math.hypot(...read.map((one) => trustOf(seen, one))) / 2 / pairs.length,
    })), // prettier-ignore
    { name: 'pairs', sign: '÷', value: pairs.length, unit: 'ratio', source: 'rule' },
  ];
}

/** The centreline of a lobe: the mean of the middles of all its drops, each by its newest pair. */
const centreline = (lobe: 'intake' | 'exhaust'): Rule => ({
  name: `${lobe}-centreline`,
  // A closing makes a pair; an opening only where it puts right the one of a pair that is made.
  wokenBy: [`${lobe}-drop-closing`, `${lobe}-drop-opening`],
  reads: [],
  heeds: ['tdc-wheel-error', 'cam-offset'],
  gives: [`${lobe}-centreline`],
  first: () => `${lobe}-drop-opening`,
  derive({ id, place }, seen) {
    const { practice } = seen;
    const read = pairsOf(lobe, place, seen);
    const own = read.find((pair) => pair.read.some((one) => one.id === id));
    if (!own) return [];
    const fault = faultOf(own, lobe);
    if (fault) return fault;
    const pairs = read.filter((pair) => faultOf(pair, lobe) === null);
    const { mean, spread } = camCentreline(pairs, lobe);
    const terms = termsOf(pairs, seen);
    return [
      {
        measure: `${lobe}-centreline`,
        value: mean,
        uncertainty: trustOfTerms(terms),
        terms,
        ...(spread > practice.timing.dropSpreadDeg ? { hints: [{ code: 'drop-spread', spread }] } : {}),
      },
    ];
  },
});

export const intakeCentreline = centreline('intake');
export const exhaustCentreline = centreline('exhaust');
