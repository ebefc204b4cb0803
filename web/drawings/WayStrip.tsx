import { CYCLE_DEG } from '../../core/engine/crank.js';

const [WIDTH, HEIGHT] = [216, 40];

/** Where a way of setting stops the crank, over the two turns of a cycle. */
export function WayStrip({ stops, label }: { stops: number[]; label: string }) {
  const x = (deg: number) => 6 + (deg / CYCLE_DEG) * (WIDTH - 12);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${label}: ${stops.map((deg) => `${Math.round(deg)}°`).join(', ')}`}
      className="way-strip"
    >
      <line x1={x(0)} y1={28} x2={x(CYCLE_DEG)} y2={28} stroke="var(--steel)" strokeWidth={1.5} />
      {[0, 180, 360, 540, 720].map((deg) => (
        <line
          key={deg}
          x1={x(deg)}
          y1={deg % 360 === 0 ? 22 : 25}
          x2={x(deg)}
          y2={34}
          stroke="var(--steel)"
          strokeWidth={1.2}
        />
      ))}
      {stops.map((deg) => (
        <path key={deg} d={`M ${x(deg)} 25 l -5 -11 h 10 z`} fill="var(--brass)" />
      ))}
    </svg>
  );
}
