import { CRANK, crankSide, type CrankPoint } from '../../core/drawing/crank-side.js';
import type { Engine } from '../../core/engine/engine.js';
import { spokenPlace } from '../../core/engine/places.js';
import { PlaceCell, type CellFace } from './PlaceCell.js';
import { PlaceList } from './PlaceList.js';
import { saidPlace } from './said-place.js';
import { useIsTooSmall } from './use-is-too-small.js';
import { VerdictMark } from './VerdictMark.js';

interface Props {
  engine: Pick<Engine, 'banks' | 'pins' | 'mains' | 'firingOrder' | 'intervals'>;
  /** The places that the active measure is taken at, with what they show; the rest of the crank is drawn quietly. */
  faces: Record<string, CellFace>;
  active: string;
  typed: string;
  onPick: (place: string) => void;
}

/** The crank from the side, with its mains, pins, cylinders, banks and nose as the places to type into. */
export function CrankSideView({ engine, faces, active, typed, onPick }: Props) {
  const side = crankSide(engine);
  const { mains, pins, cylinders, banks, axisY, width, height, nose } = side;
  const isTooSmall = useIsTooSmall(width);
  const points = [...cylinders, ...pins, ...mains, ...banks, { place: 'engine', ...nose }].filter(({ place }) => faces[place]); // prettier-ignore
  // Where nothing is typed into it, the crank is looked at as a whole.
  if (isTooSmall && points.length > 0)
    return (
      <PlaceList
        label="Crank from the side"
        active={active}
        typed={typed}
        places={points.map(({ place }) => ({
          key: place,
          name: spokenPlace(place),
          mark: <VerdictMark mark={faces[place].mark} word={false} />,
          figure: faces[place].figure,
          unit: faces[place].unit,
          onPick: () => onPick(place),
        }))}
      />
    );
  const cell = ({ place, x, y }: CrankPoint, label: string, radius = CRANK.cell) => {
    const face = faces[place];
    if (!face) return null;
    return (
      <PlaceCell
        key={place}
        x={x}
        y={y}
        radius={radius}
        label={label}
        said={saidPlace(place, face)}
        face={face}
        active={place === active}
        typed={place === active ? typed : ''}
        onPick={() => onPick(place)}
      />
    );
  };
  const steel = { stroke: 'var(--steel)', strokeWidth: 1.6, fill: 'var(--ring)' };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label="Crank from the side"
      data-bench-map
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      <line
        x1={nose.x + 8}
        y1={axisY}
        x2={width - 70}
        y2={axisY}
        stroke="var(--hairline)"
        strokeWidth={1.5}
        strokeDasharray="14 5 3 5"
      />
      <rect x={nose.x + 8} y={axisY - 10} width={mains[0].x - nose.x - 8} height={20} {...steel} />
      {pins.map((pin) => (
        <g key={pin.place}>
          {[-34, 20].map((dx) => (
            <rect
              key={dx}
              x={pin.x + dx}
              y={Math.min(axisY, pin.y) - 26}
              width={14}
              height={Math.abs(axisY - pin.y) + 52}
              rx={6}
              {...steel}
            />
          ))}
          <rect
            x={pin.x - 22}
            y={pin.y - CRANK.journal / 2}
            width={44}
            height={CRANK.journal}
            {...steel}
            fill="var(--sheet)"
          />
        </g>
      ))}
      {mains.map((main) => (
        <rect key={main.place} x={main.x - 24} y={axisY - 14} width={48} height={28} {...steel} fill="var(--sheet)" />
      ))}
      {cylinders.map(({ place, x, y, pin }) => {
        const below = pins.find((candidate) => candidate.place === pin)!;
        return (
          <g key={place}>
            <line
              x1={x}
              y1={y + 26}
              x2={below.x}
              y2={below.y - 10}
              stroke="var(--hairline)"
              strokeWidth={7}
              strokeLinecap="round"
            />
            {!faces[place] && (
              <text
                aria-hidden="true"
                x={x}
                y={y + 6}
                textAnchor="middle"
                fontFamily="var(--head)"
                fontWeight={600}
                fontSize={20}
                fill="var(--steel)"
              >
                {place}
              </text>
            )}
          </g>
        );
      })}
      {cylinders.map((point) => cell(point, point.place))}
      {pins.map((point) => cell(point, point.place))}
      {mains.map((point) => cell(point, point.place))}
      {banks.map((point) => cell(point, point.place))}
      {cell({ place: 'engine', ...nose }, 'nose', 30)}
      <path d={`M 2 ${axisY + 66} l 12 -6 v 12 z`} fill="var(--steel)" />
      <text aria-hidden="true" x={18} y={axisY + 71} fontFamily="var(--head)" fontSize={15} fill="var(--steel)">
        front
      </text>
    </svg>
  );
}
