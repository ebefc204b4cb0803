import { useRef, type ReactNode } from 'react';
import { pathLayout } from '../../core/drawing/path-way.js';
import { Gate, type PathGate } from './PathBar.js';
import { Station, type PathStation } from './PathStation.js';
import { lettersOf, LINE, onBar, STATION_LINES } from './path-text.js';
import { useWidth } from './use-width.js';

export type PathThing = PathStation | PathGate;

/** Room for a title above, and for the key below. */
const HEAD = { station: 76, gate: 62 };
/** How high a thing stands with all that is written on it. */
const heightOf = (thing: PathThing, width: number): number =>
  thing.kind === 'station'
    ? HEAD.station + Math.min(STATION_LINES, thing.lines.length) * LINE
    : HEAD.gate + onBar(thing.lines, lettersOf(width)).length * LINE;

const STATE_WORD = { done: 'done', open: 'begun', empty: 'not begun' };
const GATE_STATE_WORD = {
  closed: 'closed',
  'closed-lacking': 'closed with something lacking',
  ready: 'open, nothing lacking',
  lacking: 'open, something lacking',
};

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
