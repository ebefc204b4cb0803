import { useMemo } from 'react';
import { valveSpans } from '../../core/cam/base-circle.js';
import { turningEvents } from '../../core/cam/turning-events.js';
import type { Sheet } from '../../core/sheet/sheet.js';
import { useDesk } from '../state/use-desk.js';

/** What an angle was measured at, where it was and is not suspect. */
export const angleOn =
  ({ rows }: Pick<Sheet, 'rows'>) =>
  (measure: string): number | undefined => {
    const row = rows.find((candidate) => candidate.measure === measure && candidate.place === 'engine');
    return row && row.verdict !== 'suspect' ? row.value : undefined;
  };

/** The crank is turned by the cam as it was measured in this engine, as soon as it was. */
export function useTurning() {
  const { engine, sheet, card } = useDesk();
  const { events, source } = useMemo(() => turningEvents(engine!, angleOn(sheet!), card), [engine, sheet, card]);
  const spans = useMemo(() => valveSpans(engine!.firingOrder, engine!.intervals, events), [engine, events]);
  return { events, source, spans };
}
