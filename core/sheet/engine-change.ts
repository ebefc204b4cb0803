import { placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import { findMeasure } from '../plan/measures.js';
import { actsOf } from './acts.js';
import type { EngineFile } from './engine-file.js';
import type { Reading } from './reading.js';
import { verdictChanges, type VerdictChange } from './verdict-changes.js';

/** What readings are placed and named by. */
const LAYOUT = ['layout', 'banks', 'firingOrder', 'intervals', 'pins', 'mains', 'lifter'] as const satisfies (keyof Engine)[]; // prettier-ignore

/** What becomes of an engine's readings where its data are put right. */
export interface EngineChange {
  /** The parts of the layout that would be others. */
  laidOutAnew: (typeof LAYOUT)[number][];
  verdicts: VerdictChange[];
  /** Readings that would stand nowhere: their place is gone, or lifters of the other kind have no such value. */
  gone: Reading[];
  /** It is for the lead, with a reason: something that was read would stand or count otherwise. */
  isForLead: boolean;
}

/** Engines come through JSON, whose fields keep the order in which the shape states them. */
const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const inShape = ({ banks }: Engine) => banks.map(({ cylinders, valveOrder }) => ({ cylinders, valveOrder }));

/** What of an engine's file would be otherwise with other data of the engine, and another set where its lifters are others. */
export function engineChange(file: EngineFile, change: Partial<Pick<EngineFile, 'engine' | 'spec'>>): EngineChange {
  const { engine = file.engine } = change;
  const laidOutAnew = LAYOUT.filter((part) =>
    part === 'banks' ? !isSame(inShape(file.engine), inShape(engine)) : !isSame(file.engine[part], engine[part]),
  );
  const struck = new Set(actsOf(file, 'reading-struck').map(({ readingId }) => readingId));
  const standing = file.readings.filter(({ id }) => !struck.has(id));
  const gone = standing.filter(({ measure: key, place }) => {
    const measure = findMeasure(key);
    if (!measure) return false;
    return (measure.lifter !== undefined && measure.lifter !== engine.lifter) || !placesOf(engine, measure.scope).includes(place); // prettier-ignore
  });
  // What stands nowhere has no verdict to change.
  const verdicts = gone.length > 0 ? [] : verdictChanges(file, change);
  const isForLead = standing.length > 0 && (laidOutAnew.length > 0 || verdicts.length > 0);
  return { laidOutAnew, verdicts, gone, isForLead };
}
