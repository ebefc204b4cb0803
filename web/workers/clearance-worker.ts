import { clearanceTask, type ClearanceOutcome } from '../../contracts/clearance-worker.js';
import { wordImpossibility } from '../../contracts/wording/impossible.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { acrossPositions } from '../../core/valvetrain/across-positions.js';
import { pistonValveUncertainty } from '../../core/valvetrain/piston-valve-uncertainty.js';

/** What a valve's question comes to; one that cannot be says why, and holds up no other. */
function tell<Input, Answer>(valves: Record<string, Input>, compute: (input: Input) => Answer) {
  const one = (input: Input) => {
    try {
      return { ok: true as const, answer: compute(input) };
    } catch (error) {
      if (!(error instanceof ImpossibleInput)) throw error;
      return { ok: false as const, message: wordImpossibility(error.issues[0]) };
    }
  };
  return Object.fromEntries(Object.entries(valves).map(([place, input]) => [place, one(input)]));
}

/** Looks at every position of a cam, and at how sure the clearance is, while the hand is on a slider. */
self.onmessage = ({ data }: MessageEvent<unknown>) => {
  const task = clearanceTask.parse(data);
  const outcome: ClearanceOutcome = {
    id: task.id,
    valves: task.kind === 'across' ? tell(task.valves, acrossPositions) : tell(task.valves, pistonValveUncertainty),
  };
  self.postMessage(outcome);
};
