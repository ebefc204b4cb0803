import type { z } from 'zod';
import type { clayAnswer } from '../../contracts/clay.js';
import { wordLackOf } from '../../contracts/wording/hint.js';
import { clayPlan, type BeforeClay } from '../../core/sheet/clay-plan.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { judgingOf } from '../../core/sheet/judging-of.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { standOf } from '../../core/sheet/stand.js';

const withWords = ({ lacks, ...before }: BeforeClay) => ({
  ...before,
  lacks: lacks.map((code) => ({ code, message: wordLackOf(code) })),
});

/** What is known of an engine's valves and pistons before the clay goes in, and of those under which none was laid. */
export function clayOf(file: EngineFile): z.infer<typeof clayAnswer> {
  const stand = standOf(file);
  const { before, ...rest } = clayPlan(judgingOf(file, stand), sheetOf(file, stand));
  return { before: { I: withWords(before.I), E: withWords(before.E) }, ...rest };
}
