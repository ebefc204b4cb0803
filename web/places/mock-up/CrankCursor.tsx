import type { KeyboardEvent, PointerEvent } from 'react';
import { PLOT, REACH_DEG } from '../../charts/clearance-chart.js';

/** The crank as a line over the chart of clearances: dragged along the curve, or turned by key. */
export function CrankCursor({ deg, said, onTurn }: { deg: number; said: string; onTurn: (deg: number) => void }) {
  const within = Math.max(-REACH_DEG, Math.min(REACH_DEG, deg));
  const share = (within + REACH_DEG) / (2 * REACH_DEG);
  const turnTo = ({ currentTarget, clientX }: PointerEvent<HTMLElement>) => {
    const { left, width } = currentTarget.getBoundingClientRect();
    const at = (clientX - left - PLOT.left) / (width - PLOT.left - PLOT.right);
    onTurn(Math.max(-REACH_DEG, Math.min(REACH_DEG, Math.round((at * 2 - 1) * REACH_DEG * 2) / 2)));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onTurn(Math.max(-REACH_DEG, Math.min(REACH_DEG, within + step)));
  };
  return (
    <div
      className="crank-cursor"
      role="slider"
      tabIndex={0}
      aria-label="Crank, from overlap top"
      aria-valuemin={-REACH_DEG}
      aria-valuemax={REACH_DEG}
      aria-valuenow={within}
      aria-valuetext={said}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        turnTo(event);
      }}
      onPointerMove={(event) => event.currentTarget.hasPointerCapture(event.pointerId) && turnTo(event)}
    >
      <span style={{ left: `calc(${PLOT.left}px + (100% - ${PLOT.left + PLOT.right}px) * ${share})` }} />
    </div>
  );
}
