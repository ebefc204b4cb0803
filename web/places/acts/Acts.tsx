import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { useEffect, useState } from 'react';
import { Link, useLoaderData, useSearchParams } from 'react-router';
import type { LoggedAct } from '../../../contracts/act.js';
import { ask, sayError } from '../../app/api.js';
import type { actsLoader } from '../../app/loaders.js';
import { DayField } from '../../app/DayField.js';
import { Page } from '../../app/Page.js';
import { isDay } from '../../app/typed-day.js';
import './acts.css';
import { WalkChain } from './WalkChain.js';

const dayOf = (iso: string) => format(new Date(iso), 'EEEE, d MMMM yyyy');

/** Acts under the day on which they were done. */
function byDay(acts: LoggedAct[]): [day: string, acts: LoggedAct[]][] {
  const days = new Map<string, LoggedAct[]>();
  for (const act of acts) days.set(dayOf(act.at), [...(days.get(dayOf(act.at)) ?? []), act]);
  return [...days];
}

function Act({ act }: { act: LoggedAct }) {
  return (
    <li className="acts-row">
      <span className="figure acts-time">{format(new Date(act.at), 'HH:mm')}</span>
      <span className="acts-engine">
        {act.engine && <Link to={`/engines/${act.engine.id}/intake`}>{act.engine.tag}</Link>}
      </span>
      <span>
        {act.by && <strong>{act.by.name}</strong>} {act.says}
      </span>
      <span className="figure acts-hash" title={act.hash}>
        {act.hash.slice(0, 8)}
      </span>
    </li>
  );
}

/** The log of acts as sentences, by engine, person and day; and the chain that holds them, walked on the page. */
export function Acts() {
  const [params, setParams] = useSearchParams();
  const loaded = useLoaderData<typeof actsLoader>();
  const [more, setMore] = useState<Pick<NonNullable<typeof loaded>, 'acts' | 'next' | 'backTo'> | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [typed, setTyped] = useState(params.get('tag') ?? '');
  const [day, setDay] = useState(params.get('day') ?? '');
  // What was looked for is another question: what was found further back answers the one before.
  useEffect(() => setMore(null), [loaded]);
  if (!loaded) return null;
  const { query, people } = loaded;
  const { acts, next, backTo } = more ?? loaded;
  const narrow = (name: string, value: string) => {
    const changed = new URLSearchParams(params);
    if (value === '') changed.delete(name);
    else changed.set(name, value);
    setParams(changed, { replace: true });
  };
  const goOn = () =>
    ask('GET /api/acts', { query: { ...query, before: next! } }).then(
      (found) => setMore({ ...found, acts: [...acts, ...found.acts] }),
      (error: unknown) => setProblem(sayError(error)),
    );
  return (
    <Page title="Acts" aside="Everything that was done here, in its order; nothing is ever taken away">
      <WalkChain />
      <form
        className="acts-search"
        role="search"
        aria-label="Find acts"
        onSubmit={(event) => {
          event.preventDefault();
          narrow('tag', typed.trim());
        }}
      >
        <TextField
          label="Engine"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={() => narrow('tag', typed.trim())}
          error={loaded.noSuchTag}
          helperText={loaded.noSuchTag ? 'no engine has this tag' : 'its tag, then Enter'}
        />
        <TextField
          select
          label="Person"
          value={params.get('by') ?? ''}
          onChange={({ target }) => narrow('by', target.value)}
          helperText=" "
        >
          <MenuItem value="">everybody</MenuItem>
          {people.map(({ handle, name }) => (
            <MenuItem key={handle} value={handle}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <DayField
          label="Day"
          value={day}
          onDay={(typed) => {
            setDay(typed);
            if (typed === '' || isDay(typed)) narrow('day', typed);
          }}
          helperText=" "
        />
        <Button type="submit" variant="outlined">
          Find
        </Button>
      </form>
      {byDay(acts).map(([title, some]) => (
        <section key={title} aria-label={title}>
          <h2 className="acts-day">{title}</h2>
          <ol className="plain-list">
            {some.map((act) => (
              <Act key={act.seq} act={act} />
            ))}
          </ol>
        </section>
      ))}
      {acts.length === 0 && <p>Nothing of that was done{backTo ? ` since ${dayOf(backTo)}` : ''}.</p>}
      {problem && <p role="alert">{problem}</p>}
      {next !== null && (
        <p>
          <Button variant="outlined" onClick={() => void goOn()}>
            Further back{backTo ? `, before ${dayOf(backTo)}` : ''}
          </Button>
        </p>
      )}
    </Page>
  );
}
