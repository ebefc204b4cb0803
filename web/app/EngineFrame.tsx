import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import type { EngineAnswer } from '../../contracts/engine.js';
import type { Stage } from '../../core/plan/measure.js';
import { stageProgress } from '../../core/plan/stage-progress.js';
import type { Sheet } from '../../core/record/sheet.js';
import { StageRibbon, type RibbonStage } from '../drawings/StageRibbon.js';
import { useDesk, type Desk } from '../state/desk.js';
import './engine-frame.css';

interface Loaded extends Pick<Desk, 'readings' | 'records'> {
  engine: EngineAnswer;
  sheet: Sheet;
}

/** How far each stage is, from the sheet; the record by whether something was read since it was signed. */
function stagesOf({ engine, sheet, readings, records }: Loaded): RibbonStage[] {
  const base = `/engines/${engine.id}`;
  const measured = (stage: Stage, place: string, title: string): RibbonStage => ({
    key: place,
    title,
    href: `${base}/${place}`,
    state: stageProgress(engine, engine.specSet, sheet, stage),
  });
  const open =
    sheet.flags.filter((flag) => flag.open).length + sheet.missing.filter((missing) => !missing.disposition).length;
  const [newest] = records;
  return [
    measured('bottom-end', 'bottom-end', 'Bottom end'),
    measured('dead-centre', 'dead-centre', 'Dead centre'),
    measured('cam-timing', 'timing', 'Timing'),
    {
      key: 'setting',
      title: 'Setting',
      href: `${base}/setting`,
      state: sheet.taken === 0 ? 'empty' : sheet.taken < sheet.required ? 'open' : 'done',
    },
    {
      key: 'review',
      title: 'Review',
      href: `${base}/review`,
      state: sheet.rows.length === 0 ? 'empty' : open > 0 ? 'open' : 'done',
    },
    {
      key: 'record',
      title: 'Record',
      href: `${base}/record`,
      state: !newest ? 'empty' : readings.some(({ takenAt }) => takenAt > newest.signedAt) ? 'open' : 'done',
    },
  ];
}

/** What every place of one engine has above it: its tag, and the stages. */
export function EngineFrame() {
  const { id } = useParams();
  const here = useLocation().pathname.split('/')[3] ?? 'setting';
  const { status, failure, engine, sheet, readings, records, load } = useDesk();
  useEffect(() => void load(id!), [id, load]);
  useEffect(() => {
    if (engine) document.title = `${engine.tag} · Utex`;
  }, [engine]);

  if (status === 'failed')
    return (
      <main style={{ padding: 24 }}>
        <h1>This engine cannot be shown</h1>
        <p>{failure}</p>
        <Button variant="outlined" onClick={() => void load(id!)}>
          Try again
        </Button>
      </main>
    );
  if (!engine || !sheet || engine.id !== id) return <main aria-busy="true" />;
  return (
    <main className="engine-frame">
      <header className="engine-head">
        <h1>{engine.tag}</h1>
        <span className="engine-title">
          {engine.title}, {engine.customer}
        </span>
        <StageRibbon
          stages={stagesOf({ engine, sheet, readings, records })}
          current={here}
          link={(stage, content) => (
            <Link
              to={stage.href}
              className={stage.key === here ? 'stage here' : 'stage'}
              aria-current={stage.key === here ? 'page' : undefined}
            >
              {content}
            </Link>
          )}
        />
      </header>
      <Outlet />
    </main>
  );
}
