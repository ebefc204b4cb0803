import { ROCKER, rockerOverTip, type RockerDrawn } from '../../core/drawing/rocker-over-tip.js';

interface Props {
  rocker: RockerDrawn;
  /** Another trial, laid behind it as an outline. */
  behind: RockerDrawn | null;
  label: string;
}

const path = (points: { x: number; y: number }[]) => points.map(({ x, y }, index) => `${index ? 'L' : 'M'} ${x} ${y}`).join(' '); // prettier-ignore

/** One rocker with its rod, its roller and the valve below. */
function Rocker({ rocker, isBehind }: { rocker: RockerDrawn; isBehind: boolean }) {
  const { pivot, roller, rollerRadius, cup, rodEnd, tip, path: way, swept } = rockerOverTip(rocker);
  const ink = isBehind ? 'var(--steel)' : 'var(--dye)';
  const line = { stroke: ink, fill: 'none', strokeWidth: isBehind ? 1.4 : 2.4, strokeDasharray: isBehind ? '6 5' : undefined }; // prettier-ignore
  return (
    <g>
      <line x1={cup.x} y1={cup.y} x2={rodEnd.x} y2={rodEnd.y} {...line} strokeWidth={isBehind ? 1.4 : 7} opacity={isBehind ? 1 : 0.4} />
      <path d={path([cup, pivot, roller])} {...line} strokeWidth={isBehind ? 1.4 : 9} strokeLinejoin="round" strokeLinecap="round" opacity={isBehind ? 1 : 0.55} />
      <circle cx={roller.x} cy={roller.y} r={rollerRadius} {...line} fill={isBehind ? 'none' : 'var(--sheet)'} />
      <path d={path(way)} stroke={isBehind ? 'var(--steel)' : 'var(--brass)'} strokeWidth={isBehind ? 1.4 : 2.4} fill="none" />
      <circle cx={roller.x} cy={roller.y} r={isBehind ? 2 : 3.5} fill={isBehind ? 'var(--steel)' : 'var(--brass)'} />
      <path
        d={`M ${tip.left.x} ${tip.stemY} V ${tip.left.y} H ${tip.right.x} V ${tip.stemY}`}
        {...line}
        stroke={isBehind ? 'var(--steel)' : 'var(--ink)'}
        fill={isBehind ? 'none' : 'var(--ring)'}
      />
      {!isBehind && (
        <line x1={swept.from} x2={swept.to} y1={swept.y + 4} y2={swept.y + 4} stroke="var(--brass)" strokeWidth={6} />
      )}
      {!isBehind && <line x1={(tip.left.x + tip.right.x) / 2} x2={(tip.left.x + tip.right.x) / 2} y1={tip.left.y} y2={tip.stemY} stroke="var(--steel)" strokeDasharray="2 5" />}
      <circle cx={pivot.x} cy={pivot.y} r={isBehind ? 4 : 9} {...line} fill="var(--sheet)" />
      <circle cx={cup.x} cy={cup.y} r={isBehind ? 3 : 7} {...line} fill="var(--sheet)" />
    </g>
  );
} // prettier-ignore

/** The rocker over its valve, to scale, at one lift: the path of its roller, and what of it falls on the tip. */
export function RockerOverTip({ rocker, behind, label }: Props) {
  return (
    <svg
      viewBox={`0 0 ${ROCKER.width} ${ROCKER.height}`}
      role="img"
      aria-label={label}
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      {behind && <Rocker rocker={behind} isBehind />}
      <Rocker rocker={rocker} isBehind={false} />
    </svg>
  );
}
