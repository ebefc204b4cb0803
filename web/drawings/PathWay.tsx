import { useRef, type ReactNode } from 'react';
import { PATH, pathLayout, wrapped } from '../../core/drawing/path-way.js';
import { useWidth } from './use-width.js';

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

/** A bar across the way. */
interface PathGate {
  kind: 'gate';
  key: string;
  title: string;
  press: string;
  state: 'closed' | 'closed-lacking' | 'ready' | 'lacking';
  /** The next one to close. */
  isNext: boolean;
  lines: string[];
}

export type PathThing = PathStation | PathGate;

const LINE = 18;
const SHOWN = 6;
const BAR_LINES = 8;

/** Lines of a bar, wrapped; what there is no room for is left to the panel behind it. */
function onBar(lines: string[], letters: number): { text: string; isFirst: boolean }[] {
  const all = lines.flatMap((line) => wrapped(line, letters).map((text, index) => ({ text, isFirst: index === 0 })));
  return all.length > BAR_LINES ? [...all.slice(0, BAR_LINES - 1), { text: 'and more …', isFirst: true }] : all;
}
/** Room for a title above, and for the key below. */
const HEAD = { station: 76, gate: 62 };
/** Letters of a bar's line at a width. */
const lettersOf = (width: number) => Math.floor((width - 64) / 6.4);
/** How high a thing stands with all that is written on it. */
const heightOf = (thing: PathThing, width: number): number =>
  thing.kind === 'station'
    ? HEAD.station + Math.min(SHOWN, thing.lines.length) * LINE
    : HEAD.gate + onBar(thing.lines, lettersOf(width)).length * LINE;

/** A line cut to what has room; the whole of it is in the panel behind it. */
const fit = (text: string, width: number, perChar = 6.3): string =>
  text.length * perChar > width ? `${text.slice(0, Math.max(3, Math.floor(width / perChar) - 1))}…` : text;

const STATE_WORD = { done: 'done', open: 'begun', empty: 'not begun' };
const GATE_STATE_WORD = {
  closed: 'closed',
  'closed-lacking': 'closed with something lacking',
  ready: 'open, nothing lacking',
  lacking: 'open, something lacking',
};

function Station({ thing, width, height }: { thing: PathStation; width: number; height: number }) {
  const { title, state, isHere, isBehind, count, left, lines, press, warning } = thing;
  const x = 22;
  const shown = lines.slice(0, lines.length > SHOWN ? SHOWN - 1 : SHOWN);
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
      {lines.length > SHOWN && (
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

function Gate({ thing, width, height }: { thing: PathGate; width: number; height: number }) {
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
      <rect
        x={left}
        y={1}
        width={PATH.gate}
        height={height - 2}
        fill={isClosed ? ink : 'none'}
        stroke={ink}
        strokeWidth={1.5}
      />
      <rect
        x={left + inner - PATH.gate}
        y={1}
        width={PATH.gate}
        height={height - 2}
        fill={isClosed ? ink : 'none'}
        stroke={ink}
        strokeWidth={1.5}
      />
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

/**
 * The whole job as one way: stations where work is done, and gates as bars across it. Each is a thing to press; the link
 * of a station and the button of a gate are the page's.
 */
export function PathWay({
  things,
  link,
  onGate,
}: {
  things: PathThing[];
  link: (station: PathStation, label: string, content: ReactNode) => ReactNode;
  onGate: (key: string) => void;
}) {
  const drawing = useRef<SVGSVGElement>(null);
  const width = useWidth(drawing, 1240);
  const layout = pathLayout(things.length, width, (index, room) => heightOf(things[index], room));
  return (
    <svg
      ref={drawing}
      width="100%"
      height={layout.height}
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      className="path-way"
      role="group"
      aria-label="The way of the job"
    >
      <path d={layout.way} fill="none" stroke="var(--ring)" strokeWidth={3} />
      {things.map((thing, index) => {
        const { x, y, width: room, height } = layout.cells[index];
        // What is pressed lies below what is drawn: its name says all of it, in the order in which one speaks.
        const touch = <rect x={2} y={0} width={room - 8} height={height} className="path-touch" rx={3} />;
        if (thing.kind === 'station') {
          const label = `${thing.title}, ${STATE_WORD[thing.state]}${thing.count ? `, ${thing.count}` : ''}${thing.left ? `, ${thing.left}` : ''}${thing.isHere ? ', the work is here' : ''}${thing.warning ? `, ${thing.warning}` : ''}`;
          return (
            <g key={thing.key} transform={`translate(${x} ${y})`}>
              {link(thing, label, touch)}
              <g className="path-drawn" aria-hidden="true">
                <Station thing={thing} width={room} height={height} />
              </g>
            </g>
          );
        }
        return (
          <g key={thing.key} transform={`translate(${x} ${y})`}>
            <g
              role="button"
              tabIndex={0}
              className="path-gate"
              aria-label={`Gate: ${thing.title}, ${GATE_STATE_WORD[thing.state]}${thing.lines.length > 0 ? `: ${thing.lines.join('; ')}` : ''}`}
              onClick={() => onGate(thing.key)}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' && event.key !== ' ') return;
                event.preventDefault();
                event.stopPropagation();
                onGate(thing.key);
              }}
            >
              {touch}
            </g>
            <g className="path-drawn" aria-hidden="true">
              <Gate thing={thing} width={room} height={height} />
            </g>
          </g>
        );
      })}
    </svg>
  );
}
