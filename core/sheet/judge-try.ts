import type { Formula } from '../derive/rule.js';
import { parseValve } from '../engine/places.js';
import { hintsFor, type Hint } from '../judge/hints.js';
import { isFound } from '../derive/agreed.js';
import { trustOf } from '../derive/trusts.js';
import { amongOthers, FEWEST_OTHERS, type AmongOthers } from '../judge/odd-one.js';
import { judge, judgeClear, judgeUnder, type Verdict } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { comparedWith, isCompared, NOT_COMPARED } from './compared.js';
import { expectationOf } from './expectation.js';
import type { Judging } from './judging.js';
import { limitAt, travelPassed, type AppliedLimit } from './limits.js';
import { oddByItself } from './odd-by-itself.js';
import { correctedByWheel } from './on-true-wheel.js';
import { isOfOldSprings } from './after-springs.js';
import type { Try } from './stand.js';

export interface Judged {
  /** `suspect` is an angle of which nobody knows how its wheel stood, or whose sprocket was moved since. */
  verdict: Verdict | 'unjudged' | 'suspect';
  limit: AppliedLimit | null;
  /** The value that the verdict went by, where the spec names what follows from this one and not this one. */
  judgedAs?: { measure: string; value: number; uncertainty: number; formula: Formula };
  /** How it stands among enough others of its kind; null where it is not compared. */
  among: AmongOthers | null;
  hints: Hint[];
}

/** What limits alone say. */
type ByLimit = Omit<Judged, 'hints' | 'among'>;

/** What a reading says otherwise, as long as nothing newer was read there. */
function carriedBy({ stand }: Judging, one: Try): Try | undefined {
  const made = stand.madeBy(one.id).find(({ derived }) => derived!.carried);
  return made && stand.tries(made).at(-1)?.id === one.id && made.id === one.id ? made : undefined;
}

/** The limit on what follows from a reading by a sum, as the reading itself must keep it; null where nothing judged does. */
function limitThroughSum(judging: Judging, one: Try): { min?: number; max?: number; uncertainty: number } | null {
  for (const { measure, place, value, derived } of judging.stand.madeBy(one.id)) {
    const { carried, formula, uncertainty } = derived!;
    const own = formula.terms.filter(({ name, source }) => name === one.measure && source === 'reading');
    const isSum = own.length === 1 && formula.terms.every(({ sign }) => sign === '+' || sign === '−');
    const limit = carried || place !== one.place || !isSum ? null : limitAt(judging, measure, place, uncertainty);
    if (!limit) continue;
    const isLess = own[0].sign === '−';
    // Where an older and worse one counts, it was made of that: what else goes into the sum is the same.
    const rest = isLess ? value + own[0].value : value - own[0].value;
    const edge = (made: number | undefined) => (made === undefined ? undefined : isLess ? rest - made : made - rest);
    const [min, max] = isLess ? [edge(limit.max), edge(limit.min)] : [edge(limit.min), edge(limit.max)];
    return { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }), uncertainty };
  }
  return null;
}

/** What of a value is held to a limit: where it differs by direction, the one that has less to spare; else the value. */
export function decisive(
  { value, derived }: Pick<Try, 'value' | 'derived'>,
  limit: Pick<AppliedLimit, 'min' | 'max'> | null,
): number {
  const span = derived?.span;
  if (!span || !limit) return value;
  const { min = -Infinity, max = Infinity } = limit;
  return span.least - min <= max - span.most ? span.least : span.most;
}

/** The verdict by limits alone: by its own if there is one, else by that of what it says otherwise. */
function byLimit(judging: Judging, one: Try, through: Try | undefined): ByLimit {
  const corrected = correctedByWheel(judging, one);
  const trust = corrected?.uncertainty ?? trustOf({ practice: judging.spec.practice, engine: judging.engine }, one);
  const limit = limitAt(judging, one.measure, one.place, trust, one.at) ?? travelPassed(judging, one, trust);
  const verdictBy = one.isClear ? judgeClear : one.isUnder ? judgeUnder : judge;
  if (limit) return { verdict: verdictBy(corrected?.value ?? decisive(one, limit), limit, limit.uncertainty), limit };
  if (!through || one.derived) return { verdict: 'unjudged', limit: null };
  const { measure, value, derived } = through;
  const trusted = derived!.uncertainty;
  const carried = limitAt(judging, measure, through.place, trusted) ?? travelPassed(judging, through, trusted);
  if (!carried) return { verdict: 'unjudged', limit: null };
  const { uncertainty, formula } = derived!;
  return {
    verdict: judge(value, carried, uncertainty),
    limit: carried,
    judgedAs: { measure, value, uncertainty, formula },
  };
}

const isToBeReadAgain = (judging: Judging, one: Try): boolean =>
  one.derived?.isSuspect === true || judging.angleStands(one).doubt !== null || isOfOldSprings(judging, one);

/** The verdict on a try, current or earlier, without what is odd about it. */
export function verdictOn(judging: Judging, one: Try): Judged['verdict'] {
  if (isToBeReadAgain(judging, one)) return 'suspect';
  return byLimit(judging, one, judging.stand.carried(one)).verdict;
}

