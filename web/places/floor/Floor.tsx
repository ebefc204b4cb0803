import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { Link, useLoaderData, useNavigate, useSearchParams } from 'react-router';
import type { EngineSummary } from '../../../contracts/engine.js';
import type { PromisesAnswer } from '../../../contracts/promise.js';
import { isAtRisk } from '../../../contracts/wording/promise.js';
import { wordWaits } from '../../../contracts/wording/parts.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { LIVES } from '../../../core/sheet/acts.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { Mark } from '../../../core/judge/mark.js';
import type { floorLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { MiniMap } from '../../drawings/MiniMap.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { LIFE_WORD, sayPromise } from '../intake/words.js';
import { useSession } from '../../state/session.js';
import { usePromises } from '../../state/promises.js';
import { AtRisk } from './AtRisk.js';
import { DueStrip } from './DueStrip.js';
import { FirstSteps } from './FirstSteps.js';
import { wordWhere } from '../../../contracts/wording/where.js';
import { placeNext } from '../way-next.js';
import './floor.css';

const LEGEND: Mark[] = ['in', 'doubt', 'low', 'high', 'missing', 'accepted'];

const toNext = ({ id, where }: EngineSummary) => `/engines/${id}/${placeNext(where)}`;

function Row({ engine }: { engine: EngineSummary }) {
  const { says, next } = wordWhere(engine.where, engine.flagsOpen.length, engine.signedAt && format(new Date(engine.signedAt), 'd MMM')); // prettier-ignore
  const [first, ...others] = engine.flagsOpen;
  const promise = engine.promised && engine.life === 'in-work' ? sayPromise(engine.promised, new Date()) : null;
  return (
    <li className="floor-row">
      <Link to={toNext(engine)} className="floor-link" data-tag={engine.tag}>
        <span>
          <strong className="floor-tag">{engine.tag}</strong>
          <span className="floor-title">{engine.title}</span>
        </span>
        <span className="floor-customer">{engine.customer}</span>
        <MiniMap banks={engine.banks} marks={engine.marks as Record<string, Mark>} />
        <span>
          <span className="floor-says">{says}</span>
          {first && (
            <span style={{ display: 'block' }}>
              <VerdictMark mark={first.verdict as Mark} word={false} />{' '}
              <span style={{ color: 'var(--flag)' }}>
                {first.place === 'engine' ? measureOf(first.measure).title : spokenPlace(first.place)} {first.verdict}
                {others.length > 0 && `, ${others.length} more`}
              </span>
            </span>
          )}
          {engine.waits && engine.life === 'in-work' && (
            <span className="floor-waits">{wordWaits(engine.waits, (day) => format(parseISO(day), 'd MMM'))}</span>
          )}
          {next !== '' && <span className="floor-next">Next: {next}</span>}
        </span>
        <span className="floor-touched">
          {promise && <span className={promise.isLate ? 'floor-promise late' : 'floor-promise'}>{promise.says}</span>}
          touched <span className="figure">{formatDistanceToNowStrict(new Date(engine.touchedAt))}</span> ago
        </span>
      </Link>
    </li>
  );
}

/** The floor's own address, without what goes by itself. */
const addressOf = (search: string, life: string, page = 1) => ({
  ...(search === '' ? {} : { search }),
  ...(life === 'in-work' ? {} : { life }),
  ...(page === 1 ? {} : { page: String(page) }),
});

/** The engines of a page, those that are most at risk first; the others as they were touched. */
function byRisk(engines: EngineSummary[], promises: PromisesAnswer | null): EngineSummary[] {
  const risky = (promises?.engines ?? []).filter(isAtRisk).map(({ id }) => id);
  const rank = ({ id }: EngineSummary) => (risky.includes(id) ? risky.indexOf(id) : risky.length);
  return [...engines].sort((a, b) => rank(a) - rank(b));
}

/** How long after the last key the floor is searched, ms. */
const SETTLED_MS = 150;
/** How long the rows wait for what becomes of their promises, ms: drawn later it moves what a hand is about to press. */
const PROMISES_MS = 400;

/** All engines, the last touched first. `/` searches, the arrows walk, Enter opens, from the search what it finds first. */
export function Floor() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const page = Number(params.get('page') ?? 1);
  const life = params.get('life') ?? 'in-work';
  // The address follows the field when no more is typed; a field that waited for it would lose keys typed fast.
  const [typed, setTyped] = useState(search);
  const answer = useLoaderData<typeof floorLoader>();
  /** Enter or an arrow was pressed in the search: what it finds first is opened, or gone to, once it is there. */
  const [onceFound, setOnceFound] = useState<'open' | 'go' | null>(null);
  const navigate = useNavigate();
  const field = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const role = useSession((state) => state.person?.role);
  const { answer: promises, failure, load: loadPromises } = usePromises();
  const [waits, setWaits] = useState(true);
  useEffect(() => {
    if (role && role !== 'apprentice') void loadPromises();
    // The floor stands all the same where working them out takes longer.
    const waited = setTimeout(() => setWaits(false), PROMISES_MS);
    return () => clearTimeout(waited);
  }, [role, loadPromises]);
  const isDrawn = !waits || promises !== null || failure !== null || role === 'apprentice';
  const engines = isDrawn ? answer?.engines : undefined;

  useEffect(() => {
    if (typed === search || document.activeElement !== field.current) return;
    const settled = setTimeout(() => setParams(addressOf(typed, life), { replace: true }), SETTLED_MS);
    return () => clearTimeout(settled);
  }, [typed, search, life, setParams]);
  useEffect(() => setTyped((text) => (document.activeElement === field.current ? text : search)), [search]);
  useEffect(() => {
    if (onceFound === null || answer?.search !== typed) return;
    setOnceFound(null);
    if (onceFound === 'go') list.current!.querySelector('a')?.focus();
    else if (answer.engines.length > 0) void navigate(toNext(answer.engines[0]));
  }, [onceFound, answer, typed, navigate]);

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (event.key !== '/' || event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const walk = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && event.target === field.current && typed.trim() !== '') setOnceFound('open');
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    // What stands there now is about to go.
    if (event.target === field.current && answer?.search !== typed) return setOnceFound(step === 1 ? 'go' : null);
    const links = [...list.current!.querySelectorAll('a')];
    const next = links.indexOf(document.activeElement as HTMLAnchorElement) + step;
    if (next < 0) field.current?.focus();
    else links[Math.min(next, links.length - 1)]?.focus();
  };

  const flags = answer?.engines.reduce((sum, engine) => sum + engine.flagsOpen.length, 0) ?? 0;
  const toSign = answer?.engines.filter((engine) => engine.where.is === 'to-sign').length ?? 0;
  const aside =
    answer &&
    [
      `${answer.total} ${answer.total === 1 ? 'engine' : 'engines'}`,
      flags && `${flags} ${flags === 1 ? 'flag' : 'flags'} open`,
      toSign && `${toSign} to sign`,
    ]
      .filter(Boolean)
      .join(', ');
  return (
    <Page
      title="Floor"
      aside={aside}
      action={
        role !== 'apprentice' && (
          <Button variant="contained" component={Link} to="/engines/new">
            Open an engine
          </Button>
        )
      }
    >
      <div onKeyDown={walk}>
        <TextField
          inputRef={field}
          value={typed}
          onChange={(event) => {
            setOnceFound(null);
            setTyped(event.target.value);
          }}
          placeholder="tag, title or customer"
          sx={{ maxWidth: 380, mt: 1.5 }}
          slotProps={{
            htmlInput: { 'aria-label': 'Find an engine by tag, title or customer' },
            input: { startAdornment: <kbd style={{ marginRight: 10 }}>/</kbd> },
          }}
        />
        <ToggleButtonGroup
          exclusive
          size="small"
          value={life}
          aria-label="Which engines"
          className="floor-lives"
          onChange={(_event, chosen: string | null) => chosen && setParams(addressOf(search, chosen))}
        >
          {[...LIVES, 'all' as const].map((one) => (
            <ToggleButton key={one} value={one}>
              {one === 'all' ? 'all' : LIFE_WORD[one].is}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {role === 'owner' && life === 'in-work' && search === '' && <FirstSteps />}
        {answer && <DueStrip due={answer.due} />}
        {promises && life === 'in-work' && search === '' && page === 1 && <AtRisk answer={promises} />}
        <ul className="plain-list floor-list" ref={list} aria-label="Engines">
          {byRisk(engines ?? [], search === '' ? promises : null).map((engine) => (
            <Row key={engine.id} engine={engine} />
          ))}
        </ul>
        {engines && engines.length > 0 && (
          <p className="floor-legend">
            {LEGEND.map((mark) => (
              <VerdictMark key={mark} mark={mark} />
            ))}
          </p>
        )}
        {engines?.length === 0 && (
          <p>
            {search
              ? `No engine matches “${search}”.`
              : life === 'in-work'
                ? 'No engine in work. Open the next one.'
                : 'No engine stands so.'}
          </p>
        )}
        {answer && answer.pages > 1 && (
          <p style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
            <Button disabled={page <= 1} onClick={() => setParams(addressOf(search, life, page - 1))}>
              Newer
            </Button>
            <span>
              page {page} of {answer.pages}
            </span>
            <Button disabled={page >= answer.pages} onClick={() => setParams(addressOf(search, life, page + 1))}>
              Older
            </Button>
          </p>
        )}
      </div>
    </Page>
  );
}
