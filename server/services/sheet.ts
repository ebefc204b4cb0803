import type { z } from 'zod';
import type { sheetAnswer } from '../../contracts/reading.js';
import { wordHint } from '../../contracts/wording/hint.js';
import { CHANGED_WHY } from '../../contracts/wording/judged-before.js';
import { wordSource } from '../../contracts/wording/limit.js';
import { wordNarrow } from '../../contracts/wording/narrow.js';
import { unitOfLimit } from '../../core/plan/spec-sets.js';
import { actsOf } from '../../core/sheet/acts.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { judgedBefore } from '../../core/sheet/judged-before.js';
import { judgingOf } from '../../core/sheet/judging-of.js';
import { narrowWindows } from '../../core/sheet/narrow-windows.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { standOf } from '../../core/sheet/stand.js';

/** The sheet in words: each limit with its source, each hint with what it says and how somebody answered it. */
export function sheetAnswerOf(file: EngineFile): z.input<typeof sheetAnswer> {
  const stand = standOf(file);
  const sheet = sheetOf(file, stand);
  const { rows, stages, ...rest } = sheet;
  const answers = actsOf(file, 'hint-answer');
  return {
    ...rest,
    stages: { ...stages },
    measures: rows.map((row) => ({
      ...row,
      limit: row.limit && { ...row.limit, source: wordSource(row.limit.source) },
      hints: row.hints.map((hint) => {
        const answer = answers.findLast((one) => one.readingId === row.readingId && one.hint === hint.code);
        const answered = answer && { reason: answer.reason, by: answer.by, at: answer.at };
        return {
          code: hint.code,
          message: wordHint(hint, row.enteredUnit, row),
          ...(answered ? { answer: answered } : {}),
        };
      }),
    })),
    judgedBefore: judgedBefore(file, stand, sheet).map((one) => ({ ...one, message: CHANGED_WHY[one.by] })),
    narrow: narrowWindows(judgingOf(file, stand)).map((one) => ({
      ...one,
      message: wordNarrow(one, unitOfLimit(file.spec, one.measure)),
    })),
  };
}
