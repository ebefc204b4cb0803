import { CHAIN, chainLinks } from '../../core/drawing/chain.js';

interface Props {
  walked: number;
  total: number;
  /** How many acts had been walked where each fault was found. */
  faultsAt: number[];
}

const LINK = {
  whole: { stroke: 'var(--ink)', strokeWidth: 3.2, strokeDasharray: 'none' },
  broken: { stroke: 'var(--flag)', strokeWidth: 4.5, strokeDasharray: '7 5' },
  ahead: { stroke: 'var(--hairline)', strokeWidth: 2, strokeDasharray: 'none' },
};

/** The chain of acts, link by link: what was walked and holds, where it is broken, what is still ahead. */
export function Chain({ walked, total, faultsAt }: Props) {
  const { width, height, link } = CHAIN;
  const said = faultsAt.length > 0 ? `${faultsAt.length} faults found` : 'no fault found';
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`The chain of acts: ${walked} of ${total} walked, ${said}`}
      style={{ width: '100%', display: 'block' }}
    >
      {chainLinks(walked, total, faultsAt).map(({ x, state }, index) => (
        <rect
          key={x}
          x={x - link / 2 - 3}
          y={height / 2 - (index % 2 === 0 ? 9 : 4)}
          width={link + 8}
          height={index % 2 === 0 ? 18 : 8}
          rx={index % 2 === 0 ? 9 : 4}
          fill="none"
          {...LINK[state]}
        />
      ))}
    </svg>
  );
}
