import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { fromEdgeAt, halfHeightAt, TIP, tipScale, tipX, type MarkEdges } from '../../core/drawing/tip-mark.js';

interface Drawn extends MarkEdges {
  ink: string;
  /** Drawn as an outline behind the one that counts. */
  isBehind?: boolean;
}

interface Props {
  tipMm: number;
  marks: Drawn[];
  /** A strip along the edge that a mark keeps clear of, mm. */
  edgeKept?: number;
  /** Where the roller touches now, mm from the inner edge. */
  touches?: number;
  /** Its edges can be dragged: told what they are by now, mm. */
  onEdges?: (edges: MarkEdges) => void;
  /** The finest step of the rule that marks are read with, mm. */
  step: number;
  say: (mm: number) => string;
  label: string;
}

const EDGES = ['inner', 'outer'] as const;

/** A valve's tip from above with what was rubbed on it. The pivot lies to the left; edges are dragged, or moved by keys. */
export function TipMark({ tipMm, marks, edgeKept, touches, onEdges, step, say, label }: Props) {
  const sheet = useRef<SVGSVGElement>(null);
  const dragged = useRef<(typeof EDGES)[number] | null>(null);
  const { width, height, radius } = TIP;
  const [cx, cy] = [width / 2, height / 2 - 8];
  const own = marks.find(({ isBehind }) => !isBehind);
  const x = (mm: number) => tipX(tipMm, mm);
  const moved = (edge: (typeof EDGES)[number], to: number) => {
    if (!onEdges) return;
    const edges = own ?? { inner: tipMm * 0.4, outer: tipMm * 0.6 };
    const next = { inner: edges.inner, outer: edges.outer, [edge]: to };
    if (next.inner < next.outer) onEdges(next);
  };
  const drag = (event: PointerEvent) => {
    if (!dragged.current) return;
    const box = sheet.current!.getBoundingClientRect();
    const scale = Math.min(box.width / width, box.height / height);
    const left = box.left + (box.width - width * scale) / 2;
    moved(dragged.current, fromEdgeAt(tipMm, (event.clientX - left) / scale, step));
  };
  const byKey = (edge: (typeof EDGES)[number]) => (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const from = own?.[edge] ?? tipMm * (edge === 'inner' ? 0.4 : 0.6);
    moved(edge, Math.max(0, Math.min(tipMm, from + by * step)));
  };
  return (
    <svg
      ref={sheet}
      viewBox={`0 0 ${width} ${height}`}
      role={onEdges ? 'group' : 'img'}
      aria-label={label}
      className="tip-mark"
      onPointerMove={drag}
      onPointerUp={() => (dragged.current = null)}
    >
      <clipPath id="tip-mark-tip">
        <circle cx={cx} cy={cy} r={radius} />
      </clipPath>
      <circle cx={cx} cy={cy} r={radius} fill="var(--ring)" stroke="var(--steel)" strokeWidth={2} />
      {edgeKept !== undefined && (
        <circle
          cx={cx}
          cy={cy}
          r={Math.max(0, radius - edgeKept * tipScale(tipMm))}
          fill="none"
          stroke="var(--steel)"
          strokeDasharray="4 5"
        />
      )}
      <g clipPath="url(#tip-mark-tip)">
        {marks.map(({ inner, outer, ink, isBehind }, index) => (
          <rect
            key={index}
            x={x(inner)}
            y={cy - radius}
            width={Math.max(1, x(outer) - x(inner))}
            height={2 * radius}
            fill={isBehind ? 'none' : ink}
            fillOpacity={isBehind ? 1 : 0.55}
            stroke={ink}
            strokeWidth={isBehind ? 2.4 : 1}
            strokeDasharray={isBehind ? '7 5' : undefined}
          />
        ))}
        <line x1={cx} x2={cx} y1={cy - radius} y2={cy + radius} stroke="var(--steel)" strokeDasharray="2 5" />
        {touches !== undefined && (
          <line x1={x(touches)} x2={x(touches)} y1={cy - radius} y2={cy + radius} stroke="var(--ink)" strokeWidth={3} />
        )}
      </g>
      <text x={2} y={cy} className="tip-side">
        pivot
      </text>
      {own && (
        <text
          x={cx}
          y={height - 4}
          textAnchor="middle"
          className="figure"
          fontSize={17}
          fontWeight={600}
          fill="var(--ink)"
        >
          {say(own.outer - own.inner)}
        </text>
      )}
      {onEdges &&
        EDGES.map((edge) => {
          const at = own?.[edge] ?? tipMm * (edge === 'inner' ? 0.4 : 0.6);
          const half = halfHeightAt(x(at));
          return (
            <g
              key={edge}
              role="slider"
              tabIndex={0}
              aria-label={`${edge} edge of the mark`}
              aria-valuemin={0}
              aria-valuemax={Number(tipMm.toFixed(3))}
              aria-valuenow={Number(at.toFixed(3))}
              aria-valuetext={say(at)}
              className="tip-edge"
              onKeyDown={byKey(edge)}
              onPointerDown={(event) => {
                dragged.current = edge;
                event.currentTarget.setPointerCapture(event.pointerId);
              }}
            >
              <rect x={x(at) - 22} y={cy - radius} width={44} height={2 * radius} fill="transparent" />
              <line x1={x(at)} x2={x(at)} y1={cy - half} y2={cy + half} stroke="var(--brass)" strokeWidth={3} />
              <circle cx={x(at)} cy={cy + (edge === 'inner' ? -half : half)} r={8} fill="var(--brass)" />
            </g>
          );
        })}
    </svg>
  );
}
