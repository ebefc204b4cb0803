import { useMemo } from 'react';
import { valveSpans } from '../../core/cam/base-circle.js';
import { turningEvents } from '../../core/cam/turning-events.js';
import { camKnownOf } from '../../core/sheet/cam-known.js';
import { useDesk } from '../state/use-desk.js';

/** The crank is turned by the cam as it was measured in this engine, as soon as it was. */
export function useTurning() {
  const { engine, file, sheet } = useDesk();
  const { events, source } = useMemo(() => turningEvents(camKnownOf(file!, sheet!)), [file, sheet]);
  const spans = useMemo(() => valveSpans(engine!.firingOrder, engine!.intervals, events), [engine, events]);
  return { events, source, spans };
}
