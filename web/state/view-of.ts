import type { CompletedCard } from '../../core/cam/cam-card.js';
import type { LobeSweep } from '../../core/cam/lobe-sweep.js';
import { atValue } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import { readEntry } from '../../core/plan/read-entry.js';
import type { Act } from '../../core/sheet/acts.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import type { Judging } from '../../core/sheet/judging.js';
import { judgingOf } from '../../core/sheet/judging-of.js';
import { cardOf, sweepsOf } from '../../core/sheet/papers.js';
import type { Reading } from '../../core/sheet/reading.js';
import { sheetOf, type Sheet } from '../../core/sheet/sheet.js';
import { standOf, type Stand } from '../../core/sheet/stand.js';
import type { Unit } from '../../core/units/units.js';
import type { Kept } from './outbox.js';

/** What follows from the file of an engine: computed once, whenever it changes. */
export interface View {
  file: EngineFile | null;
  /** The file's readings walked through. */
  stand: Stand | null;
  /** What any value on it is judged by. */
  judging: Judging | null;
  sheet: Sheet | null;
  /** The newest cam card, completed, and the lobes that were swept. */
  card: CompletedCard | null;
  sweeps: LobeSweep[];
}

/** Before there is a file. */
export const NOTHING: View = { file: null, stand: null, judging: null, sheet: null, card: null, sweeps: [] };

/** What follows from a file. */
export function viewOf(file: EngineFile): View & Pick<EngineFile, 'readings'> {
  // Walked through anew: whoever holds the former one must see that it is another.
  const stand = standOf(file);
  return {
    file,
    stand,
    readings: file.readings,
    judging: judgingOf(file, stand),
    sheet: sheetOf(file, stand),
    card: cardOf(file),
    sweeps: sweepsOf(file),
  };
}

/** A reading that was undone here as the act that it is on the server later; none where it was not. */
export const strikesOf = ({ reading, handle, undone }: Kept): Act[] =>
  undone ? [{ kind: 'reading-struck', readingId: reading.id, by: handle, ...undone }] : [];

/** A typed reading with its canonical value, as it stands on the sheet before the server has it. */
export function asReading({ reading, handle, takenAt }: Kept): Reading {
  const { atLiftMm, ...rest } = reading;
  const measure = measureOf(reading.measure);
  const entry = readEntry(measure, reading.entered, reading.unit as Unit, 'plus');
  // What an earlier version left on this device says its lift in a field of its own.
  const first = measure.at && atLiftMm !== undefined ? { at: { by: measure.at, value: atValue(atLiftMm) } } : {};
  return {
    ...first,
    ...rest,
    unit: reading.unit as Unit,
    value: entry.ok ? entry.value : NaN,
    takenAt,
    receivedAt: takenAt,
    by: handle,
  };
}
