import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { wordWaits } from '../../contracts/wording/parts.js';
import { waitsOf, type PartLine } from '../../core/parts/line.js';
import { ask } from './api.js';
import { usePartsBook } from '../state/parts-book.js';
import { useLooksOn } from '../state/session.js';

/** What this engine waits for and until when, with the way to its parts; nothing where it has none that are not fitted. */
export function EngineWaits({ engineId }: { engineId: string }) {
  const looksOn = useLooksOn();
  // Whatever is done with parts on this device reads the book anew.
  const book = usePartsBook((state) => state.book);
  const [lines, setLines] = useState<PartLine[]>([]);
  useEffect(() => {
    if (looksOn) return;
    const stopped = new AbortController();
    ask('GET /api/engines/:id/parts', { params: { id: engineId }, signal: stopped.signal })
      .then((answer) => setLines(answer.lines))
      // Without the server there is work enough; what it waits for is no reason to stop it.
      .catch(() => {});
    return () => stopped.abort();
  }, [engineId, book, looksOn]);
  const waits = waitsOf(lines);
  if (looksOn || (!waits && lines.every(({ state }) => state !== 'arrived'))) return null;
  const says = waits ? wordWaits(waits, (day) => format(parseISO(day), 'd MMM')) : 'its parts are here';
  return (
    <Link to={`/parts?engine=${engineId}`} className={waits ? 'engine-waits' : 'engine-waits here'}>
      {says}
    </Link>
  );
}
