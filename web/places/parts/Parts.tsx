import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { STATE_NAME } from '../../../contracts/wording/parts.js';
import type { Station } from '../../../core/drawing/parts-way.js';
import type { PartLine } from '../../../core/parts/line.js';
import { Page } from '../../app/Page.js';
import { PartsWay } from '../../drawings/PartsWay.js';
import { WantPart } from '../../measuring/WantPart.js';
import { usePartsBook } from '../../state/parts-book.js';
import { Costs } from './Costs.js';
import { LineRow } from './LineRow.js';
import { Orders } from './Orders.js';
import { isLate, todayIs } from './say.js';
import { Shelf } from './Shelf.js';
import { Suppliers } from './Suppliers.js';
import { Wanted } from './Wanted.js';
import '../../measuring/measuring.css';
import '../geometry/geometry.css';
import './parts.css';

const VIEWS = ['lines', 'shelf', 'suppliers'] as const;
type View = (typeof VIEWS)[number];
const VIEW_NAME: Record<View, string> = { lines: 'Lines', shelf: 'Shelf and catalogue', suppliers: 'Suppliers' };

/** The shop's parts: what is wanted, on its way and here, the shelf, and who sells. */
export function Parts() {
  const { book, failure, load } = usePartsBook();
  const [params, setParams] = useSearchParams();
  const [station, setStation] = useState<Station | null>(null);
  const [wants, setWants] = useState(false);
  useEffect(() => {
    void load();
  }, [load]);
  const view = VIEWS.find((one) => one === params.get('view')) ?? 'lines';
  const engineId = params.get('engine');
  if (!book)
    return (
      <Page title="Parts">
        {failure ? <p role="alert">{failure}</p> : <p aria-busy="true">Reading the book of parts …</p>}
      </Page>
    );
  const own = engineId ? book.lines.filter((line) => line.engineId === engineId) : book.lines;
  const at = (...states: PartLine['state'][]) => own.filter(({ state }) => states.includes(state));
  const engine = book.engines.find(({ id }) => id === engineId);
  const late = own.filter((line) => isLate(line, todayIs())).length;
  const counts = { wanted: at('wanted').length, ordered: at('ordered').length, promised: at('promised').length, arrived: at('arrived').length, fitted: 0 }; // prettier-ignore
  const shows = (...stations: Station[]) => station === null || stations.includes(station);
  return (
    <Page
      title="Parts"
      aside={
        engineId
          ? engine && `${engine.tag}, ${engine.title}`
          : `${book.lines.length} open ${book.lines.length === 1 ? 'line' : 'lines'}`
      }
      action={
        <Button variant="contained" onClick={() => setWants(true)}>
          Want a part
        </Button>
      }
    >
      <div className="parts">
        <div className="parts-head">
          <ToggleButtonGroup
            exclusive
            size="small"
            value={view}
            aria-label="What is shown"
            onChange={(_event, chosen: View | null) =>
              chosen &&
              setParams({ ...(chosen === 'lines' ? {} : { view: chosen }), ...(engineId ? { engine: engineId } : {}) })
            }
          >
            {VIEWS.map((one) => (
              <ToggleButton key={one} value={one}>
                {VIEW_NAME[one]}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {view === 'lines' && book.engines.length > 0 && (
            <label>
              of{' '}
              <select
                value={engineId ?? ''}
                aria-label="Of which engine"
                onChange={({ target }) => setParams(target.value === '' ? {} : { engine: target.value })}
              >
                <option value="">all engines</option>
                {book.engines.map(({ id, tag }) => (
                  <option key={id} value={id}>
                    {tag}
                  </option>
                ))}
                {engineId && !engine && <option value={engineId}>this engine</option>}
              </select>
            </label>
          )}
        </div>
        {view === 'shelf' && <Shelf book={book} />}
        {view === 'suppliers' && <Suppliers book={book} />}
        {view === 'lines' && (
          <>
            <PartsWay
              counts={counts}
              names={STATE_NAME}
              late={late}
              active={station}
              onPick={(picked) => setStation((before) => (before === picked ? null : picked))}
            />
            {shows('wanted') && (
              <section aria-label="Wanted">
                <h2>Wanted</h2>
                <Wanted book={book} lines={at('wanted')} />
              </section>
            )}
            {shows('ordered', 'promised') && (
              <section aria-label="On its way">
                <h2>On its way</h2>
                <Orders book={book} lines={at('ordered', 'promised')} />
              </section>
            )}
            {shows('arrived') && (
              <section aria-label="Here">
                <h2>Here, not fitted yet</h2>
                {counts.arrived === 0 && <p>Nothing lies here for an engine.</p>}
                <ul className="plain-list">
                  {at('arrived').map((line) => (
                    <LineRow key={line.id} line={line} book={book} />
                  ))}
                </ul>
              </section>
            )}
            {station === 'fitted' && <p>What is fitted stands with its engine: choose one above.</p>}
            {engineId && <Costs book={book} engineId={engineId} />}
          </>
        )}
      </div>
      {wants && <WantPart begun={{ engineId, places: [], part: 'other' }} onClose={() => setWants(false)} />}
    </Page>
  );
}
