import { MARK_INK } from '../../core/drawing/palette.js';
import { MARK_SHAPES, MARK_WORD } from '../../core/drawing/verdict-mark.js';
import type { Mark } from '../../core/judge/mark.js';

/** The colour of a mark, as the surface has it. */
export const markColour = (mark: Mark): string => `var(--${MARK_INK[mark]})`;

/** The shape of a verdict at a point of a drawing. */
export function MarkAt({ mark, x, y, radius }: { mark: Mark; x: number; y: number; radius: number }) {
  const colour = markColour(mark);
  return (
    <g transform={`translate(${x} ${y}) scale(${radius})`}>
      {MARK_SHAPES[mark].map(({ path, filled }) => (
        <path
          key={path + filled}
          d={path}
          fill={filled ? colour : 'none'}
          stroke={colour}
          strokeWidth={filled ? 0 : 0.3}
        />
      ))}
    </g>
  );
}

/** A verdict in a line of text: shape and word together. */
export function VerdictMark({ mark, word = true, size = 14 }: { mark: Mark; word?: boolean; size?: number }) {
  return (
    <span style={{ color: markColour(mark), whiteSpace: 'nowrap' }}>
      <svg
        width={size}
        height={size}
        viewBox="-1.4 -1.4 2.8 2.8"
        aria-hidden="true"
        style={{ verticalAlign: '-0.12em' }}
      >
        <MarkAt mark={mark} x={0} y={0} radius={1} />
      </svg>
      <span className={word ? undefined : 'sr-only'}> {MARK_WORD[mark]}</span>
    </span>
  );
}
