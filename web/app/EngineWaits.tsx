import { useEffect } from 'react';
import { Link } from 'react-router';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { wordWaits } from '../../contracts/wording/parts.js';
import { waitsOf } from '../../core/parts/line.js';
import { usePartsBook } from '../state/parts-book.js';
import { useLooksOn } from '../state/session.js';

/** What this engine waits for and until when, with the way to its parts; nothing where it waits for none. */
export function EngineWaits({ engineId }: { engineId: string }) {
  const looksOn = useLooksOn();
  const { book, load } = usePartsBook();
  useEffect(() => {
    if (!looksOn) void load();
  }, [engineId, load, looksOn]);
  const own = book?.lines.filter((line) => line.engineId === engineId) ?? [];
  const waits = waitsOf(own);
  if (looksOn || own.length === 0) return null;
  const says = waits ? wordWaits(waits, (day) => format(parseISO(day), 'd MMM')) : 'its parts are here';
  return (
    <Link to={`/parts?engine=${engineId}`} className={waits ? 'engine-waits' : 'engine-waits here'}>
      {says}
    </Link>
  );
}
