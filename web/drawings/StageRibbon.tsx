import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useState, type ReactNode } from 'react';

/** One place of work on the way from the block to the signature. */
export interface RibbonStage {
  key: string;
  title: string;
  href: string;
  state: 'done' | 'open' | 'empty';
  /** What must not be forgotten there. */
  warning?: string;
}

const STATE_WORD: Record<RibbonStage['state'], string> = { done: 'done', open: 'begun', empty: 'not begun' };

/** Done is filled, begun is half filled; what must not be forgotten stands beside it. */
function Dot({ stage, x }: { stage: RibbonStage; x: number }) {
  return (
    <>
      <circle
        cx={x}
        cy={11}
        r={5}
        fill={stage.state === 'done' ? 'var(--ink)' : stage.state === 'open' ? 'var(--paper)' : 'none'}
        stroke={stage.state === 'empty' ? 'var(--steel)' : 'var(--ink)'}
        strokeWidth={1.8}
      />
      {stage.state === 'open' && <path d={`M ${x} 6 A 5 5 0 0 0 ${x} 16 Z`} fill="var(--ink)" />}
      {stage.warning && (
        <path d={`M ${x + 16} 1 l 9 15 h -18 Z`} fill="var(--flag)" stroke="var(--paper)" strokeWidth={1.5} />
      )}
    </>
  );
}

/** What is said of a stage beside its name. */
const Said = ({ stage }: { stage: RibbonStage }) => (
  <>
    {stage.warning && <span className="sr-only">, {stage.warning}</span>}
    <span className="sr-only">, {STATE_WORD[stage.state]}</span>
  </>
);

interface Props {
  stages: RibbonStage[];
  current: string;
  link: (stage: RibbonStage, content: ReactNode) => ReactNode;
}

/** The stages as a line of stations: done is filled, the present one ringed in dye. The link is injected. */
export function StageRibbon(props: Props) {
  // Under a dozen stations their names would be too small to be read.
  const isNarrow = useMediaQuery('(max-width: 640px)');
  return isNarrow ? <FoldedRibbon {...props} /> : <Line {...props} />;
}

function Line({ stages, current, link }: Props) {
  return (
    <nav aria-label="Stages" style={{ display: 'flex' }}>
      {stages.map((stage, index) => {
        const here = stage.key === current;
        const content = (
          <>
            <svg width="100%" height="22" viewBox="0 0 84 22" preserveAspectRatio="xMidYMid slice" aria-hidden="true">
              {index > 0 && <line x1={-60} y1={11} x2={34} y2={11} stroke="var(--hairline)" strokeWidth={2} />}
              {index < stages.length - 1 && (
                <line x1={50} y1={11} x2={144} y2={11} stroke="var(--hairline)" strokeWidth={2} />
              )}
              {here && <circle cx={42} cy={11} r={9.5} fill="var(--dye-wash)" stroke="var(--dye)" strokeWidth={2} />}
              <Dot stage={stage} x={42} />
            </svg>
            <span className="stage-title" title={stage.warning}>
              {stage.title}
            </span>
            <Said stage={stage} />
          </>
        );
        return <span key={stage.key}>{link(stage, content)}</span>;
      })}
    </nav>
  );
}

/** On a phone: where one is, and all stages by their names once it is pressed. */
function FoldedRibbon({ stages, current, link }: Props) {
  const [isOpen, setIsOpen] = useState(false);
  const here = stages.find(({ key }) => key === current);
  useEffect(() => setIsOpen(false), [current]);
  return (
    <nav aria-label="Stages" className="stages-folded">
      <button type="button" aria-expanded={isOpen} onClick={() => setIsOpen((open) => !open)}>
        <span>
          {here?.title ?? 'Stages'}
          <span className="sr-only">, all stages</span> <span aria-hidden="true">{isOpen ? '▴' : '▾'}</span>
        </span>
        <svg viewBox={`0 0 ${stages.length * 16} 22`} height={22} aria-hidden="true">
          {stages.map((stage, index) => (
            <g key={stage.key}>
              {stage.key === current && <circle cx={index * 16 + 8} cy={11} r={8} fill="none" stroke="var(--dye)" strokeWidth={2} />}
              <Dot stage={{ ...stage, warning: undefined }} x={index * 16 + 8} />
            </g>
          ))}
        </svg>
      </button>
      {isOpen && (
        <ul className="plain-list">
          {stages.map((stage) => (
            <li key={stage.key}>
              {link(
                stage,
                <>
                  <svg viewBox="0 0 34 22" width={34} height={22} aria-hidden="true">
                    <Dot stage={stage} x={8} />
                  </svg>
                  <span className="stage-title">{stage.title}</span>
                  <Said stage={stage} />
                </>,
              )}
            </li>
          ))}
        </ul>
      )}
    </nav>
  ); // prettier-ignore
}
