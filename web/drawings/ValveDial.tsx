import { memo } from 'react';
import { arcPath, onCircle } from '../../core/drawing/arc.js';
import { DIAL, dialBand, dialDeg, dialEnds } from '../../core/drawing/dial.js';
import { MAP } from '../../core/drawing/valve-map.js';
import type { Limit } from '../../core/judge/judge.js';
import type { Mark } from '../../core/judge/mark.js';
import type { Unit } from '../../core/units/units.js';
import { saidPlace } from './said-place.js';
import { usePlaceFocus } from './use-place-focus.js';
import { markColour, MarkAt } from './VerdictMark.js';

/** What one valve shows on its dial. */
export interface DialFace {
  mark: Mark;
  /** In the unit of `limit`; the tick points there. */
  value: number | null;
  limit: Limit | null;
  figure: string;
  /** That of the figure, where it has one. */
  unit?: Unit;
  /** On its base circle at the crank's present angle; left out where no crank is turned. */
  resting?: boolean;
  /** Who else is at this valve. */
  hands?: string;
  /** What it waits for, where it is left out for now. */
  waits?: string;
  /** In a round of quarter turns: whether it came loose, holds, or might come loose here. */
  slack?: 'loose' | 'holds' | 'expected';
}

const SLACK: Record<NonNullable<DialFace['slack']>, string> = {
  loose: 'came loose',
  holds: 'holds',
  expected: 'may have come loose',
};

/** What is said of a valve besides its value. */
export const besides = ({ hands, waits, slack }: DialFace): string[] =>
  [slack && SLACK[slack], hands && `${hands} is here`, waits && `left out: ${waits}`].flatMap((one) => one || []); // prettier-ignore

/** All of a valve, as it is heard. */
function saidOf(place: string, face: DialFace): string {
  const stands = face.resting === undefined ? '' : face.resting ? ', may be set now' : ', on its lobe or ramp';
  return [saidPlace(place, face) + stands, ...besides(face)].join(', ');
}

/** Slanting lines over a dial that is left out for now. */
const hatch = (x: number, y: number) => [-24, -8, 8, 24].map((dx) => `M ${x + dx - 10} ${y + 22} l 20 -44`).join(' ');

/** How a valve stands in a round of quarter turns: an open gap, a closed bar, or a dotted one that is to be felt. */
function SlackMark({ slack, x, y }: { slack: NonNullable<DialFace['slack']>; x: number; y: number }) {
  const colour = slack === 'loose' ? 'var(--dye)' : slack === 'holds' ? 'var(--steel)' : 'var(--brass)';
  const gap = slack === 'loose' ? 7 : 2.5;
  return (
    <g stroke={colour} strokeWidth={4} strokeDasharray={slack === 'expected' ? '4 4' : 'none'}>
      <line x1={x - 17} y1={y - 20 - gap} x2={x + 17} y2={y - 20 - gap} />
      <line x1={x - 17} y1={y - 20 + gap} x2={x + 17} y2={y - 20 + gap} />
    </g>
  );
}

/** Drawn anew when it changes itself: while a number is typed, one of sixteen does. */
export const ValveDial = memo(function ValveDial({
  place,
  x,
  y,
  face,
  active,
  typed,
  onPick,
}: {
  place: string;
  x: number;
  y: number;
  face: DialFace;
  active: boolean;
  typed: string;
  onPick?: (place: string) => void;
}) {
  const { mark, value, limit, figure, resting, hands, waits, slack } = face;
  const shape = usePlaceFocus<SVGCircleElement>(active);
  const band = limit && dialBand(limit);
  const pointer = value !== null && limit ? dialDeg(value, limit) : null;
  const from = pointer === null ? null : onCircle(x, y, 29, pointer);
  const to = pointer === null ? null : onCircle(x, y, 43, pointer);
  return (
    <g>
      <g aria-hidden="true">
        {active && <circle cx={x} cy={y} r={MAP.dial + 8} fill="var(--dye-wash)" stroke="var(--dye)" strokeWidth={3} />}
        <circle
          cx={x}
          cy={y}
          r={MAP.dial + 1}
          fill={active ? 'var(--sheet)' : resting ? 'var(--sheet)' : 'transparent'}
          stroke={resting ? 'var(--dye)' : 'none'}
          strokeWidth={1.6}
          strokeDasharray={active ? 'none' : '5 3'}
        />
        <path d={arcPath(x, y, 34, -DIAL.endDeg, DIAL.endDeg)} fill="none" stroke="var(--ring)" strokeWidth={7} />
        {band && (
          <path d={arcPath(x, y, 34, band.fromDeg, band.toDeg)} fill="none" stroke="var(--band)" strokeWidth={7} />
        )}
        {limit &&
          dialEnds(limit).map((deg) => {
            const [inner, outer] = [onCircle(x, y, 29, deg), onCircle(x, y, 39, deg)];
            return (
              <line
                key={deg}
                x1={inner.x}
                y1={inner.y}
                x2={outer.x}
                y2={outer.y}
                stroke="var(--steel)"
                strokeWidth={1.6}
              />
            );
          })}
        {from && to && <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke={markColour(mark)} strokeWidth={4} />}
        {typed !== '' ? (
          <text
            x={x}
            y={y + 7}
            textAnchor="middle"
            className="figure"
            fontSize={Math.min(22, 110 / Math.max(typed.length, 1))}
            fontWeight={600}
            fill="var(--dye)"
          >
            {typed}
          </text>
        ) : (
          <>
            <MarkAt mark={mark} x={x} y={y - 1} radius={8} />
            <text
              x={x}
              y={y + 36}
              textAnchor="middle"
              className="figure"
              fontSize={figure.length > 5 ? 14 : 17}
              fontWeight={600}
              fill={markColour(mark)}
            >
              {figure}
            </text>
          </>
        )}
        {waits && <path d={hatch(x, y)} stroke="var(--steel)" strokeWidth={1.4} />}
        {slack && <SlackMark slack={slack} x={x} y={y} />}
        {hands && (
          <text
            x={x}
            y={y + MAP.dial + 20}
            textAnchor="middle"
            fontFamily="var(--head)"
            fontWeight={600}
            fontSize={14}
            fill="var(--dye)"
          >
            {hands}
          </text>
        )}
        <text
          x={x}
          y={y - MAP.dial - 12}
          textAnchor="middle"
          fontFamily="var(--head)"
          fontWeight={600}
          fontSize={16}
          fill="var(--steel)"
        >
          {place.slice(-1)}
        </text>
      </g>
      {/* What is pressed and named lies over the drawing, as large as a gloved finger needs. */}
      <circle
        cx={x}
        cy={y}
        r={MAP.dial + 8}
        ref={shape}
        fill="transparent"
        aria-label={saidOf(place, face)}
        data-place={place}
        {...(onPick
          ? {
              role: 'button',
              tabIndex: active ? 0 : -1,
              'aria-current': active ? 'true' : undefined,
              'data-bench-place': true,
              onClick: () => onPick(place),
              style: { cursor: 'pointer' },
            }
          : { role: 'img' })}
      />
    </g>
  );
});
