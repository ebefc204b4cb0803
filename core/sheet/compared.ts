import { median } from 'simple-statistics';
import { parseValve } from '../engine/places.js';
import { amongOthers, FEWEST_OTHERS } from '../judge/odd-one.js';
import { measureOf } from '../plan/measures.js';
import { limitFor } from '../plan/spec-sets.js';
import { isTested } from '../plan/tested.js';
import type { Judging } from './judging.js';
import type { Try } from './stand.js';

/** What a value is compared with: those of its kind, and the other kinds, which only tell how far values of it lie apart. */
interface Compared {
  own: number[];
  elsewhere: number[][];
}
export const NOT_COMPARED: Compared = { own: [], elsewhere: [] };

const valuesOf = (tries: readonly Try[]): number[] => tries.map(({ value }) => value);

/** Banks whose middles lie further apart than so many deviations, each of so many values, are compared each by itself. */
const BANKS_APART = { deviations: 3, fewest: 4 };

/** The part of the values that stands on the same bank, where the banks differ and each has enough to be told by. */
function bySameBank(
  { engine, usual }: Judging,
  { measure, place, value }: Try,
  others: Try[],
): { own: Try[]; elsewhere: Try[][] } {
  const bankOf = (of: string) => engine.banks.findIndex(({ cylinders }) => cylinders.includes(parseValve(of)?.cylinder ?? Number(of))); // prettier-ignore
  const all = [...others, { place, value }];
  const banks = [...new Set(all.map((one) => bankOf(one.place)))];
  const middles = banks.map((bank) => median(all.filter((one) => bankOf(one.place) === bank).map((one) => one.value)));
  const isEnough = banks.every((bank) => all.filter((one) => bankOf(one.place) === bank).length >= BANKS_APART.fewest);
  const isApart = Math.max(...middles) - Math.min(...middles) > BANKS_APART.deviations * usual(measure).sigma;
  if (banks.length < 2 || banks.includes(-1) || !isEnough || !isApart) return { own: others, elsewhere: [] };
  const onBank = (bank: number) => others.filter((other) => bankOf(other.place) === bank);
  const own = bankOf(place);
  return { own: onBank(own), elsewhere: banks.filter((bank) => bank !== own).map(onBank) };
}

/** The siblings of a value that are judged by the same limit, by kind where kinds differ by nature, by bank where they do. */
export function comparedWith(judging: Judging, one: Try, isLeftOut: (other: Try) => boolean): Compared {
  const { stand, spec } = judging;
  const { measure, place } = one;
  const limit = limitFor(spec, measure, place);
  // What is only a bound is no figure to compare with.
  const figures = stand.siblingsOf(one).filter((other) => !other.isUnder && !other.isClear && !isLeftOut(other));
  const isAlike = (other: Try) => limitFor(spec, measure, other.place) === limit;
  // Intake and exhaust lobes are ground to different lifts, limit or no limit; their valves, rods and gaps are others too.
  const kindOf = (of: string) => (measureOf(measure).byKind ? parseValve(of)?.kind : undefined);
  const isOwnKind = (other: Try) => isAlike(other) && kindOf(other.place) === kindOf(place);
  const { own, elsewhere } = bySameBank(judging, one, figures.filter(isOwnKind));
  const others = figures.filter((other) => !isOwnKind(other));
  const rest = others.length > 0 ? [...elsewhere, others] : elsewhere;
  return { own: valuesOf(own), elsewhere: rest.map(valuesOf) };
}

/** What a value is made of, where it is made of more than one reading: it may be odd although none of them is. */
const readingsIn = ({ derived }: Try): string[] =>
  derived
    ? derived.formula.terms
        .filter(({ source }) => source === 'reading')
        .map(({ name }) => name.replace(/-times-ratio$/, ''))
    : [];

/** Whether a reading is unlike enough others of its kind. */
function isOddOne(judging: Judging, one: Try): boolean {
  const { own, elsewhere } = comparedWith(judging, one, () => false);
  if (own.length < FEWEST_OTHERS) return false;
  return amongOthers(one.value, own, elsewhere, judging.usual(one.measure))!.isOdd;
}

/**
 * Whether a value is compared with its siblings. What is made of one reading is as odd as that and no odder; what is made
 * of several, and one of those is accused already, would be accused of the same cause twice.
 */
export function isCompared(judging: Judging, one: Try): boolean {
  if (one.isUnder || one.isClear || !isTested(measureOf(one.measure))) return false;
  if (!one.derived) return true;
  const inputs = readingsIn(one);
  if (inputs.length < 2) return false;
  const read = inputs.flatMap((measure) => judging.stand.latest(measure, one.place, one.occasion) ?? []);
  return !read.some((input) => isOddOne(judging, input));
}
