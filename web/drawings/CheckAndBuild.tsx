import { checkAndBuild, JOINT, type Joint } from '../../core/drawing/check-and-build.js';

interface Side {
  joint: Joint;
  title: string;
  /** The gasket as it was typed. */
  gasket: string;
  deck: string;
}

/** Head, gasket, deck and piston at the check and in the build, magnified alike: the difference is what is corrected. */
export function CheckAndBuild({ check, build }: { check: Side; build: Side }) {
  const { joints } = checkAndBuild(check.joint, build.joint);
  const { width, height, piston } = JOINT;
  const steel = { stroke: 'var(--steel)', strokeWidth: 2, fill: 'none' };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Gasket at the check ${check.gasket || 'not said'}, in the build ${build.gasket || 'not said'}`}
      style={{ width: '100%', display: 'block' }}
    >
      {[check, build].map(({ title, gasket, deck }, index) => {
        const { left, right, headY, deckY, crownY } = joints[index];
        const middle = (left + right) / 2;
        return (
          <g key={title}>
            <path d={`M ${left} ${headY - 26} V ${headY} H ${right} V ${headY - 26}`} {...steel} />
            <rect x={left} y={headY} width={right - left} height={deckY - headY} fill="var(--dye-wash)" stroke="none" />
            <line x1={left} x2={right} y1={deckY} y2={deckY} {...steel} stroke="var(--dye)" strokeWidth={1.4} />
            {[left, middle + piston / 2].map((x) => (
              <path
                key={x}
                d={`M ${x} ${deckY} V ${height - 24} h ${right - middle - piston / 2} V ${deckY} Z`}
                {...steel}
                fill="var(--ring)"
              />
            ))}
            {crownY !== null && (
              <rect
                x={middle - piston / 2 + 3}
                y={crownY}
                width={piston - 6}
                height={height - 24 - crownY}
                {...steel}
                fill="var(--sheet)"
              />
            )}
            <text
              x={middle}
              y={headY - 8}
              textAnchor="middle"
              className="figure"
              fontSize={15}
              fontWeight={600}
              fill="var(--dye)"
            >
              {gasket}
            </text>
            {crownY !== null && (
              <text x={middle} y={height - 32} textAnchor="middle" className="figure" fontSize={12} fill="var(--ink)">
                {deck}
              </text>
            )}
            <text
              x={middle}
              y={height - 6}
              textAnchor="middle"
              fontFamily="var(--head)"
              fontWeight={600}
              fontSize={15}
              fill="var(--steel)"
            >
              {title}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
