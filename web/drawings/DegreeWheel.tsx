import { arcPath, onCircle } from '../../core/drawing/arc.js';
import { onDisc, WHEEL, wheelMarks } from '../../core/drawing/degree-wheel.js';
import type { WheelFind, WheelSpan } from '../../core/drawing/wheel-finds.js';
import { readWheel, type WheelFace } from '../../core/wheel/wheel-face.js';

const INK = { stop: 'var(--steel)', centre: 'var(--flag)', intake: 'var(--dye)', exhaust: 'var(--brass)' };

interface Props {
  face: WheelFace;
  runs: 'with' | 'against';
  /** Where the crank stands, as the wheel reads. */
  crankDeg: number;
  finds: WheelFind[];
  /** How long each lobe holds its valve open, as arcs: where they lie over each other both are open. */
  spans?: WheelSpan[];
}

/** The rings on which the open spans lie. */
const SPAN_RADIUS = { intake: 104, exhaust: 88 };

/** The builder's own degree wheel under its pointer, turned to where the crank stands, with what was found on it. */
export function DegreeWheel({ face, runs, crankDeg, finds, spans = [] }: Props) {
  const at = (radius: number, deg: number) => onCircle(0, 0, radius, onDisc(deg, crankDeg));
  const say = (deg: number) => {
    const reads = readWheel(deg, face, runs);
    return `${Number(reads.deg.toFixed(2))}°${reads.side ? ` ${reads.side}` : ''}`;
  };
  const reading = say(crankDeg);
  return (
    <svg
      viewBox="-300 -268 600 500"
      role="img"
      aria-label={`Degree wheel, pointer at ${reading}. ${finds.map(({ label, deg }) => `${label} ${say(deg)}`).join(', ')}`}
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      <circle r={WHEEL.radius} fill="var(--sheet)" stroke="var(--steel)" strokeWidth={1.6} />
      <circle r={34} fill="var(--ring)" stroke="var(--steel)" strokeWidth={1.6} />
      <circle r={11} fill="var(--paper)" stroke="var(--steel)" strokeWidth={1.6} />
      {wheelMarks(face, runs).map(({ deg, text, length }) => {
        const outer = at(WHEEL.radius - 2, deg);
        const inner = at(WHEEL.radius - 2 - length, deg);
        const label = at(WHEEL.label, deg);
        return (
          <g key={deg}>
            <line
              x1={outer.x}
              y1={outer.y}
              x2={inner.x}
              y2={inner.y}
              stroke="var(--ink)"
              strokeWidth={text ? 1.8 : 0.9}
            />
            {text && (
              <text
                x={label.x}
                y={label.y}
                transform={`rotate(${onDisc(deg, crankDeg)} ${label.x} ${label.y})`}
                textAnchor="middle"
                dominantBaseline="central"
                className="figure"
                fontSize={17}
                fill="var(--ink)"
              >
                {text}
              </text>
            )}
          </g>
        );
      })}
      {[
        { deg: 0, text: 'TDC' },
        { deg: 180, text: 'BDC' },
      ].map(({ deg, text }) => {
        const place = at(128, deg);
        return (
          <text
            key={text}
            x={place.x}
            y={place.y}
            transform={`rotate(${onDisc(deg, crankDeg)} ${place.x} ${place.y})`}
            textAnchor="middle"
            dominantBaseline="central"
            fontFamily="var(--head)"
            fontWeight={600}
            fontSize={18}
            fill="var(--steel)"
          >
            {text}
          </text>
        );
      })}
      {spans.map(({ kind, fromDeg, toDeg }) => (
        <path
          key={kind}
          d={arcPath(0, 0, SPAN_RADIUS[kind], onDisc(toDeg, crankDeg), onDisc(fromDeg, crankDeg))}
          fill="none"
          stroke={INK[kind]}
          strokeWidth={11}
          strokeOpacity={0.35}
        />
      ))}
      {finds.map(({ key, deg, label, kind }, index) => {
        const turned = onDisc(deg, crankDeg);
        const from = at(48, deg);
        const to = at(WHEEL.radius, deg);
        // Names stand outside the wheel; what lies under the pointer has its name inside, clear of the reading.
        const underPointer = Math.cos((turned * Math.PI) / 180) > 0.94;
        const name = at(underPointer ? 74 + (index % 2) * 20 : WHEEL.radius + 12, deg);
        const left = Math.sin((turned * Math.PI) / 180) < 0;
        return (
          <g key={key}>
            <line
              x1={from.x}
              y1={from.y}
              x2={to.x}
              y2={to.y}
              stroke={INK[kind]}
              strokeWidth={2.2}
              strokeDasharray={kind === 'stop' ? '6 4' : undefined}
            />
            <text
              x={name.x}
              y={name.y}
              textAnchor={left ? 'end' : 'start'}
              dominantBaseline="central"
              dx={left ? -4 : 4}
              fontFamily="var(--head)"
              fontWeight={600}
              fontSize={18}
              fill={INK[kind]}
              paintOrder="stroke"
              stroke="var(--paper)"
              strokeWidth={4}
            >
              {label}
            </text>
          </g>
        );
      })}
      <path d={`M 0 ${-WHEEL.radius + 14} l -9 -40 h 18 z`} fill="var(--dye)" />
      <text
        y={-WHEEL.radius - 36}
        textAnchor="middle"
        className="figure"
        fontSize={19}
        fontWeight={600}
        fill="var(--dye)"
      >
        {reading}
      </text>
    </svg>
  );
}
