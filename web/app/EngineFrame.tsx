import Button from '@mui/material/Button';
import { useEffect, useMemo } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { StageRibbon, type RibbonStage } from '../drawings/StageRibbon.js';
import { stationsOf } from '../../core/sheet/stations.js';
import { ENGINE_PLACES, type Standing } from '../places/stages.js';
import { useLiveBench } from '../state/bench.js';
import { useDesk } from '../state/use-desk.js';
import { EngineWaits } from './EngineWaits.js';
import './engine-frame.css';

const ribbonOf = (standing: Standing): RibbonStage[] =>
  ENGINE_PLACES.map(({ path, title, progress, warning }) => ({
    key: path,
    title,
    href: `/engines/${standing.engine.id}/${path}`,
    state: progress(standing),
    warning: warning?.(standing),
  }));

/** What every place of one engine has above it: its tag, and the stages. Its address loads its file. */
export function EngineFrame() {
  const { id } = useParams();
  const here = useLocation().pathname.split('/')[3];
  const { status, failure, engine, file, sheet, stand, reload } = useDesk();
  const stations = useMemo(
    () => file && sheet && stand && stationsOf({ file, stand, flagsOpen: sheet.flags.filter(({ open }) => open) }),
    [file, sheet, stand],
  );
  const title = ENGINE_PLACES.find(({ path }) => path === here)?.title;
  useLiveBench(status === 'ready' ? engine?.id : undefined);
  useEffect(() => {
    if (engine) document.title = `${title ? `${title} · ` : ''}${engine.tag} · Utex`;
  }, [engine, title]);

  if (status === 'failed')
    return (
      <main style={{ padding: 24 }}>
        <h1>This engine cannot be shown</h1>
        <p>{failure}</p>
        <Button variant="outlined" onClick={() => void reload()}>
          Try again
        </Button>
      </main>
    );
  if (!engine || !file || !sheet || !stations || engine.id !== id?.toLowerCase()) return <main aria-busy="true" />;
  return (
    <main className="engine-frame">
      <header className="engine-head">
        <h1 aria-describedby="place-title">{engine.tag}</h1>
        <span id="place-title" hidden>
          {title}
        </span>
        <span className="engine-title">
          {engine.title}, {engine.customer}
          <EngineWaits engineId={engine.id} />
        </span>
        <StageRibbon
          stages={ribbonOf({ engine, file, sheet, stations })}
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
