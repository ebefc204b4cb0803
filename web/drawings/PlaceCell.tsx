import type { Mark } from '../../core/judge/mark.js';
import type { Unit } from '../../core/units/units.js';
import { usePlaceFocus } from './use-place-focus.js';
import { markColour, MarkAt } from './VerdictMark.js';

/** What a place of a drawing shows of its value. */
export interface CellFace {
  mark: Mark;
  figure: string;
  unit?: Unit;
}

interface Props {
  x: number;
  y: number;
  radius: number;
  /** What stands in the cell before it has a value: `M2`, `3`. */
  label: string;
  /** The place and its value, as it is spoken. */
  said: string;
  face: CellFace;
  active: boolean;
  typed: string;
  onPick: () => void;
}

/** A round cell in a drawing that a number can be typed into: its mark and figure, or what is being typed. */
export function PlaceCell({ x, y, radius, label, said, face, active, typed, onPick }: Props) {
  const { mark, figure } = face;
  const place = usePlaceFocus<SVGCircleElement>(active);
  return (
    <g>
      <g aria-hidden="true">
        {active && <circle cx={x} cy={y} r={radius + 6} fill="var(--dye-wash)" stroke="var(--dye)" strokeWidth={3} />}
        <circle
          cx={x}
          cy={y}
          r={radius}
          fill="var(--sheet)"
          stroke={active ? 'var(--dye)' : 'var(--steel)'}
          strokeWidth={1.2}
        />
        {typed !== '' ? (
          <text
            x={x}
            y={y + 6}
            textAnchor="middle"
            className="figure"
            fontSize={Math.max(9, Math.min(18, (1.9 * radius * 1.6) / Math.max(typed.length, 1)))}
            fontWeight={600}
            fill="var(--dye)"
          >
            {typed}
          </text>
        ) : (
          <>
            <text
              x={x}
              y={y - 11}
              textAnchor="middle"
              fontFamily="var(--head)"
              fontWeight={600}
              fontSize={14}
              fill="var(--steel)"
            >
              {label}
            </text>
            <MarkAt mark={mark} x={x} y={y + 1} radius={5.5} />
            <text
              x={x}
              y={y + 22}
              textAnchor="middle"
              className="figure"
              fontSize={12.5}
              fontWeight={600}
              fill={markColour(mark)}
            >
              {figure}
            </text>
          </>
        )}
      </g>
      <circle
        cx={x}
        cy={y}
        r={radius + 4}
        fill="transparent"
        ref={place}
        role="button"
        data-bench-place
        tabIndex={active ? 0 : -1}
        aria-label={said}
        aria-current={active ? 'true' : undefined}
        data-place={said.split(':')[0]}
        onClick={onPick}
        style={{ cursor: 'pointer' }}
      />
    </g>
  );
}
