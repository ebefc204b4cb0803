import { useState } from 'react';
import { standing } from '../../core/derive/rule.js';
import { measureOf } from '../../core/plan/measures.js';
import { counting } from '../../core/sheet/row.js';
import type { Slot } from '../../core/sheet/slot.js';
import { useLooksOn } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';

/** A reading that may be struck, as far as one must know which it is. */
interface Strikable {
  id: string;
  entered: string;
  unit: string;
  by: string;
}

/** Striking a reading that was wrong, where more than the newest counts: which one is asked about, if any. */
export function useStrike(slot: Slot) {
  const judging = useDesk((desk) => desk.judging!);
  const stand = useDesk((desk) => desk.stand!);
  const looksOn = useLooksOn();
  const [asked, setAsked] = useState<Strikable | null>(null);
  const { counts } = measureOf(slot.measure);
  const history = counts === 'newest' || looksOn ? [] : stand.tries(slot).filter(({ derived }) => !derived);
  /** The one that the key strikes: of several the worst, which counts; else the last. */
  const first = history.length === 0 ? null : counts === 'worst' ? counting(judging, history) : standing(history, 'each').at(-1)!; // prettier-ignore
  return {
    asked,
    ask: (one: Strikable) => setAsked(one),
    askFirst: first ? () => setAsked(first) : null,
    close: () => setAsked(null),
  };
}

export type Strike = ReturnType<typeof useStrike>;
