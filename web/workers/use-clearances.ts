import { useEffect, useRef, useState } from 'react';
import type { ClearanceAnswers, ClearanceOutcome, ClearanceQuestions } from '../../contracts/clearance-worker.js';

/**
 * Asks the worker anew whenever the question changes. While it works only the newest question waits: a slider that is
 * dragged asks more often than can be answered, and what it stands at is what is told in the end.
 *
 * @param valves the question by places; the same object as long as it is the same question; null for none
 */
export function useClearances<Kind extends keyof ClearanceQuestions>(
  kind: Kind,
  valves: ClearanceQuestions[Kind] | null,
): ClearanceAnswers[Kind] | null {
  type Question = ClearanceQuestions[Kind];
  const thread = useRef<{ ask: (valves: Question) => void } | null>(null);
  const [answer, setAnswer] = useState<{ valves: ClearanceAnswers[Kind] } | null>(null);

  useEffect(() => {
    const worker = new Worker(new URL('./clearance-worker.ts', import.meta.url), { type: 'module' });
    let asked = 0;
    let isBusy = false;
    let waiting: Question | null = null;
    const send = (question: Question) => {
      isBusy = true;
      worker.postMessage({ id: ++asked, kind, valves: question });
    };
    worker.onmessage = ({ data }: MessageEvent<ClearanceOutcome<Kind>>) => {
      isBusy = false;
      const next = waiting;
      waiting = null;
      if (next) send(next);
      setAnswer(data);
    };
    thread.current = {
      ask(question) {
        if (isBusy) waiting = question;
        else send(question);
      },
    };
    return () => worker.terminate();
  }, [kind]);

  useEffect(() => {
    if (valves) thread.current!.ask(valves);
  }, [valves]);
  return valves && answer && answer.valves;
}
