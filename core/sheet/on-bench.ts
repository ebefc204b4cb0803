import type { Stage } from '../plan/measure.js';
import { actsOf } from './acts.js';
import type { EngineFile } from './engine-file.js';

/** What lies on the bench for a stage, as it was ticked last. */
export function onBenchOf(file: Pick<EngineFile, 'acts'>, stage: Stage): Set<string> {
  const there = new Set<string>();
  for (const { stage: of, item, isThere } of actsOf(file, 'on-bench'))
    if (of === stage) {
      if (isThere) there.add(item);
      else there.delete(item);
    }
  return there;
}
