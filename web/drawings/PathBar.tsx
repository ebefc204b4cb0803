import { PATH } from '../../core/drawing/path-way.js';
import { fit, lettersOf, LINE, onBar } from './path-text.js';

/** A bar across the way. */
export interface PathGate {
  kind: 'gate';
  key: string;
  title: string;
  press: string;
  state: 'closed' | 'closed-lacking' | 'ready' | 'lacking';
  /** The next one to close. */
  isNext: boolean;
  lines: string[];
}

/** A gate as it is drawn: a bar across the way, filled once it is closed, with what is lacking on it. */
export function Gate({ thing, width, height }: { thing: PathGate; width: number; height: number }) {
  const { title, state, isNext, lines, press } = thing;
  const isClosed = state === 'closed' || state === 'closed-lacking';
  const ink =
    state === 'lacking' || state === 'closed-lacking' ? 'var(--flag)' : isClosed ? 'var(--ink)' : 'var(--brass)';
  const left = 12;
  const inner = width - 2 * left;
  return (
    <>
      <line
        x1={0}
        x2={width}
        y1={PATH.wayY}
        y2={PATH.wayY}
        stroke={isClosed ? 'var(--ink)' : 'var(--ring)'}
        strokeWidth={PATH.thickness}
      />
      <rect
        x={left}
        y={1}
        width={inner}
        height={height - 2}
        fill="var(--sheet)"
        stroke={ink}
        strokeWidth={isNext ? 3.5 : 1.5}
        rx={2}
      />
      {[left, left + inner - PATH.gate].map((x) => (
        <rect
          key={x}
          x={x}
          y={1}
          width={PATH.gate}
          height={height - 2}
          fill={isClosed ? ink : 'none'}
          stroke={ink}
          strokeWidth={1.5}
        />
      ))}
      <text x={left + 19} y={32} fontFamily="var(--head)" fontSize={17} fontWeight={600} fill={ink}>
        {state === 'lacking' || state === 'closed-lacking' ? '▲ ' : isClosed ? '' : '○ '}
        {fit(title, inner - 34, 7.6)}
      </text>
      {onBar(lines, lettersOf(width)).map(({ text, isFirst }, index) => (
        <text
          key={index}
          x={left + (isFirst ? 19 : 27)}
          y={54 + index * LINE}
          fontFamily="var(--text)"
          fontSize={13.5}
          fill="var(--ink)"
        >
          {text}
        </text>
      ))}
      <text
        x={left + inner - 17}
        y={height - 9}
        textAnchor="end"
        className="figure"
        fontSize={12.5}
        fill="var(--steel)"
      >
        {press}
      </text>
    </>
  );
}
