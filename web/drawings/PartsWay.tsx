import { partsWay, WAY, type Station } from '../../core/drawing/parts-way.js';

interface Props {
  counts: Record<Station, number>;
  names: Record<Station, string>;
  /** Of which something is late. */
  late: number;
  active: Station | null;
  onPick: (station: Station) => void;
}

/** The way that parts go, with how many lines stand where: each station is gone to. */
export function PartsWay({ counts, names, late, active, onPick }: Props) {
  const stations = partsWay(counts);
  return (
    <svg viewBox={`0 0 ${WAY.width} ${WAY.height}`} role="group" aria-label="Where parts stand" className="parts-way">
      <line
        x1={stations[0].x}
        x2={stations[stations.length - 1].x}
        y1={WAY.y}
        y2={WAY.y}
        stroke="var(--steel)"
        strokeWidth={2}
      />
      {stations.map(({ station, x, radius, count }) => {
        const isActive = station === active;
        return (
          <g
            key={station}
            role="button"
            tabIndex={0}
            aria-pressed={isActive}
            className="parts-station"
            onClick={() => onPick(station)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onPick(station);
            }}
          >
            <rect x={x - 56} y={2} width={112} height={WAY.height - 4} fill="transparent" />
            <circle
              cx={x}
              cy={WAY.y}
              r={radius}
              fill={isActive ? 'var(--dye)' : count === 0 ? 'var(--paper)' : 'var(--ring)'}
              stroke={isActive ? 'var(--dye)' : 'var(--steel)'}
              strokeWidth={2}
            />
            <text
              x={x}
              y={WAY.y + 5.5}
              textAnchor="middle"
              className="figure"
              fontSize={16}
              fontWeight={600}
              fill={isActive ? 'var(--paper)' : 'var(--ink)'}
            >
              {count > 0 ? count : ''}
            </text>
            <text
              x={x}
              y={WAY.height - 4}
              textAnchor="middle"
              fontFamily="var(--head)"
              fontWeight={600}
              fontSize={16}
              fill={isActive ? 'var(--dye)' : 'var(--brass)'}
            >
              {names[station]}
            </text>
            {station === 'promised' && late > 0 && (
              <text x={x} y={14} textAnchor="middle" fontFamily="var(--head)" fontSize={15} fill="var(--flag)">
                ▲ {late} late
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
