import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { WEEK_CHART } from '../../core/drawing/week-chart.js';
import { useWidth } from './use-width.js';

export interface WeekRow {
  id: string;
  tag: string;
  /** What is said of its promise. */
  says: string;
  isRisky: boolean;
  promised: string | null;
  /** Minutes of work by day. */
  days: Map<string, number>;
  /** Days on which it waits, and nothing can be done. */
  waits: Set<string>;
}

interface Props {
  days: { day: string; title: string; isClosed: boolean; isToday: boolean }[];
  rows: WeekRow[];
  /** The engine that is being moved, or is active. */
  active: string | null;
  /** Minutes that all hands together have on a day, and what the plan asks of them. */
  load: Map<string, { asked: number; has: number }>;
  longest: number;
  onPick: (id: string) => void;
  /** By so many days, while it is dragged; not let go yet. */
  onMove: (id: string, by: number) => void;
  onLetGo: () => void;
  onKey: (event: KeyboardEvent, id: string) => void;
}

const hours = (minutes: number) => (minutes / 60).toFixed(0);

/** What the plan asks of all hands, day by day, and where it is more than they have. */
const sayLoad = (days: Props['days'], load: Props['load']): string =>
  days
    .flatMap(({ day, title }) => {
      const { asked = 0, has = 0 } = load.get(day) ?? {};
      return asked > 0 ? [`${title} ${hours(asked)} of ${hours(has)}${asked > has + 1 ? ', too many' : ''}`] : [];
    })
    .join('; ') || 'none on these days';

/** From when to when an engine is worked on, of the days that are shown. */
function sayWorked(days: Props['days'], worked: Map<string, number>): string {
  const on = days.filter(({ day }) => (worked.get(day) ?? 0) > 0);
  if (on.length === 0) return ', no work on these days';
  const [first, last] = [on[0].title, on[on.length - 1].title];
  return first === last ? `, worked on ${first}` : `, worked on from ${first} to ${last}`;
}

