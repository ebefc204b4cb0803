import { onCircle } from '../../core/drawing/arc.js';
import { damperNames, type DamperMark } from '../../core/drawing/damper-marks.js';

const RIM = 92;

/** The damper from the front, its first mark under the pointer: what comes next stands to the left, against its turning. */
export function DamperFace({ marks }: { marks: DamperMark[] }) {
  const names = damperNames(marks);
  const said = marks.map(({ deg, cylinders, stops }) => `${Math.round(deg)}° ${cylinders.length > 0 ? cylinders.join(' and ') : `stop ${stops.map(Math.round).join(' and ')}`}`); // prettier-ignore
  return (
    <svg
      viewBox="-140 -136 280 268"
      role="img"
      aria-label={`Damper from the front: ${said.join(', ')}`}
      className="damper-face"
    >
      <circle r={RIM} fill="var(--sheet)" stroke="var(--steel)" strokeWidth={1.6} />
      <circle r={RIM - 22} fill="none" stroke="var(--hairline)" strokeWidth={1.4} />
      <circle r={13} fill="var(--ring)" stroke="var(--steel)" strokeWidth={1.4} />
      <path d={`M 0 ${-RIM - 3} l -6 -12 h 12 z`} fill="var(--dye)" />
      <path d="M 34 -34 A 48 48 0 0 1 40 27 l -7 -4 m 7 4 l 4 -8" fill="none" stroke="var(--steel)" strokeWidth={1.6} />
      {marks.map(({ deg, cylinders }, nth) => {
        const isCentre = cylinders.length > 0;
        const [outer, inner, label] = [RIM, isCentre ? RIM - 22 : RIM - 10, isCentre ? RIM + (deg === 0 ? 30 : 20) : RIM - 34].map((radius) => onCircle(0, 0, radius, -deg)); // prettier-ignore
        return (
          <g key={deg}>
            <line
              x1={outer.x}
              y1={outer.y}
              x2={inner.x}
              y2={inner.y}
              stroke={isCentre ? 'var(--ink)' : 'var(--brass)'}
              strokeWidth={isCentre ? 3.4 : 1.8}
            />
            <text
              x={label.x}
              y={label.y + 5}
              textAnchor="middle"
              fontFamily="var(--head)"
              fontWeight={isCentre ? 600 : 500}
              fontSize={isCentre ? 17 : 13}
              fill={isCentre ? 'var(--ink)' : 'var(--steel)'}
            >
              {names[nth].replace(/ /g, '')}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
