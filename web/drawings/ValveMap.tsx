import { MAP, valveMapLayout } from '../../core/drawing/valve-map.js';
import type { Bank } from '../../core/engine/engine.js';
import { spokenPlace } from '../../core/engine/places.js';
import { PlaceList } from './PlaceList.js';
import { useIsTooSmall } from './use-is-too-small.js';
import { besides, ValveDial, type DialFace } from './ValveDial.js';
import { VerdictMark } from './VerdictMark.js';

interface Props {
  banks: Bank[];
  faces: Record<string, DialFace>;
  active?: string;
  /** What is being typed into the active valve. */
  typed?: string;
  /** Left out where the map only shows. */
  onPick?: (place: string) => void;
}

/** Valves as they lie along the heads, each cylinder's intake first. */
const inPairs = (valves: { place: string }[]) =>
  [...new Set(valves.map(({ place }) => place.slice(0, -1)))].flatMap((cylinder) =>
    valves
      .filter(({ place }) => place.slice(0, -1) === cylinder)
      .sort((one, other) => other.place.localeCompare(one.place)),
  );

/**
 * The engine from above, front to the left. Each valve is a small dial: the ring is its limit, the tick its value, so
 * that a row of equal ticks says "all alike" before any number is read. It is navigation, input and overview at once.
 */
export function ValveMap({ banks, faces, active, typed = '', onPick }: Props) {
  const layout = valveMapLayout(banks);
  const isTooSmall = useIsTooSmall(layout.width);
  // A drawing without a value is looked at as a whole.
  if (isTooSmall && (onPick || Object.values(faces).some(({ figure }) => figure !== '')))
    return (
      <PlaceList
        label="Valve map"
        active={active}
        typed={typed}
        // A line a cylinder: intakes under intakes.
        places={inPairs(layout.valves).map(({ place }) => ({
          key: place,
          name: spokenPlace(place),
          mark: <VerdictMark mark={faces[place].mark} word={false} />,
          figure: faces[place].figure,
          unit: faces[place].unit,
          note: [faces[place].resting && 'may be set now', ...besides(faces[place])].filter(Boolean).join(', '),
          ...(onPick ? { onPick: () => onPick(place) } : {}),
        }))}
      />
    );
  return (
    <svg
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      role="group"
      aria-label="Valve map"
      data-bench-map
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      {layout.crankLineY !== null && (
        <g aria-hidden="true">
          <line
            x1={70}
            y1={layout.crankLineY}
            x2={layout.width}
            y2={layout.crankLineY}
            stroke="var(--hairline)"
            strokeWidth={1.5}
            strokeDasharray="14 5 3 5"
          />
          <path d={`M 2 ${layout.crankLineY} l 12 -6 v 12 z`} fill="var(--steel)" />
          <text x={18} y={layout.crankLineY + 5} fontFamily="var(--head)" fontSize={15} fill="var(--steel)">
            front
          </text>
        </g>
      )}
      {layout.cylinders.map(({ cylinder, x, y, numberY }) => (
        <g key={cylinder} aria-hidden="true">
          <circle cx={x} cy={y} r={MAP.bore} fill="none" stroke="var(--hairline)" strokeWidth={1.5} />
          <text
            x={x}
            y={numberY + 9}
            textAnchor="middle"
            fontFamily="var(--head)"
            fontWeight={600}
            fontSize={27}
            fill="var(--steel)"
          >
            {cylinder}
          </text>
        </g>
      ))}
      {layout.valves.map(({ place, x, y }) => (
        <ValveDial
          key={place}
          place={place}
          x={x}
          y={y}
          face={faces[place]}
          active={place === active}
          typed={place === active ? typed : ''}
          onPick={onPick}
        />
      ))}
    </svg>
  );
}
