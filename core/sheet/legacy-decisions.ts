import type { About, Act } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { sheetOf } from './sheet.js';

/** The file as it stood at a moment. */
function asItStood(file: EngineFile, at: string): EngineFile {
  return {
    ...file,
    readings: file.readings.filter(({ receivedAt }) => receivedAt <= at),
    papers: file.papers.filter((paper) => paper.at <= at),
    acts: [],
  };
}

/**
 * The first version wrote down that a value was accepted, and not what about it. What was on the sheet at that moment
 * can be computed again, so nothing is guessed: the decision gets the verdict, value and limit that it was made about.
 */
export function withAbout(file: EngineFile): EngineFile {
  if (file.acts.every((act) => act.kind !== 'disposition' || act.about !== null)) return file;
  const isMoved = file.acts.some(({ kind }) => kind === 'spec-set');
  const acts = file.acts.map((act): Act => {
    if (act.kind !== 'disposition' || act.about !== null) return act;
    // By which limits it was made is not known any more once the engine is judged by others: it is to be made anew.
    if (act.readingId === null || isMoved) return { ...act, about: { verdict: 'missing', value: null, limit: null } };
    const flag = sheetOf(asItStood(file, act.at)).flags.find(
      ({ readingId, measure, place }) => readingId === act.readingId && measure === act.measure && place === act.place,
    );
    const about: About | null = flag ? { verdict: flag.verdict, value: flag.value, limit: flag.limit } : null;
    return { ...act, about };
  });
  return { ...file, acts };
}
