import { useId } from 'react';
import type { Limit } from '../../core/judge/judge.js';
import type { Mark } from '../../core/judge/mark.js';
import { markColour } from './VerdictMark.js';

interface Props {
  /** All values in one unit. */
  limit: Limit;
  /** The line inside the limit that the shop would rather keep. */
  preferred?: number;
  uncertainty: number;
  value: number | null;
  mark: Mark;
  siblings: number[];
  /** A value as figures, for the ends of the band. */
  figure: (value: number) => string;
}

const WIDTH = 300;

/** The limit as a band with its zones of doubt, the value as a pointer, its siblings as small ticks below. */
export function MarginBar({ limit: { min, max }, preferred, uncertainty, value, mark, siblings, figure }: Props) {
  // Several bars may stand on one page.
  const doubt = `doubt${useId()}`;
  const edges = [min, max].filter((edge) => edge !== undefined);
  const width = edges.length === 2 ? edges[1] - edges[0] : Math.abs(edges[0]) || 1;
  // Room for half a band on each side; a wild value is drawn at the end rather than squeezing the rest.
  const low = (min ?? max! - width) - width * 0.5;
  const high = (max ?? min! + width) + width * 0.5;
  const xOf = (at: number) => Math.max(3, Math.min(WIDTH - 3, ((at - low) / (high - low)) * WIDTH));
  return (
    <svg viewBox={`0 0 ${WIDTH} 62`} style={{ width: '100%', display: 'block' }} aria-hidden="true">
      <defs>
        <pattern id={doubt} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--ring)" />
          <rect width="2.4" height="6" fill="var(--ochre)" />
        </pattern>
      </defs>
      <rect x={0} y={16} width={WIDTH} height={16} fill="var(--ring)" />
      <rect
        x={min === undefined ? 0 : xOf(min)}
        y={16}
        width={(max === undefined ? WIDTH : xOf(max)) - (min === undefined ? 0 : xOf(min))}
        height={16}
        fill="var(--band)"
      />
      {uncertainty > 0 &&
        edges.map((edge) => (
          <rect
            key={edge}
            x={xOf(edge - uncertainty)}
            y={16}
            width={xOf(edge + uncertainty) - xOf(edge - uncertainty)}
            height={16}
            fill={`url(#${doubt})`}
            opacity={0.75}
          />
        ))}
      {/* Where the limit ends: its colour alone is too faint to be told by. */}
      {edges.map((edge) => (
        <line key={edge} x1={xOf(edge)} x2={xOf(edge)} y1={13} y2={43} stroke="var(--steel)" strokeWidth={2} />
      ))}
      {preferred !== undefined && (
        <line
          x1={xOf(preferred)}
          x2={xOf(preferred)}
          y1={12}
          y2={36}
          stroke="var(--ink)"
          strokeWidth={1.6}
          strokeDasharray="4 3"
        />
      )}
      {siblings.map((sibling, index) => (
        <line key={index} x1={xOf(sibling)} x2={xOf(sibling)} y1={34} y2={41} stroke="var(--steel)" strokeWidth={1.6} />
      ))}
      {value !== null && (
        <g fill={markColour(mark)}>
          <path d={`M ${xOf(value)} 14 l -6 -10 h 12 z`} />
          <rect x={xOf(value) - 1.5} y={10} width={3} height={26} />
        </g>
      )}
      {edges.map((edge) => (
        <text key={edge} x={xOf(edge)} y={57} textAnchor="middle" className="figure" fontSize={14} fill="var(--steel)">
          {figure(edge)}
        </text>
      ))}
    </svg>
  );
}
