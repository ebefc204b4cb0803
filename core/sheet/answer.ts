import type { Hint } from '../judge/hints.js';
import type { Impossibility } from '../impossible.js';
import type { EngineFile } from './engine-file.js';
import { judgeTry, type Judged } from './judge-try.js';
import type { Judging } from './judging.js';
import { judgingOf } from './judging-of.js';
import type { Reading } from './reading.js';
import { rowOf, type SheetRow } from './row.js';
import type { Sheet } from './sheet.js';
import { slotKey, type Slot } from './slot.js';
import { standOf, type Stand } from './stand.js';

/** What a reading was answered with: its judgement, and the rows of the sheet that it stands in. */
export interface Answer extends Judged {
  rows: SheetRow[];
}

/**
 * The judgement of the reading that was taken last: what its rows on the sheet say. The value itself is judged if it
 * has a limit; if not, what follows from it.
 *
 * @param stand the file's readings walked through, where somebody keeps it
 * @param judging made of both, where somebody keeps it
 */
export function judgeLast(
  file: EngineFile,
  stand: Stand = standOf(file),
  judging: Judging = judgingOf(file, stand),
): Answer {
  const last = file.readings[file.readings.length - 1];
  const own = rowOf(judging, stand.tries(last));
  const made = stand.madeBy(last.id).map((value) => rowOf(judging, stand.tries(value)));
  const answer = answerOf(own, made);
  return { ...answer, hints: [...oddBeside(judging, own, last), ...answer.hints], rows: [own, ...made] };
}

/** What is odd about a reading where another of its slot counts, for that is the worse: a slip is asked where it was typed. */
function oddBeside(judging: Judging, own: SheetRow, last: Reading): Hint[] {
  if (own.readingId === last.id) return [];
  const one = judging.stand.tries(last).findLast(({ id }) => id === last.id);
  const known = own.hints.map((hint) => JSON.stringify(hint));
  return one ? judgeTry(judging, one).hints.filter((hint) => !known.includes(JSON.stringify(hint))) : [];
}

/**
 * What a reading would be answered with if it were taken now, and why it cannot be, where it cannot. The stand is as
 * before when this returns.
 *
 * @param stand the file's readings walked through
 */
export function judgeNext(
  file: EngineFile,
  stand: Stand,
  reading: Reading,
): { answer: Answer; fault: Impossibility | null } {
  const { turns } = stand;
  try {
    const fault = stand.add(reading);
    return { answer: judgeLast({ ...file, readings: [...file.readings, reading] }, stand), fault };
  } finally {
    stand.rewind(turns);
  }
}

/** What the sheet answers for a slot: the judgement of the value that counts there; null while it has none. */
export function answerAt({ rows }: Pick<Sheet, 'rows'>, slot: Slot): Answer | null {
  const own = rows.find((row) => slotKey(row) === slotKey(slot));
  if (!own) return null;
  // What follows from other values is no reading: what else follows from them says nothing of it.
  const made = own.derivedFrom
    ? []
    : rows.filter((row) => row !== own && row.derivedFrom && row.readingId === own.readingId);
  return { ...answerOf(own, made), rows: [own, ...made] };
}

/** What is odd about a reading and about what follows from it: each once, and whose it is where it is not the reading's own. */
export function hintsTogether(
  own: Pick<SheetRow, 'measure' | 'place' | 'hints'>,
  made: readonly Pick<SheetRow, 'measure' | 'place' | 'hints'>[],
): Hint[] {
  const together = new Map<string, Hint>(own.hints.map((hint) => [hint.code, hint]));
  for (const { measure, place, hints } of made)
    for (const hint of hints) {
      const key = place === own.place ? hint.code : `${hint.code} ${place}`;
      if (!together.has(key)) together.set(key, { ...hint, of: { measure, place } });
    }
  return [...together.values()];
}

/** The judgement of a reading from its rows on a sheet: its own, and those of what follows from it. */
export function answerOf(own: SheetRow, made: SheetRow[]): Judged {
  const judged = own.verdict === 'unjudged' ? (made.find(({ limit }) => limit !== null) ?? own) : own;
  const through = judged === own ? made.find(({ measure }) => own.limit && own.limit.measure === measure) : judged;
  return {
    verdict: judged.verdict,
    limit: judged.limit,
    ...(through?.derivedFrom && through.measure !== own.measure
      ? {
          judgedAs: {
            measure: through.measure,
            value: through.value,
            uncertainty: through.limit?.uncertainty ?? 0,
            formula: through.derivedFrom.formula,
          },
        }
      : {}),
    among: own.among ?? null,
    hints: hintsTogether(own, made),
  };
}
