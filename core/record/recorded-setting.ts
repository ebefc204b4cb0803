import type { StopMethod } from '../cam/valve-stops.js';
import type { Hint } from '../judge/hints.js';
import { measureOf } from '../plan/measures.js';
import { withRepeats } from '../plan/practice.js';
import type { Along } from '../plan/practice.js';
import { actsOf, type ReadingNoted, type ReadingStruck } from '../sheet/acts.js';
import { comparedWithBuild, driftOf, type DriftCause } from '../sheet/drift.js';
import type { EngineFile } from '../sheet/engine-file.js';
import type { Reading } from '../sheet/reading.js';
import { settingWayOf, slackRoundsOf } from '../sheet/setting-progress.js';
import type { Sheet } from '../sheet/sheet.js';
import type { Unit } from '../units/units.js';

/** In which way the valves were set, where it was said. */
export interface RecordedWay {
  method: StopMethod;
  along: Along;
  by: string;
  /** By quarter turns: how many quarters were looked at, and whether the last whole cycle brought nothing loose. */
  quarters?: { looked: number; isDone: boolean };
}

/** Something that was odd about a reading, and what was found when somebody looked. */
export interface RecordedAnswer {
  readingId: string;
  measure: string;
  place: string;
  hint: string;
  /** What was odd, in words; left out where the reading is no longer odd. */
  says?: string;
  reason: string;
  by: string;
  at: string;
}

/** A valve that has changed since the build by more than measuring makes; canonical. */
export interface RecordedDrift {
  occasion: string;
  measure: string;
  place: string;
  change: number;
  uncertainty: number;
  isAlone: boolean;
  cause: DriftCause | null;
}

export function recordedWay(file: EngineFile): RecordedWay | null {
  const { method, along, chosenBy } = settingWayOf(file, file.spec.practice);
  if (chosenBy === null) return null;
  const { rounds, isDone } = slackRoundsOf(file);
  const quarters = method === 'quarter-turns' ? { quarters: { looked: rounds.length, isDone } } : {};
  return { method, along, by: chosenBy, ...quarters };
}

/** @param wordHint what is odd, in words, in the unit in which it was typed */
export function recordedAnswers(
  { acts, readings }: Pick<EngineFile, 'acts' | 'readings'>,
  { rows }: Pick<Sheet, 'rows'>,
  wordHint: (hint: Hint, unit: Unit, at: { measure: string; place: string }) => string,
): RecordedAnswer[] {
  return actsOf({ acts }, 'hint-answer').flatMap(({ readingId, hint, reason, by, at }) => {
    const reading = readings.find(({ id }) => id === readingId);
    if (!reading) return [];
    const { measure, place, unit } = reading;
    const row = rows.find((one) => one.readingId === readingId && one.hints.some(({ code }) => code === hint));
    const found = row?.hints.find(({ code }) => code === hint);
    return [
      { readingId, measure, place, hint, ...(found ? { says: wordHint(found, unit, row!) } : {}), reason, by, at },
    ];
  });
}

/** A reading that was wrong and counts no longer, and why. */
export type RecordedStrike = Omit<ReadingStruck, 'id'> & Pick<Reading, 'measure' | 'place' | 'entered' | 'unit'>;

export const recordedStrikes = (file: Pick<EngineFile, 'acts' | 'readings'>): RecordedStrike[] =>
  actsOf(file, 'reading-struck').flatMap(({ readingId, reason, moved, by, at }) => {
    const reading = file.readings.find(({ id }) => id === readingId);
    if (!reading) return [];
    const { measure, place, entered, unit } = reading;
    return [{ readingId, measure, place, entered, unit, reason, ...(moved ? { moved } : {}), by, at }];
  });

/** Words that stand beside a reading: as it was taken with, or as they were put to it since. */
export type RecordedNote = Pick<Reading, 'measure' | 'place' | 'entered' | 'unit'> & Omit<ReadingNoted, 'id'>;

export function recordedNotes(file: Pick<EngineFile, 'acts' | 'readings'>): RecordedNote[] {
  const noted = new Map(actsOf(file, 'reading-noted').map((act) => [act.readingId, act]));
  return file.readings.flatMap(({ id: readingId, measure, place, entered, unit, note, by, takenAt }) => {
    const words = noted.get(readingId) ?? { note: note ?? '', by, at: takenAt };
    return words.note === '' ? [] : [{ readingId, measure, place, entered, unit, note: words.note, by: words.by, at: words.at }]; // prettier-ignore
  });
}

/** Every valve that has changed since the build, on each occasion on which it was read again. */
export function recordedDrift({ engine, spec, history }: EngineFile, { rows }: Pick<Sheet, 'rows'>): RecordedDrift[] {
  const again = rows.filter((row) => row.occasion && measureOf(row.measure).scope === 'valve' && !row.derivedFrom);
  const practice = withRepeats(spec.practice, history);
  const pairs = new Map(again.map(({ occasion, measure }) => [`${occasion} ${measure}`, { occasion: occasion!, measure }])); // prettier-ignore
  return [...pairs.values()].flatMap(
    ({ occasion, measure }) =>
    measureOf(measure).options
      ? []
      : driftOf(engine, practice, rows, measureOf(measure), comparedWithBuild(occasion))
          .filter(({ isReal }) => isReal)
          .map(({ place, change, uncertainty, isAlone, cause }) => ({ occasion, measure, place, change, uncertainty, isAlone, cause })), // prettier-ignore
  );
}
