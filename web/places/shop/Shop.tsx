import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import { differenceInHours } from 'date-fns/differenceInHours';
import { format } from 'date-fns/format';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { useEffect, useState } from 'react';
import { useLoaderData } from 'react-router';
import type { Backups } from '../../../contracts/backup.js';
import { ask, sayError } from '../../app/api.js';
import type { shopLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';
import { CalendarPart } from './CalendarPart.js';
import { KeysPart } from './KeysPart.js';
import './shop.css';
import { ShopDataPart } from './ShopDataPart.js';

const LOOK_AGAIN_MS = 700;
/** After so long without a good one, the shop is told. */
const TOO_OLD_HOURS = 48;

const megabytes = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** How safe what the shop has written down is, in a sentence; and whether that is a warning. */
function standing({ made, nightly }: Backups): { says: string; warns: boolean } {
  const [newest] = made;
  if (!newest) return { says: 'No backup was ever made here.', warns: true };
  const at = new Date(newest.madeAt);
  const says = `The last good one was made ${formatDistanceToNowStrict(at)} ago, on ${format(at, 'd MMM, HH:mm')}.`;
  const old = differenceInHours(new Date(), at) >= TOO_OLD_HOURS;
  return {
    says: old
      ? `${says} That is too long: ${nightly ? 'something keeps the nights from making one' : 'make one now'}.`
      : says,
    warns: old,
  };
}

/** Backups of the shop: how the last one stands, making one while everybody works, and taking one away. */
function BackupPart({ loaded }: { loaded: Backups }) {
  const [state, setState] = useState(loaded);
  const [withKeys, setWithKeys] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { running } = state;
  useEffect(() => {
    if (!running) return;
    const timer = setTimeout(() => {
      ask('GET /api/backups').then(setState, (error: unknown) => setProblem(sayError(error)));
    }, LOOK_AGAIN_MS);
    return () => clearTimeout(timer);
  }, [running]);
  const make = () => {
    setProblem(null);
    ask('POST /api/backups', { body: { keys: withKeys } }).then(setState, (error: unknown) =>
      setProblem(sayError(error)),
    );
  };
  const { says, warns } = standing(state);
  return (
    <section aria-label="Backup" className="shop-part">
      <h2>Backup</h2>
      <p className={warns ? 'shop-warning' : undefined}>
        {warns && <span aria-hidden="true">▲ </span>}
        {says}
      </p>
      <p className="shop-quiet">
        {state.nightly
          ? 'One is made each night'
          : 'None is made by itself: set UTEX_BACKUP to a folder on another disk'}
        ; seven are kept in <span className="figure">{state.folder}</span>. Keep a copy of the folder keys/ where the
        server is not: without them a restored shop cannot sign.
      </p>
      <FormControlLabel
        control={<Checkbox checked={withKeys} onChange={(_, checked) => setWithKeys(checked)} />}
        label="with the keys that the shop signs with: whoever has the file can then sign as the shop"
      />
      <div className="shop-act">
        <Button variant="contained" onClick={make} disabled={running !== null}>
          Make one now
        </Button>
        {running && (
          <span className="shop-progress">
            <LinearProgress
              variant="determinate"
              value={running.of === 0 ? 0 : Math.min(100, (running.rows / running.of) * 100)}
              aria-label="Backup under way"
            />
            <span className="figure">
              {running.rows} of {running.of} rows
            </span>
          </span>
        )}
      </div>
      {(problem ?? state.failed) && (
        <p role="alert" className="shop-warning">
          {problem ?? `The last one came to nothing: ${state.failed}`}
        </p>
      )}
      <ul className="plain-list">
        {state.made.map(({ name, madeAt, bytes }) => (
          <li key={name} className="listed">
            <span className="figure">{format(new Date(madeAt), 'd MMM yyyy, HH:mm')}</span>
            <span className="shop-quiet">{megabytes(bytes)}, read back whole</span>
            <a href={`/api/backups/${name}`} download={name} className="shop-take">
              Take it away
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the owner looks after besides limits and people. */
export function Shop() {
  const loaded = useLoaderData<typeof shopLoader>();
  const shopName = useSession((session) => session.shopName);
  return (
    <Page title="Shop" aside={shopName}>
      {loaded ? (
        <>
          <ShopDataPart loaded={loaded.shop} />
          <KeysPart loaded={loaded.keys} />
          <CalendarPart loaded={loaded.calendar} />
          <BackupPart loaded={loaded.backups} />
        </>
      ) : (
        <p>This page is the owner’s.</p>
      )}
    </Page>
  );
}
