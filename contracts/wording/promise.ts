import type { EnginePromise, KeptAnswer } from '../promise.js';
import { GATE_WORD, STAGE_WORD } from './gate.js';
import { PART_NAME } from './parts.js';
import type { Gate } from '../../core/plan/gates.js';
import type { Stage } from '../../core/plan/measure.js';
import { dayNumber } from '../../core/plan/recheck-due.js';
import { sayChance } from './chance.js';
import { many } from './many.js';

/** A step of what is left, in words. */
export function wordStep(id: string): string {
  if (id.startsWith('gate:')) return GATE_WORD[id.slice('gate:'.length) as Gate]?.is.toLowerCase() ?? id;
  return STAGE_WORD[id as Stage] ?? (id === 'review' ? 'review and hand-over' : id);
}

/** How many days a day comes after another; below zero where it comes before. */
export const daysBetween = (from: string, to: string): number => dayNumber(to) - dayNumber(from);

const partOf = (part: string) => PART_NAME[part as keyof typeof PART_NAME] ?? part;

/** The parts that hold it up the longest, with their day: `pushrods on 4 March`. */
export function wordHolds({ awaited }: Pick<EnginePromise, 'awaited'>, day: (on: string) => string): string {
  const [last] = [...awaited].sort((a, b) => (b.until ?? '9').localeCompare(a.until ?? '9'));
  if (!last) return '';
  const name = last.part === 'other' ? last.what : partOf(last.part);
  return last.until === null ? `${name}, nobody has said when` : `${name} on ${day(last.until)}`;
}

/** How likely a day is, as one says it. @example wordLikely(0.83, '4 Mar') // 'likely by 4 Mar (85%)' */
function wordLikely(share: number, day: string): string {
  if (share > 0.95) return `nearly certain by ${day}`;
  return `${share < 0.5 ? 'unlikely' : 'likely'} by ${day} (${sayChance(share)})`;
}

/** How an engine stands to its promise, and why: `6 days late: pushrods on 4 March`. */
export function wordPromise(one: EnginePromise, day: (on: string) => string): string {
  const { promised, readyOn, share, steps } = one;
  const hours = Math.round(steps.reduce((sum, { minutes }) => sum + minutes, 0) / 60);
  const holds = wordHolds(one, day);
  const why = holds === '' ? `${many(hours, 'hour', 'hours')} of work left` : holds;
  const atLeast = isOpenEnded(one) ? ' at the earliest' : '';
  const late = promised === null ? 0 : daysBetween(promised, readyOn);
  if (late > 0) return `${many(late, 'day', 'days')} late${atLeast === '' ? '' : ' at least'}: ${why}`;
  if (promised === null || atLeast !== '') return `ready ${day(readyOn)}${atLeast}: ${why}`;
  return `${wordLikely(share ?? 0, day(promised))}: ${why}`;
}

/** Whether nobody can say when it is ready: a part that it waits for has no day. */
const isOpenEnded = ({ awaited }: Pick<EnginePromise, 'awaited'>): boolean =>
  awaited.some(({ until }) => until === null);

type Risk = Pick<EnginePromise, 'promised' | 'readyOn' | 'share' | 'awaited'>;

/** Whether a promise slips: it is late by the usual way, or kept in fewer than seven ways of ten. */
const slips = ({ promised, readyOn, share }: Risk): boolean =>
  promised !== null && (daysBetween(promised, readyOn) > 0 || (share ?? 1) < 0.7);

/** Whether a promise is in danger: it slips, or a part has no day. */
export const isAtRisk = (one: Risk): boolean => slips(one) || (one.promised !== null && isOpenEnded(one));

/** Whether the customer must be told now: the promise slips, and what he was told last is not what is so. */
export const mustBeTold = (one: Risk & Pick<EnginePromise, 'told'>): boolean =>
  slips(one) && !(one.told?.expected != null && daysBetween(one.told.expected, one.readyOn) <= 0);

/** What a customer is told where the shop has no words of its own. */
const GENERAL_TOLD = '{name}, your {engine} was promised for {promised}. It will be ready on {expected}: {why}. {shop}';

/** What a customer is told, filled in. Braces that mean nothing stay as they are. */
export function wordTold(
  template: string | null,
  filled: Record<'name' | 'engine' | 'promised' | 'expected' | 'why' | 'shop', string>,
): string {
  return (template ?? GENERAL_TOLD).replace(
    /\{(\w+)\}/g,
    (whole, name: string) => (filled as Record<string, string>)[name] ?? whole,
  );
}

/** How well words of one likelihood held. @example wordKept({ from: 0.8, to: 0.95, count: 9, kept: 8 }) // 'Called 80 to 95% likely: 8 of 9 on time.' */
export function wordKept({ from, to, count, kept }: KeptAnswer['classes'][number]): string {
  const percent = (share: number) => Math.round(100 * share);
  const called =
    from === 0 ? `under ${percent(to)}%` : to === 1 ? `over ${percent(from)}%` : `${percent(from)} to ${percent(to)}%`;
  return `Called ${called} likely: ${kept} of ${count} on time.`;
}
