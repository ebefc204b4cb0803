import type { Diagnosis } from '../cam/events-whole.js';
import type { EngineFile } from '../sheet/engine-file.js';
import type { Sheet } from '../sheet/sheet.js';
import { timingOf, type Nose, type Timing } from '../sheet/timing.js';

/** The cam's events as a whole, as they stood at signing, and each lobe's centreline by every way. */
export interface RecordedTiming {
  lifts: (Omit<Timing['lifts'][number], 'diagnosis'> & { says: string[] })[];
  noses: Timing['noses'];
}

/**
 * Null where no event was read.
 *
 * @param wordDiagnosis what events together tell, in words
 */
export function recordedTiming(
  file: Pick<EngineFile, 'papers' | 'spec'>,
  sheet: Pick<Sheet, 'rows'>,
  wordDiagnosis: (one: Diagnosis) => string,
): RecordedTiming | null {
  const { lifts, noses } = timingOf(file, sheet);
  const isKnown = ({ byDrops, byPeak }: Nose) => byDrops !== null || byPeak !== null;
  if (lifts.length === 0 && !isKnown(noses.I) && !isKnown(noses.E)) return null;
  return { lifts: lifts.map(({ diagnosis, ...at }) => ({ ...at, says: diagnosis.map(wordDiagnosis) })), noses };
}
