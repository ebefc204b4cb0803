import { Link } from 'react-router';
import { spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { Reading } from '../../../core/sheet/reading.js';
import { stageAt } from '../stages.js';

/** Readings that would stand nowhere on the engine as it is typed: where each is struck or moved first. */
export function PlacesGone({ gone, engineId }: { gone: readonly Reading[]; engineId: string }) {
  return (
    <>
      <p>
        {gone.length === 1 ? 'One reading stands' : `${gone.length} readings stand`} where this engine would have no
        place. Strike or move {gone.length === 1 ? 'it' : 'them'} first:
      </p>
      <ul>
        {gone.map(({ id, measure, place, entered }) => {
          const { title, stage } = measureOf(measure);
          return (
            <li key={id}>
              <Link to={`/engines/${engineId}/${stageAt(stage).path}`}>
                {title}, {spokenPlace(place)}: <span className="figure">{entered}</span>
              </Link>
            </li>
          );
        })}
      </ul>
    </>
  );
}
