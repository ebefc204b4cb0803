import { rodEnd, ROD_END, type RodEnd } from '../../core/drawing/rod-end.js';
import { LENGTH_CONVENTIONS, type LengthConvention } from '../../core/valvetrain/gauge-length.js';

const NAME: Record<LengthConvention, string> = {
  theoretical: 'theoretical: the whole sphere',
  overall: 'overall: the oil hole’s edge',
  gauge: 'by gauge: where its seat touches',
};

/** One end of a pushrod, magnified: from where each convention measures, and what the length is by each. */
export function RodEnds({
  end,
  lengths,
  active,
}: {
  end: RodEnd;
  /** The rod's length by each, as it is said; null where a size is missing. */
  lengths: Record<LengthConvention, string | null>;
  active: LengthConvention;
}) {
  const { width, height, ballX, ballY, radius, bend } = ROD_END;
  const drawn = rodEnd(end);
  const steel = { stroke: 'var(--steel)', strokeWidth: 2 };
  if (!drawn) return <p className="now-quiet">The rod’s end is drawn once the size of its ball is filed (Pushrods).</p>;
  const hole = drawn.circles.overall;
  // Where the rod's thickness is not known its outline stops at the ball.
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`End of a pushrod: ${LENGTH_CONVENTIONS.map((name) => `${NAME[name]}, ${lengths[name] ?? 'size missing'}`).join('; ')}`}
      style={{ width: '100%', display: 'block' }}
    >
      {drawn.rod !== null && (
        <path
          d={`M ${ballX} ${ballY - drawn.rod} H ${bend} M ${ballX} ${ballY + drawn.rod} H ${bend}`}
          {...steel}
          fill="none"
        />
      )}
      <circle cx={ballX} cy={ballY} r={radius} fill="var(--ring)" {...steel} />
      {hole !== null && (
        <>
          <rect
            x={ballX - radius - 2}
            y={ballY - hole}
            width={bend - ballX + radius}
            height={2 * hole}
            fill="var(--paper)"
          />
          <path
            d={`M ${drawn.ends.overall} ${ballY - hole} H ${bend} M ${drawn.ends.overall} ${ballY + hole} H ${bend}`}
            {...steel}
            strokeWidth={1.2}
            fill="none"
          />
        </>
      )}
      {LENGTH_CONVENTIONS.map((name, index) => {
        const [x, circle] = [drawn.ends[name], drawn.circles[name]];
        const isActive = name === active;
        const y = 18 + index * 22;
        const ink = isActive ? 'var(--dye)' : 'var(--brass)';
        return (
          <g key={name}>
            {x !== null && circle !== null && (
              <>
                <line
                  x1={x}
                  x2={x}
                  y1={ballY - Math.max(16, circle)}
                  y2={ballY + Math.max(16, circle)}
                  stroke={ink}
                  strokeWidth={isActive ? 4 : 2.4}
                />
                <path
                  d={`M ${x} ${ballY - circle} V ${y - 5} H ${ballX + radius * 0.3}`}
                  stroke={ink}
                  strokeWidth={1}
                  strokeDasharray="3 3"
                  fill="none"
                />
              </>
            )}
            <text
              x={ballX + radius * 0.3 + 6}
              y={y}
              fontFamily="var(--head)"
              fontWeight={isActive ? 600 : 500}
              fontSize={14.5}
              fill={isActive ? 'var(--dye)' : 'var(--ink)'}
            >
              {NAME[name]}
            </text>
            <text
              x={width - 4}
              y={ballY - 18 + index * 26}
              textAnchor="end"
              className="figure"
              fontSize={16}
              fontWeight={600}
              fill={isActive ? 'var(--dye)' : 'var(--ink)'}
            >
              {lengths[name] ?? '–'}
            </text>
            <text
              x={bend + 10}
              y={ballY - 18 + index * 26}
              fontFamily="var(--head)"
              fontSize={14.5}
              fill="var(--steel)"
            >
              {name === 'gauge' ? 'by gauge' : name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
