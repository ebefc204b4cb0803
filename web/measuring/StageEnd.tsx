import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import { ENGINE_PLACES, stageAt } from '../places/stages.js';
import { useDesk } from '../state/use-desk.js';

/** The last of a stage was taken: what of it is open, by measure, and the place that comes next. */
export function StageEnd({ stage, goToMeasure }: { stage: Stage; goToMeasure?: (key: string) => void }) {
  const engine = useDesk((desk) => desk.engine!);
  const sheet = useDesk((desk) => desk.sheet!);
  const open = new Map<string, number>();
  for (const { measure } of sheet.missing.filter((one) => measureOf(one.measure).stage === stage))
    open.set(measure, (open.get(measure) ?? 0) + 1);
  const here = stageAt(stage);
  const then = ENGINE_PLACES[ENGINE_PLACES.indexOf(here) + 1];
  return (
    <section className="now-end" aria-label="End of this stage">
      <p role="status">
        <strong>End of {here.title.toLowerCase()}.</strong>{' '}
        {open.size === 0 ? 'Nothing required is missing.' : 'Missing:'}
      </p>
      {open.size > 0 && (
        <ul className="plain-list">
          {[...open].map(([measure, count]) => (
            <li key={measure}>
              <Button size="small" disabled={!goToMeasure} onClick={() => goToMeasure?.(measure)}>
                {measureOf(measure).title}, {count} missing
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p>
        <Button size="small" variant="outlined" component={Link} to={`/engines/${engine.id}/${then.path}`}>
          Go to {then.title.toLowerCase()}
        </Button>
      </p>
    </section>
  );
}
