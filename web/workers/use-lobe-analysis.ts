import { useEffect, useRef, useState } from 'react';
import { lobeOutcome, type LobeOutcome, type LobeTask } from '../../contracts/lobe-worker.js';

/** Longer than this, and the reader is told that it is being worked on. */
const SLOW_MS = 300;

export interface LobeAnalysisState {
  outcome: LobeOutcome | null;
  /** Said once the work takes longer than a moment. */
  slow: boolean;
}

/** Analyses a sweep in the worker whenever it changes; an older answer never overtakes a newer question. */
export function useLobeAnalysis(sweep: LobeTask['sweep'] | null): LobeAnalysisState {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [state, setState] = useState<LobeAnalysisState>({ outcome: null, slow: false });

  useEffect(() => {
    const thread = new Worker(new URL('./lobe-worker.ts', import.meta.url), { type: 'module' });
    worker.current = thread;
    thread.onmessage = ({ data }: MessageEvent<unknown>) => {
      const outcome = lobeOutcome.parse(data);
      if (outcome.id === asked.current) setState({ outcome, slow: false });
    };
    return () => thread.terminate();
  }, []);

  useEffect(() => {
    const id = ++asked.current;
    if (!sweep) {
      setState({ outcome: null, slow: false });
      return;
    }
    worker.current!.postMessage({ id, sweep } satisfies LobeTask);
    const timer = setTimeout(() => {
      if (asked.current === id) setState((before) => (before.outcome?.id === id ? before : { ...before, slow: true }));
    }, SLOW_MS);
    return () => clearTimeout(timer);
  }, [sweep]);
  return state;
}