/** Engines over days: each bar is the work of a day, hatched where it waits, with a flag where it is promised. Bars are moved by hand. */
export function WeekChart({ days, rows, active, load, longest, onPick, onMove, onLetGo, onKey }: Props) {
  const drawing = useRef<SVGSVGElement>(null);
  const width = useWidth(drawing, 1200);
  const grabbed = useRef<{ id: string; x: number } | null>(null);
  const { row: height, head, bar } = WEEK_CHART;
  const label = width < 500 ? WEEK_CHART.shortLabel : WEEK_CHART.label;
  /** As many letters of a promise as its label holds. */
  const letters = Math.round((label - 8) / 7);
  const step = Math.max(24, (width - label) / days.length);
  const x = (index: number) => label + index * step;
  const bottom = head + rows.length * height;
  const drag = (event: PointerEvent) => {
    if (!grabbed.current) return;
    onMove(grabbed.current.id, Math.round((event.clientX - grabbed.current.x) / step));
  };
  const letGo = () => {
    if (!grabbed.current) return;
    grabbed.current = null;
    onLetGo();
  };
  return (
    <svg
      ref={drawing}
      width="100%"
      height={bottom + WEEK_CHART.load}
      className="week-chart"
      role="group"
      aria-label="Engines over days"
      onPointerMove={drag}
      onPointerUp={letGo}
      onPointerLeave={letGo}
    >
      {days.map(({ day, title, isClosed, isToday }, index) => (
        <g key={day} aria-hidden="true">
          {isClosed && (
            <rect x={x(index)} y={head} width={step} height={bottom - head} fill="var(--ring)" opacity={0.5} />
          )}
          <line
            x1={x(index)}
            x2={x(index)}
            y1={head - 12}
            y2={bottom + 30}
            stroke={isToday ? 'var(--dye)' : 'var(--hairline)'}
            strokeWidth={isToday ? 2 : 1}
          />
          <text
            x={x(index) + step / 2}
            y={20}
            textAnchor="middle"
            fontFamily="var(--head)"
            fontSize={14}
            fontWeight={isToday ? 600 : 500}
            fill={isToday ? 'var(--dye)' : 'var(--steel)'}
          >
            {title.split(' ')[0]}
          </text>
          <text
            x={x(index) + step / 2}
            y={37}
            textAnchor="middle"
            className="figure"
            fontSize={13}
            fill={isToday ? 'var(--dye)' : 'var(--steel)'}
          >
            {title.split(' ').slice(1).join(' ')}
          </text>
        </g>
      ))}
      {rows.map(({ id, tag, says, isRisky, promised, days: worked, waits }, index) => {
        const y = head + index * height;
        const isActive = id === active;
        return (
          <g key={id}>
            <g
              role="button"
              tabIndex={0}
              aria-pressed={isActive}
              aria-label={`${tag}, ${says}${sayWorked(days, worked)}`}
              className="week-row"
              onFocus={() => onPick(id)}
              onKeyDown={(event) => onKey(event, id)}
              onPointerDown={(event) => {
                onPick(id);
                grabbed.current = { id, x: event.clientX };
              }}
            >
              <rect
                x={0}
                y={y + 1}
                width={width}
                height={height - 2}
                fill={isActive ? 'var(--dye-wash)' : 'transparent'}
                opacity={isActive ? 0.55 : 1}
              />
            </g>
            <g aria-hidden="true" pointerEvents="none">
              <text
                x={10}
                y={y + 26}
                fontFamily="var(--head)"
                fontSize={18}
                fontWeight={600}
                fill={isActive ? 'var(--dye)' : 'var(--ink)'}
              >
                {tag}
              </text>
              <text
                x={10}
                y={y + 46}
                fontFamily="var(--text)"
                fontSize={13}
                fill={isRisky ? 'var(--flag)' : 'var(--steel)'}
              >
                {isRisky ? '▲ ' : ''}
                {says.length > letters ? `${says.slice(0, letters - 1)}…` : says}
              </text>
              {days.map(({ day }, at) => {
                const share = Math.min(1, (worked.get(day) ?? 0) / longest);
                return (
                  <g key={day}>
                    {share > 0 && (
                      <rect
                        x={x(at) + 3}
                        y={y + 18 + bar * (1 - share)}
                        width={step - 6}
                        height={bar * share}
                        fill={isActive ? 'var(--dye)' : 'var(--dye-span)'}
                        rx={2}
                      />
                    )}
                    {share === 0 && waits.has(day) && (
                      <line
                        x1={x(at) + 3}
                        x2={x(at) + step - 3}
                        y1={y + 18 + bar - 2}
                        y2={y + 18 + bar - 2}
                        stroke="var(--ochre)"
                        strokeWidth={3}
                        strokeDasharray="5 5"
                      />
                    )}
                    {day === promised && (
                      <g>
                        <line
                          x1={x(at) + step - 2}
                          x2={x(at) + step - 2}
                          y1={y + 8}
                          y2={y + height - 8}
                          stroke={isRisky ? 'var(--flag)' : 'var(--ink)'}
                          strokeWidth={2.5}
                        />
                        <path
                          d={`M ${x(at) + step - 2} ${y + 8} l -13 6 l 13 6 Z`}
                          fill={isRisky ? 'var(--flag)' : 'var(--ink)'}
                        />
                      </g>
                    )}
                  </g>
                );
              })}
              <line x1={0} x2={width} y1={y + height} y2={y + height} stroke="var(--hairline)" />
            </g>
          </g>
        );
      })}
      <g role="img" aria-label={`Hours of all hands: ${sayLoad(days, load)}`}>
        <text x={10} y={bottom + 26} fontFamily="var(--head)" fontSize={15} fill="var(--steel)" aria-hidden="true">
          {label === WEEK_CHART.label ? 'hours of all hands' : 'hours'}
        </text>
        {days.map(({ day }, at) => {
          const { asked = 0, has = 0 } = load.get(day) ?? {};
          const isOver = asked > has + 1;
          return (
            asked > 0 && (
              <text
                key={day}
                aria-hidden="true"
                x={x(at) + step / 2}
                y={bottom + 26}
                textAnchor="middle"
                className="figure"
                fontSize={13}
                fontWeight={isOver ? 600 : 400}
                fill={isOver ? 'var(--flag)' : 'var(--steel)'}
              >
                {isOver ? '▲' : ''}
                {hours(asked)}/{hours(has)}
              </text>
            )
          );
        })}
      </g>
    </svg>
  );
}
