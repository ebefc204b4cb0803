import { CrankStrip } from '../drawings/CrankStrip.js';
import { useDesk } from '../state/use-desk.js';
import { sayEventSource } from './say-event-source.js';
import type { useTurning } from './use-turning.js';

/** The crank strip of a measuring place, with what it is drawn from. */
export function TurningStrip({
  turning: { source, spans },
  crankDeg,
  stops = [],
  onTurn,
}: {
  turning: ReturnType<typeof useTurning>;
  crankDeg: number;
  stops?: number[];
  onTurn?: (deg: number) => void;
}) {
  const { marginDeg } = useDesk((desk) => desk.file!.spec.practice.setting);
  return (
    <>
      <p className="measuring-strip-source">{sayEventSource(source)}</p>
      <CrankStrip spans={spans} crankDeg={crankDeg} stops={stops} marginDeg={marginDeg} onTurn={onTurn} />
    </>
  );
}
