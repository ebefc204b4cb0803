import type { Formula } from '../derive/rule.js';
import { parseValve } from '../engine/places.js';
import { hintsFor, type Hint } from '../judge/hints.js';
import { judge, judgeClear, judgeUnder, type Verdict } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { limitFor } from '../plan/spec-sets.js';
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
  hints: Hint[];
}

const trustIn = ({ spec }: Judging, one: Try): number =>
  one.derived?.uncertainty ?? uncertaintyOf(spec.practice, measureOf(one.measure));

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

/** The verdict by limits alone: by its own if there is one, else by that of what it says otherwise. */
function byLimit(judging: Judging, one: Try, through: Try | undefined): Omit<Judged, 'hints'> {
  const corrected = correctedByWheel(judging, one);
  const trust = corrected?.uncertainty ?? trustIn(judging, one);
  const limit = limitAt(judging, one.measure, one.place, trust, one.at) ?? travelPassed(judging, one, trust);
  const verdictBy = one.isClear ? judgeClear : one.isUnder ? judgeUnder : judge;
  if (limit) return { verdict: verdictBy(corrected?.value ?? one.value, limit, limit.uncertainty), limit };
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
export function verdictOfCounting(judging: Judging, one: Try): Omit<Judged, 'hints'> {
  const own = byLimit(judging, one, carriedBy(judging, one));
  return isToBeReadAgain(judging, one) ? { ...own, verdict: 'suspect' } : own;
}

/** What a value is compared with: its siblings that are judged by the same limit. */
function siblingsOf({ stand, spec }: Judging, one: Try): Try[] {
  const { measure, place } = one;
  const limit = limitFor(spec, measure, place);
  // What is only a bound is no figure to compare with.
  const alike = stand
    .siblingsOf(one)
    .filter((other) => limitFor(spec, measure, other.place) === limit && !other.isUnder);
  // Intake and exhaust lobes are ground to different lifts, limit or no limit; their valves, rods and gaps are others too.
  const kind = parseValve(place)?.kind;
  return measureOf(measure).byKind ? alike.filter((other) => parseValve(other.place)?.kind === kind) : alike;
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
function otherValve(judging: Judging, one: Try, { verdict, judgedAs }: Omit<Judged, 'hints'>): Hint[] {
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

/** Judges the try that counts in its slot: by its limit, against its siblings, and by whether its angle holds. */
export function judgeTry(judging: Judging, one: Try): Judged {
  const own = verdictOfCounting(judging, one);
  // What says a reading otherwise is as odd as the reading, and no odder.
  if (one.derived?.carried) return { ...own, hints: [] };
  const { doubt, wheelErrorDeg } = judging.angleStands(one);
  const others = siblingsOf(judging, one);
  const through = own.limit || one.derived ? null : limitThroughSum(judging, one);
  const hintsAmong = (siblings: Try[]) =>
    hintsFor({
      measure: measureOf(one.measure),
      place: one.place,
      value: one.value,
      others: siblings,
      unit: one.unit,
      withinLimit: own.limit
        ? (trial) => verdictIf(judging, one, { value: trial }) === 'in'
        : through && ((trial) => judge(trial, through, through.uncertainty) === 'in'),
      ...(through ? { limit: through } : own.limit && !own.judgedAs ? { limit: own.limit } : {}),
      computed: one.derived !== undefined,
    });
  const hints = one.isUnder ? [] : hintsAmong(others);
  // Siblings that are out themselves don't accuse one that is in.
  const told =
    hints.length > 0 && own.verdict === 'in'
      ? hintsAmong(others.filter((other) => !isOut(verdictIf(judging, other, {}))))
      : hints;
  return {
    ...own,
    hints: [
      ...(doubt ? [{ code: doubt }] : wheelErrorDeg === 0 ? [] : [{ code: 'wheel-corrected' as const, wheelErrorDeg }]),
      ...olderCounts(judging, one),
      ...told,
      ...otherValve(judging, one, own),
      ...oddByItself(judging, one, own),
    ],
  };
}
