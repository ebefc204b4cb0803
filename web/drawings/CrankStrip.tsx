import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { clearanceDeg, type ValveSpan } from '../../core/cam/base-circle.js';
import { stripSegments } from '../../core/drawing/crank-strip.js';
import { CYCLE_DEG, sameCrank, wrapCycle } from '../../core/engine/crank.js';
import { useWidth } from './use-width.js';

interface Props {
  /** Two per cylinder, in firing order. */
  spans: ValveSpan[];
  crankDeg: number;
  stops: number[];
  marginDeg: number;
  /** Left out where the strip only shows. */
  onTurn?: (crankDeg: number) => void;
}

const LEFT = 34;
/** The two columns of degrees to the ramp. */
const COLUMNS = 164;
const TOP = 34;
const ROOM_FOR_A_FIGURE = 38;

/**
 * The crank's two turns laid flat: a lane per cylinder in firing order, each valve's open span on it, the stops of the
 * method above, the crank as a cursor. On the right, in fixed columns that never touch, how many degrees each valve
 * has to its nearer ramp here.
 */
export function CrankStrip({ spans, crankDeg, stops, marginDeg, onTurn }: Props) {
  const drawing = useRef<SVGSVGElement>(null);
  const width = useWidth(drawing, 848);
  const right = width - COLUMNS - 6;
  const scale = (right - LEFT) / CYCLE_DEG;
  const xOf = (deg: number) => LEFT + deg * scale;
  // Where it is narrow, figures at every quarter turn would run into each other.
  const step = scale * 90 < ROOM_FOR_A_FIGURE ? 180 : 90;
  const cylinders = [...new Set(spans.map((span) => span.cylinder))];
  const lane = Math.max(17, Math.min(44, 150 / cylinders.length));
  const bottom = TOP + cylinders.length * lane;
  const height = bottom + 22;

  const turnTo = (event: PointerEvent) => {
    const box = drawing.current!.getBoundingClientRect();
    const deg = (event.clientX - box.left - LEFT) / scale;
    if (deg >= 0 && deg <= CYCLE_DEG) onTurn?.(wrapCycle(Math.round(deg)));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onTurn?.(wrapCycle(crankDeg + step));
  };

  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: '100%', display: 'block', touchAction: 'none', userSelect: 'none' }}
      {...(onTurn
        ? {
            role: 'slider',
            tabIndex: 0,
            'aria-label': 'Crank',
            'aria-valuemin': 0,
            'aria-valuemax': CYCLE_DEG,
            'aria-valuenow': Math.round(crankDeg),
            'aria-valuetext': `${Math.round(crankDeg)} degrees`,
            onKeyDown,
            onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              turnTo(event);
            },
            onPointerMove: (event: PointerEvent) => event.buttons === 1 && turnTo(event),
          }
        : { role: 'img', 'aria-label': `Crank at ${Math.round(crankDeg)} degrees` })}
    >
      {Array.from({ length: CYCLE_DEG / step + 1 }, (_, index) => index * step).map((deg) => (
        <g key={deg}>
          <line
            x1={xOf(deg)}
            y1={TOP}
            x2={xOf(deg)}
            y2={bottom}
            stroke="var(--hairline)"
            strokeWidth={deg % 360 === 0 ? 1.6 : 0.8}
          />
          <text x={xOf(deg)} y={bottom + 17} textAnchor="middle" className="figure" fontSize={14} fill="var(--steel)">
            {deg}
          </text>
        </g>
      ))}
      {stops.map((deg) => {
        const here = sameCrank(deg, crankDeg);
        return (
          <path
            key={deg}
            d={`M ${xOf(deg)} ${TOP - 3} l -6 -10 h 12 z`}
            fill={here ? 'var(--dye)' : 'none'}
            stroke={here ? 'var(--dye)' : 'var(--brass)'}
            strokeWidth={1.6}
          />
        );
      })}
      {cylinders.map((cylinder, index) => {
        const top = TOP + index * lane;
        return (
          <g key={cylinder}>
            <text
              x={LEFT - 12}
              y={top + lane / 2 + 5}
              textAnchor="end"
              fontFamily="var(--head)"
              fontWeight={600}
              fontSize={16}
              fill="var(--ink)"
            >
              {cylinder}
            </text>
            {spans
              .filter((span) => span.cylinder === cylinder)
              .map((span) => {
                const intake = span.kind === 'I';
                const clearance = clearanceDeg(span, crankDeg);
                const safe = clearance >= marginDeg;
                return (
                  <g key={span.place}>
                    {stripSegments(span).map(({ fromDeg, toDeg }) => (
                      <rect
                        key={fromDeg}
                        x={xOf(fromDeg)}
                        y={top + lane / 2 + (intake ? -lane * 0.36 : lane * 0.06)}
                        width={(toDeg - fromDeg) * scale}
                        height={lane * 0.3}
                        rx={2}
                        fill={intake ? 'var(--dye-span)' : 'var(--brass-span)'}
                        opacity={clearance < 0 ? 1 : 0.5}
                      />
                    ))}
                    <text
                      x={intake ? right + 84 : right + COLUMNS}
                      y={top + lane / 2 + 5}
                      textAnchor="end"
                      className="figure"
                      fontSize={14.5}
                      fontWeight={safe ? 600 : 400}
                      fill={safe ? 'var(--dye)' : 'var(--steel)'}
                    >
                      {clearance < 0 ? `${span.kind} lifts` : `${span.kind} ${Math.round(clearance)}°`}
                    </text>
                  </g>
                );
              })}
          </g>
        );
      })}
      <text
        x={right + COLUMNS}
        y={TOP - 10}
        textAnchor="end"
        fontFamily="var(--head)"
        fontSize={14}
        fill="var(--steel)"
      >
        degrees to the ramp
      </text>
      <line x1={xOf(crankDeg)} y1={TOP - 8} x2={xOf(crankDeg)} y2={bottom} stroke="var(--dye)" strokeWidth={2.4} />
      <g transform={`translate(${Math.max(LEFT + 26, Math.min(right - 26, xOf(crankDeg)))} 0)`}>
        <rect x={-29} y={0} width={58} height={22} rx={3} fill="var(--dye)" />
        <text x={2} y={16} textAnchor="middle" className="figure" fontSize={15} fontWeight={600} fill="var(--paper)">
          {Math.round(crankDeg * 2) / 2}°
        </text>
      </g>
    </svg>
  );
}
