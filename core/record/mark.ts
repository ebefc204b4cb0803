import type { Verdict } from '../judge/judge.js';
import type { Sheet } from './sheet.js';

/** The mark of a place: the verdict on what was taken there, or what became of it. */
export type Mark = Verdict | 'unjudged' | 'suspect' | 'missing' | 'accepted';

/** Worst first: one mark stands for all that a place has. */
const RANK: Mark[] = ['suspect', 'low', 'high', 'doubt', 'missing', 'accepted', 'in', 'unjudged'];

/** What a place has to show for itself, over every measure taken or asked for there. */
export function markOf(sheet: Sheet, place: string): Mark {
  const marks: Mark[] = [];
  for (const row of sheet.rows) {
    if (row.place !== place) continue;
    const accepted = sheet.flags.some(
      (flag) => flag.readingId === row.readingId && flag.verdict === row.verdict && !flag.open,
    );
    marks.push(accepted ? 'accepted' : row.verdict);
  }
  for (const missing of sheet.missing)
    if (missing.place === place) marks.push(missing.disposition ? 'accepted' : 'missing');
  return marks.length === 0 ? 'missing' : RANK.find((mark) => marks.includes(mark))!;
}
