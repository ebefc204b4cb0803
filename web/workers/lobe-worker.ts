import { analyseSweep } from '../../contracts/calc-lobe.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { lobeTask, type LobeOutcome } from '../../contracts/lobe-worker.js';
import { ImpossibleInput } from '../../core/impossible.js';

/** Analyses swept lobes off the main thread: a long sweep must not hold up the keys. */
self.onmessage = ({ data }: MessageEvent<unknown>) => {
  const task = lobeTask.safeParse(data);
  const { id } = data as { id: number };
  const answer = (outcome: LobeOutcome) => self.postMessage(outcome);
  if (!task.success) {
    const issues = task.error.issues.map(({ path, message }) => ({ path: path.slice(1).join('.'), message }));
    return answer({ id, ok: false, issues });
  }
  try {
    answer({ id, ok: true, analysis: analyseSweep(task.data.sweep) });
  } catch (error) {
    if (!(error instanceof ImpossibleInput)) throw error;
    answer({ id, ok: false, issues: asIssues(error.issues) });
  }
};
