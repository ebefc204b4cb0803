import { cylinderSection, type CylinderFigures } from '../../core/drawing/cylinder-section.js';

interface Props {
  figures: CylinderFigures;
  /** What is said beside a part of it, as it was typed: `bore` → `4.125 in`. What is not known is not labelled. */
  labels: Partial<Record<'bore' | 'stroke' | 'rod' | 'intake' | 'exhaust', string>>;
}

/** A cylinder cut through, bore, stroke, rod and valves to scale, each figure beside what it measures. */
export function CylinderSection({ figures, labels }: Props) {
  const drawn = cylinderSection(figures);
  const { width, height, axis, pin, wrist, throwRadius, piston, walls, travel } = drawn;
  const steel = { stroke: 'var(--steel)', strokeWidth: 2, fill: 'none' };
  const said = Object.entries(labels).flatMap(([part, label]) => (label ? [`${part} ${label}`] : []));
  const label = (text: string | undefined, x: number, y: number, anchor: 'start' | 'middle' | 'end' = 'middle') =>
    text && (
      <text x={x} y={y} textAnchor={anchor} className="figure" fontSize={15} fontWeight={600} fill="var(--dye)">
        {text}
      </text>
    );
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`A cylinder cut through${said.length > 0 ? `: ${said.join(', ')}` : ', nothing known yet'}`}
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      <circle cx={axis.x} cy={axis.y} r={throwRadius} {...steel} stroke="var(--hairline)" strokeDasharray="5 4" />
      {[walls.left, walls.right].map((x) => (
        <line key={x} x1={x} x2={x} y1={walls.deckY} y2={walls.endY} {...steel} strokeWidth={4} />
      ))}
      <line x1={walls.left - 14} x2={walls.left} y1={walls.deckY} y2={walls.deckY} {...steel} />
      <line x1={walls.right} x2={walls.right + 14} y1={walls.deckY} y2={walls.deckY} {...steel} />
      <rect {...piston} rx={4} {...steel} fill="var(--ring)" />
      {[0.14, 0.24, 0.34].map((at) => (
        <line
          key={at}
          x1={piston.x + 2}
          x2={piston.x + piston.width - 2}
          y1={piston.y + piston.height * at}
          y2={piston.y + piston.height * at}
          {...steel}
          strokeWidth={1}
        />
      ))}
      <line x1={wrist.x} y1={wrist.y} x2={pin.x} y2={pin.y} {...steel} strokeWidth={11} stroke="var(--hairline)" />
      <line x1={axis.x} y1={axis.y} x2={pin.x} y2={pin.y} {...steel} strokeWidth={7} />
      {[wrist, pin, axis].map((point) => (
        <circle key={`${point.x} ${point.y}`} cx={point.x} cy={point.y} r={7} {...steel} fill="var(--sheet)" />
      ))}
      {(['intake', 'exhaust'] as const).map((kind) => {
        const { head, seat, tip } = drawn[kind];
        return (
          <g key={kind}>
            <line x1={seat.x} y1={seat.y} x2={tip.x} y2={tip.y} {...steel} strokeWidth={4} />
            <line
              x1={head[0].x}
              y1={head[0].y}
              x2={head[1].x}
              y2={head[1].y}
              {...steel}
              strokeWidth={6}
              strokeLinecap="round"
            />
            <text
              x={tip.x}
              y={tip.y - 8}
              textAnchor="middle"
              fontFamily="var(--head)"
              fontWeight={600}
              fontSize={16}
              fill="var(--steel)"
            >
              {kind === 'intake' ? 'I' : 'E'}
            </text>
          </g>
        );
      })}
      {labels.stroke && (
        <path
          d={`M ${travel.x - 7} ${travel.topY} h 14 M ${travel.x} ${travel.topY} V ${travel.bottomY} M ${travel.x - 7} ${travel.bottomY} h 14`}
          {...steel}
          strokeWidth={1.4}
          stroke="var(--dye)"
        />
      )}
      {labels.stroke && (
        <text
          x={travel.x + 8}
          y={(travel.topY + travel.bottomY) / 2}
          className="figure"
          fontSize={15}
          fontWeight={600}
          fill="var(--dye)"
          transform={`rotate(90 ${travel.x + 8} ${(travel.topY + travel.bottomY) / 2})`}
          textAnchor="middle"
        >
          {labels.stroke}
        </text>
      )}
      {label(labels.bore, axis.x, piston.y + piston.height - 10)}
      {label(labels.rod, wrist.x - 16, (wrist.y + pin.y) / 2 + 22, 'end')}
      {label(labels.intake, 4, drawn.intake.tip.y + 30, 'start')}
      {label(labels.exhaust, width - 4, drawn.exhaust.tip.y + 30, 'end')}
    </svg>
  );
}
