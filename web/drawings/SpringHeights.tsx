import { springHeights } from '../../core/drawing/spring-heights.js';
import type { Spring } from '../../core/valvetrain/spring-nest.js';

/** A nest of springs closed, to scale, with where the retainer comes to at full lift and where its coils touch. */
export function SpringHeights({
  title,
  nest,
  installed,
  lift,
}: {
  title: string;
  nest: Spring[];
  installed: number;
  lift: number | null;
}) {
  const { width, height, seatY, closedY, openY, springs } = springHeights(nest, installed, lift);
  const line = (y: number, colour: string, dashed = false) => (
    <line
      x1={8}
      x2={width - 8}
      y1={y}
      y2={y}
      stroke={colour}
      strokeWidth={2}
      strokeDasharray={dashed ? '5 4' : 'none'}
    />
  );
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${title}: ${nest.length === 1 ? 'one spring' : `${nest.length} springs`}, to scale`}
      style={{ width: '100%', display: 'block' }}
    >
      {springs.map(({ coil, solidY, seatY: own, left, right }) => (
        <g key={left}>
          <path d={coil} fill="none" stroke="var(--steel)" strokeWidth={2} strokeLinejoin="round" />
          <rect x={left} width={right - left} y={solidY} height={own - solidY} fill="var(--ring)" opacity={0.55} />
        </g>
      ))}
      {line(closedY, 'var(--ink)')}
      {line(seatY, 'var(--ink)')}
      {openY !== null && line(openY, 'var(--dye)', true)}
      {openY !== null && (
        <text
          x={width / 2}
          y={openY - 4}
          textAnchor="middle"
          fontFamily="var(--head)"
          fontSize={12}
          fill="var(--dye)"
          stroke="var(--paper)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          full lift
        </text>
      )}
      <text
        x={width / 2}
        y={height - 6}
        textAnchor="middle"
        fontFamily="var(--head)"
        fontWeight={600}
        fontSize={15}
        fill="var(--steel)"
      >
        {title}
      </text>
    </svg>
  );
}
