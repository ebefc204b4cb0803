import { useMemo } from 'react';
import { valveSpans } from '../../core/cam/base-circle.js';
import { turningEvents } from '../../core/cam/turning-events.js';
import { angleOn } from '../../core/sheet/angle-on.js';
import { useDesk } from '../state/use-desk.js';

/** The crank is turned by the cam as it was measured in this engine, as soon as it was. */
export function useTurning() {
  const { engine, sheet, card } = useDesk();
  const { events, source } = useMemo(() => turningEvents(engine!, angleOn(sheet!), card), [engine, sheet, card]);
  const spans = useMemo(() => valveSpans(engine!.firingOrder, engine!.intervals, events), [engine, events]);
  return { events, source, spans };
}
