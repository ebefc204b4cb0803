/** One place of work on the way from the block to the signature. */
export interface RibbonStage {
  key: string;
  title: string;
  href: string;
  state: 'done' | 'open' | 'empty';
  /** What must not be forgotten there. */
  warning?: string;
}

/** The stages as a line of stations: done is filled, the present one ringed in dye. The link is injected. */
export function StageRibbon({
  stages,
  current,
  link,
}: {
  stages: RibbonStage[];
  current: string;
  link: (stage: RibbonStage, content: React.ReactNode) => React.ReactNode;
}) {
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
              <circle
                cx={42}
                cy={11}
                r={5}
                fill={stage.state === 'done' ? 'var(--ink)' : stage.state === 'open' ? 'var(--paper)' : 'none'}
                stroke={stage.state === 'empty' ? 'var(--steel)' : 'var(--ink)'}
                strokeWidth={1.8}
              />
              {stage.state === 'open' && <path d="M 42 6 A 5 5 0 0 0 42 16 Z" fill="var(--ink)" />}
              {stage.warning && (
                <path
                  d="M 52 1 L 61 16 H 43 Z"
                  transform="translate(6 0)"
                  fill="var(--flag)"
                  stroke="var(--paper)"
                  strokeWidth={1.5}
                />
              )}
            </svg>
            <span className="stage-title" title={stage.warning}>
              {stage.title}
            </span>
            {stage.warning && <span className="sr-only">, {stage.warning}</span>}
            <span className="sr-only">{{ done: ', done', open: ', begun', empty: ', not begun' }[stage.state]}</span>
          </>
        );
        return <span key={stage.key}>{link(stage, content)}</span>;
      })}
    </nav>
  );
}
