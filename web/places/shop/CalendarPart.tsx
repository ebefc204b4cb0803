import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useState } from 'react';
import type { ApiAnswer } from '../../../contracts/api.js';
import { ask, sayError } from '../../app/api.js';

/** The address at which calendar programs read what is due, and making another one. */
export function CalendarPart({ loaded }: { loaded: ApiAnswer<'GET /api/calendar'> }) {
  const [state, setState] = useState(loaded);
  const [asks, setAsks] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const make = () => {
    setProblem(null);
    setAsks(false);
    ask('POST /api/calendar').then(setState, (error: unknown) => setProblem(sayError(error)));
  };
  const { path, madeAt, madeBy } = state;
  return (
    <section aria-label="Calendar" className="shop-part">
      <h2>Calendar</h2>
      <p className="shop-quiet">
        What is looked at again, the days that engines are promised for and those on which parts come stand in a
        calendar that calendar programs read (iCalendar, RFC 5545). Whoever has its address reads the tags, titles and
        customers of these engines.
      </p>
      {path && madeAt && (
        <p>
          <code className="shop-address">{`${location.origin}${path}`}</code>
          <br />
          <span className="shop-quiet">
            made by {madeBy}, {format(new Date(madeAt), 'd MMM yyyy, HH:mm')}
          </span>
        </p>
      )}
      <div className="shop-act">
        {asks ? (
          <>
            <span>Every calendar that reads the present address must be told the new one.</span>
            <Button variant="contained" onClick={make}>
              Make another
            </Button>
            <Button onClick={() => setAsks(false)}>Leave it</Button>
          </>
        ) : (
          <Button variant={path ? 'outlined' : 'contained'} onClick={() => (path ? setAsks(true) : make())}>
            {path ? 'Another address' : 'Make an address'}
          </Button>
        )}
      </div>
      {problem && (
        <p role="alert" className="shop-warning">
          {problem}
        </p>
      )}
    </section>
  );
}
