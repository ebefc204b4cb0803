import type { Verdict } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import type { Sheet } from './sheet.js';

/** The mark of a place: the verdict on what was taken there, or what became of it. */
export type Mark = Verdict | 'unjudged' | 'suspect' | 'missing' | 'accepted';

/** Worst first: one mark stands for all that a place has. */
const RANK: Mark[] = ['suspect', 'low', 'high', 'doubt', 'missing', 'accepted', 'in', 'unjudged'];

/**
 * What a valve has to show for its setting, over every measure of that stage taken or asked for there. A lobe that
 * lifts short is no fault of how its valve is set: it stands with the timing.
 */
export function settingMark(sheet: Sheet, place: string): Mark {
  const marks: Mark[] = [];
  for (const row of sheet.rows) {
    if (row.place !== place || measureOf(row.measure).stage !== 'setting') continue;
    const accepted = sheet.flags.some(
      (flag) => flag.readingId === row.readingId && flag.verdict === row.verdict && !flag.open,
    );
    marks.push(accepted ? 'accepted' : row.verdict);
  }
  for (const missing of sheet.missing)
    if (missing.place === place) marks.push(missing.disposition ? 'accepted' : 'missing');
  return marks.length === 0 ? 'missing' : RANK.find((mark) => marks.includes(mark))!;
}