/** Judges the try that counts in its slot as `judgeTry` does, without what is odd about it. */
export function verdictOfCounting(judging: Judging, one: Try): ByLimit {
  const own = byLimit(judging, one, carriedBy(judging, one));
  return isToBeReadAgain(judging, one) ? { ...own, verdict: 'suspect' } : own;
}

/** The verdict that another value, or the same at another place, would have by limits alone. */
const verdictIf = (judging: Judging, one: Try, change: Partial<Pick<Try, 'value' | 'place'>>): Judged['verdict'] => {
  const trial = { ...one, ...change };
  return byLimit(judging, trial, judging.stand.carried(trial)).verdict;
};

/**
 * The other valve of the cylinder, where the value is out by the limit of its own and would be within there. A limit on
 * what the value makes is the same for both: only their ratios would tell them apart, which is no sign of a mix-up.
 */
function otherValve(judging: Judging, one: Try, { verdict, judgedAs }: ByLimit): Hint[] {
  const valve = parseValve(one.place);
  if (!valve || judgedAs || (verdict !== 'low' && verdict !== 'high')) return [];
  const place = `${valve.cylinder}${valve.kind === 'I' ? 'E' : 'I'}`;
  return verdictIf(judging, one, { place }) === 'in' ? [{ code: 'fits-other-valve', place }] : [];
}

/** Where the worst of several counts, and that is not the one that was read last: which it is. */
function olderCounts({ stand }: Judging, one: Try): Hint[] {
  if (one.derived || measureOf(one.measure).counts !== 'worst') return [];
  const newest = stand.tries(one).at(-1);
  return newest && newest.id !== one.id && newest.turn > one.turn
    ? [{ code: 'older-counts', value: one.value, by: one.by }]
    : [];
}

const isOut = (verdict: Judged['verdict']): boolean => verdict === 'low' || verdict === 'high';

/** A reading further from the one before than two of one thing lie apart; one that was out has been put right meanwhile. */
function triesApart(judging: Judging, one: Try): Hint[] {
  const measure = measureOf(one.measure);
  if (one.derived || one.corrects || one.agreed || measure.counts !== 'newest' || !isFound(measure)) return [];
  const before = judging.stand.tries(one).findLast(({ turn, derived }) => turn < one.turn && !derived);
  if (!before || before.isClear || before.isUnder || isOut(verdictOn(judging, before))) return [];
  return [{ code: 'tries-apart', by: one.value - (before.read ?? before.value) }];
}

/** Judges the try that counts in its slot: by its limit, against its siblings, and by whether its angle holds. */
export function judgeTry(judging: Judging, one: Try): Judged {
  const own = verdictOfCounting(judging, one);
  // What says a reading otherwise is as odd as the reading, and no odder.
  if (one.derived?.carried) return { ...own, among: null, hints: [] };
  const { doubt, wheelErrorDeg } = judging.angleStands(one);
  const through = own.limit || one.derived ? null : limitThroughSum(judging, one);
  const hintsAmong = (isLeftOut: (other: Try) => boolean) => {
    const { own: alike, elsewhere } = isCompared(judging, one) ? comparedWith(judging, one, isLeftOut) : NOT_COMPARED;
    const among = alike.length < FEWEST_OTHERS ? null : amongOthers(one.value, alike, elsewhere, judging.usual(one.measure)); // prettier-ignore
    const hints = hintsFor({
      measure: measureOf(one.measure),
      value: one.value,
      others: alike,
      elsewhere,
      usual: judging.usual(one.measure),
      expected: one.derived ? null : expectationOf(judging, one),
      unit: one.unit,
      withinLimit: own.limit
        ? (trial) => verdictIf(judging, one, { value: trial }) === 'in'
        : through && ((trial) => judge(trial, through, through.uncertainty) === 'in'),
      ...(through ? { limit: through } : own.limit && !own.judgedAs ? { limit: own.limit } : {}),
      computed: one.derived !== undefined,
    });
    return { among, hints: one.isUnder ? [] : hints };
  };
  const all = hintsAmong(() => false);
  // Siblings that are out themselves don't accuse one that is in.
  const told =
    all.hints.length > 0 && own.verdict === 'in' ? hintsAmong((other) => isOut(verdictIf(judging, other, {}))) : all;
  const byItself = oddByItself(judging, one, own);
  // A stem that stands uneven says more than that it is unlike its siblings: one answer a cause.
  const isUneven = byItself.some(({ code }) => code === 'stem-uneven');
  return {
    ...own,
    among: told.among,
    hints: [
      ...(doubt ? [{ code: doubt }] : wheelErrorDeg === 0 ? [] : [{ code: 'wheel-corrected' as const, wheelErrorDeg }]),
      ...olderCounts(judging, one),
      ...triesApart(judging, one),
      ...told.hints.filter(({ code }) => !(isUneven && code === 'differs-from-siblings')),
      ...otherValve(judging, one, own),
      ...byItself,
    ],
  };
}
