import { pocketSection, type SectionInput } from '../../core/drawing/pocket-section.js';
import type { ValveKind } from '../../core/engine/engine.js';
import type { Mark } from '../../core/judge/mark.js';
import { markColour } from './VerdictMark.js';

/** What is called out between a valve and its piston. */
interface GapLabel {
  figure: string;
  mark: Mark;
}

interface Props {
  section: SectionInput;
  gaps: Partial<Record<ValveKind, GapLabel>>;
  /** Which of them is the least, or is being measured: it is called out. */
  active?: ValveKind;
  /** What the drawing shows, for who cannot see it. */
  label: string;
}

const points = (corners: { x: number; y: number }[]) => corners.map(({ x, y }) => `${x},${y}`).join(' ');

/** The top of a cylinder cut through its valves, to scale, each gap called out along its valve. */
export function PocketSection({ section, gaps, active, label }: Props) {
  const drawn = pocketSection(section);
  const { width, height, deckY, walls, crown, valves } = drawn;
  const [left, right] = walls;
  const steel = { stroke: 'var(--steel)', strokeWidth: 2, fill: 'none' };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={label}
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      <clipPath id="pocket-section-piston">
        <rect x={left} y={0} width={right - left} height={height} />
      </clipPath>
      <rect x={crown.left + 2} y={crown.y} width={crown.right - crown.left - 4} height={height} fill="var(--ring)" />
      <g clipPath="url(#pocket-section-piston)">
        {valves.map(
          ({ kind, pocket }) =>
            pocket && <polygon key={kind} points={points(pocket)} fill="var(--paper)" stroke="none" />,
        )}
      </g>
      <line x1={crown.left + 2} x2={crown.right - 2} y1={crown.y} y2={crown.y} {...steel} strokeDasharray="2 4" />
      {valves.map(({ kind, pocket }) =>
        pocket ? (
          <line
            key={kind}
            x1={pocket[1].x}
            y1={pocket[1].y}
            x2={pocket[2].x}
            y2={pocket[2].y}
            {...steel}
            strokeWidth={3}
          />
        ) : null,
      )}
      {walls.map((x) => (
        <line key={x} x1={x} x2={x} y1={deckY} y2={height} {...steel} strokeWidth={4} />
      ))}
      <line x1={0} x2={left} y1={deckY} y2={deckY} {...steel} />
      <line x1={right} x2={width} y1={deckY} y2={deckY} {...steel} />
      {valves.map(({ kind, head, seat, face, stem }) => (
        <g key={kind}>
          <line x1={seat[0].x} y1={seat[0].y} x2={seat[1].x} y2={seat[1].y} {...steel} strokeDasharray="6 4" />
          <line x1={face.x} y1={face.y} x2={stem.x} y2={stem.y} {...steel} strokeWidth={6} />
          <polygon points={points(head)} fill="var(--steel)" stroke="none" />
          <text
            x={stem.x}
            y={16}
            textAnchor="middle"
            fontFamily="var(--head)"
            fontWeight={600}
            fontSize={16}
            fill="var(--steel)"
          >
            {kind}
          </text>
        </g>
      ))}
      {valves.map(({ kind, face, floor }) => {
        const gap = gaps[kind];
        if (!gap || !floor) return null;
        const isActive = kind === active;
        const side = kind === 'I' ? -1 : 1;
        const colour = markColour(gap.mark);
        return (
          <g key={kind}>
            <line x1={face.x} y1={face.y} x2={floor.x} y2={floor.y} stroke={colour} strokeWidth={isActive ? 4 : 2} />
            {[face, floor].map((end, index) => (
              <circle key={index} cx={end.x} cy={end.y} r={isActive ? 4 : 2.5} fill={colour} />
            ))}
            <text
              x={side < 0 ? left + 10 : right - 10}
              y={height - 14}
              textAnchor={side < 0 ? 'start' : 'end'}
              className="figure"
              fontSize={isActive ? 22 : 17}
              fontWeight={600}
              fill={isActive ? 'var(--dye)' : 'var(--ink)'}
              stroke="var(--ring)"
              strokeWidth={5}
              paintOrder="stroke"
            >
              {gap.figure}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
