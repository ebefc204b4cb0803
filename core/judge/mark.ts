import type { Verdict } from './judge.js';

/** The mark of a place: the verdict on what was taken there, or what became of it. */
export type Mark = Verdict | 'unjudged' | 'suspect' | 'missing' | 'accepted';

/** Worst first: where one mark stands for several, here and nowhere else is decided which. */
const RANK: readonly Mark[] = ['suspect', 'low', 'high', 'doubt', 'missing', 'accepted', 'in', 'unjudged'];

/** The mark that stands for all of these; `missing` for none. @example worstOf(['in', 'doubt']) // 'doubt' */
export function worstOf(marks: readonly Mark[]): Mark {
  return RANK.find((mark) => marks.includes(mark)) ?? 'missing';
}
