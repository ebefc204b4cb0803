import type { VerdictChange } from '../../core/sheet/verdict-changes.js';
import { spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';

/** A verdict in a sentence about its changing. */
const VERDICT_NAME: Record<VerdictChange['before'], string> = {
  in: 'in',
  doubt: 'in doubt',
  low: 'low',
  high: 'high',
  suspect: 'suspect',
  unjudged: 'not judged',
  missing: 'missing',
  'not-asked': 'not asked for',
};

const where = ({ measure, place }: VerdictChange) =>
  place === 'engine' ? measureOf(measure).title : `${measureOf(measure).title}, ${spokenPlace(place)}`;

/** Which verdicts something would change, before it is done. */
export function VerdictChanges({ changes, on }: { changes: VerdictChange[]; on: string }) {
  if (changes.length === 0) return <p>No verdict on {on} would change.</p>;
  return (
    <>
      <p>
        {changes.length === 1 ? 'One verdict' : `${changes.length} verdicts`} on {on} would change:
      </p>
      <ul className="verdict-changes">
        {changes.map((change) => (
          <li key={`${change.measure} ${change.place}`}>
            {where(change)}: {VERDICT_NAME[change.before]} → <strong>{VERDICT_NAME[change.after]}</strong>
          </li>
        ))}
      </ul>
    </>
  );
}
