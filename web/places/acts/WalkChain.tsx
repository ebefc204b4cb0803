import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import type { ApiAnswer } from '../../../contracts/api.js';
import { ask, sayError } from '../../app/api.js';
import { Chain } from '../../drawings/Chain.js';

type Stretch = ApiAnswer<'GET /api/acts/chain'>;
interface Walked {
  acts: number;
  /** The last act that was walked, of the newest there is, by their places in the chain. */
  last: number;
  end: number;
  head: string | null;
  isEnd: boolean;
  /** What does not agree, with the act at which it was found. */
  faults: (Stretch['faults'][number] & { after: number })[];
}

const NOT_YET: Walked = { acts: 0, last: 0, end: 0, head: null, isEnd: false, faults: [] };
const MOST_NAMED = 20;

const SAYS: Record<string, string> = {
  broken: 'does not follow from the act before it: the chain was changed here, or cut',
  changed: 'is not as it was written',
  missing: 'is gone',
  'told-twice': 'is told of twice',
  moved: 'does not stand in the order in which it was written',
  'other-head': 'was signed over another chain than this one',
};

/** The chain walked from its beginning, stretch by stretch: each act holds the hash of the one before it. */
export function WalkChain() {
  const [walked, setWalked] = useState<Walked>(NOT_YET);
  const [walking, setWalking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const left = useRef(new AbortController());
  // Made anew when the page is: what was left is not walked on.
  useEffect(() => {
    left.current = new AbortController();
    return () => left.current.abort();
  }, []);

  const walk = async () => {
    const { signal } = left.current;
    setWalking(true);
    setProblem(null);
    let [now, after, previous] = [NOT_YET, 0, undefined as string | undefined];
    try {
      while (!now.isEnd) {
        const stretch = await ask('GET /api/acts/chain', {
          query: { after, ...(previous ? { previous } : {}) },
          signal,
        });
        const acts = now.acts + stretch.rows;
        const found = stretch.faults.map((fault) => ({ ...fault, after: stretch.last - 1 }));
        now = {
          acts,
          last: stretch.last,
          end: Math.max(stretch.end, stretch.last),
          head: stretch.head,
          isEnd: stretch.isEnd,
          faults: [...now.faults, ...found],
        };
        [after, previous] = [stretch.last, stretch.head];
        setWalked(now);
      }
    } catch (error) {
      if (!signal.aborted) setProblem(sayError(error));
    }
    if (!signal.aborted) setWalking(false);
  };

  const { acts, last, end, head, isEnd, faults } = walked;
  return (
    <section aria-label="The chain" className="acts-chain">
      <Chain walked={last} total={end} faultsAt={faults.map((fault) => fault.after)} />
      <div className="acts-chain-line">
        <Button variant="outlined" disabled={walking} onClick={() => void walk()}>
          Walk the chain
        </Button>
        <p aria-live="polite">
          {acts === 0 &&
            !walking &&
            'Each act holds the hash of the one before it. Walking the chain finds whatever was changed since.'}
          {walking && `${acts} acts walked`}
          {isEnd && faults.length === 0 && (
            <>
              All <span className="figure">{acts}</span> acts hold, each chained to the one before. It ends in{' '}
              <span className="figure acts-head">{head}</span>. Every record signed from here on says so under its
              signature: paper in a customer’s hands shows a past that was changed.
            </>
          )}
          {isEnd && faults.length > 0 && (
            <strong className="acts-wrong">The chain and what stands in the tables do not agree.</strong>
          )}
        </p>
      </div>
      {faults.length > 0 && (
        <ul className="acts-faults">
          {faults.slice(0, MOST_NAMED).map(({ at, fault }) => (
            <li key={`${at} ${fault}`}>
              <span className="figure">{at}</span> {SAYS[fault] ?? fault}
            </li>
          ))}
          {faults.length > MOST_NAMED && <li>and {faults.length - MOST_NAMED} more</li>}
        </ul>
      )}
      {problem && <p role="alert">{problem}</p>}
    </section>
  );
}
