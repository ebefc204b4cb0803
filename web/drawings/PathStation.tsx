import { PATH } from '../../core/drawing/path-way.js';
import { fit, LINE, STATION_LINES } from './path-text.js';

/** A station of the way: a place where work is done. */
export interface PathStation {
  kind: 'station';
  key: string;
  title: string;
  /** The key on the keyboard that goes there. */
  press: string;
  state: 'done' | 'open' | 'empty';
  isHere: boolean;
  isBehind: boolean;
  /** `12 of 16`; empty where nothing is counted there. */
  count: string;
  /** `40 min left`; empty where nothing is, or nobody knows. */
  left: string;
  /** What is done there, line by line, with how much of it. */
  lines: {
    text: string;
    figure: string;
    /** What it needs first and that is not there; empty for nothing. */ after: string;
    mark: 'done' | 'open' | 'flag' | 'next' | 'empty';
  }[];
  warning?: string;
}

/** A station as it is drawn: its node on the way, how much of it is done, and its checks. */
export function Station({ thing, width, height }: { thing: PathStation; width: number; height: number }) {
  const { title, state, isHere, isBehind, count, left, lines, press, warning } = thing;
  const x = 22;
  const shown = lines.slice(0, lines.length > STATION_LINES ? STATION_LINES - 1 : STATION_LINES);
  return (
    <>
      {isHere && <rect x={2} y={0} width={width - 8} height={height} fill="var(--dye-wash)" rx={3} />}
      <line
        x1={0}
        x2={width}
        y1={PATH.wayY}
        y2={PATH.wayY}
        stroke={state === 'done' || isBehind ? 'var(--ink)' : 'var(--ring)'}
        strokeWidth={PATH.thickness}
      />
      <circle
        cx={x}
        cy={PATH.wayY}
        r={isHere ? PATH.node + 4 : PATH.node}
        fill="var(--paper)"
        stroke={isHere ? 'var(--dye)' : state === 'empty' ? 'var(--steel)' : 'var(--ink)'}
        strokeWidth={isHere ? 4 : 2.5}
      />
      {state === 'done' && <circle cx={x} cy={PATH.wayY} r={PATH.node - 4} fill="var(--ink)" />}
      {state === 'open' && (
        <path
          d={`M ${x} ${PATH.wayY - PATH.node + 4} a ${PATH.node - 4} ${PATH.node - 4} 0 0 0 0 ${2 * (PATH.node - 4)} Z`}
          fill="var(--ink)"
        />
      )}
      <text
        x={12}
        y={64}
        fontFamily="var(--head)"
        fontSize={21}
        fontWeight={600}
        fill={isHere ? 'var(--dye)' : 'var(--ink)'}
      >
        {title}
      </text>
      <text x={width - 14} y={64} textAnchor="end" className="figure" fontSize={15} fontWeight={600} fill="var(--ink)">
        {count}
      </text>
      {shown.map(({ text, figure, after, mark }, index) => (
        <g key={text} transform={`translate(12 ${84 + index * LINE})`}>
          {mark !== 'flag' && (
            <circle
              cx={5}
              cy={-4.5}
              r={4}
              fill={mark === 'done' ? 'var(--ink)' : 'none'}
              stroke={mark === 'next' ? 'var(--dye)' : 'var(--steel)'}
              strokeWidth={mark === 'next' ? 2.5 : 1.5}
            />
          )}
          {mark === 'flag' && <path d="M 5 -9.5 L 9.5 -1 H 0.5 Z" fill="var(--flag)" />}
          {mark === 'open' && <path d="M 5 -8.5 A 4 4 0 0 0 5 -0.5 Z" fill="var(--ink)" />}
          <text
            x={15}
            fontFamily="var(--text)"
            fontSize={13.5}
            fontWeight={mark === 'next' ? 600 : 400}
            fill={mark === 'flag' ? 'var(--flag)' : 'var(--ink)'}
          >
            <title>{after ? `${text}, after ${after}` : text}</title>
            {fit(after ? `${text} ← ${after}` : text, width - 44 - figure.length * 7.6)}
          </text>
          <text x={width - 26} textAnchor="end" className="figure" fontSize={12.5} fill="var(--steel)">
            {figure}
          </text>
        </g>
      ))}
      {lines.length > STATION_LINES && (
        <text x={27} y={84 + shown.length * LINE} fontFamily="var(--text)" fontSize={13} fill="var(--steel)">
          and {lines.length - shown.length} more
        </text>
      )}
      {left && !warning && (
        <text x={44} y={PATH.wayY - 11} fontFamily="var(--text)" fontSize={13} fill="var(--steel)">
          {left}
        </text>
      )}
      {warning && (
        <text x={44} y={PATH.wayY - 11} fontFamily="var(--text)" fontSize={13} fontWeight={600} fill="var(--flag)">
          ▲ {fit(warning, width - 60)}
        </text>
      )}
      <text x={width - 14} y={PATH.wayY - 11} textAnchor="end" className="figure" fontSize={12.5} fill="var(--steel)">
        {press}
      </text>
    </>
  );
}
