import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { ask } from '../../app/api.js';
import { usePreferences } from '../../state/preferences.js';
import './first-steps.css';

/** What a shop sets up before its first engine, in an order in which each helps the next. */
interface Step {
  title: string;
  /** What it is good for. */
  why: string;
  to: string;
  isDone: boolean;
}

/** What of it is there, as the server says; engines of whatever life. */
async function look(): Promise<Step[]> {
  const [{ people }, { specSets }, shop, backups, { total }] = await Promise.all([
    ask('GET /api/people'),
    ask('GET /api/spec-sets'),
    ask('GET /api/shop/data'),
    ask('GET /api/backups'),
    ask('GET /api/engines', { query: { page: 1 } }),
  ]);
  return [
    {
      title: 'People',
      why: 'Each reading stands under the name of whoever took it.',
      to: '/people',
      isDone: people.length > 1,
    },
    {
      title: 'Limits',
      why: 'The examples judge until the shop writes its own.',
      to: '/new-limits',
      isDone: specSets.some(({ issued }) => issued),
    },
    {
      title: 'Hours',
      why: 'When an engine will be ready is reckoned in them.',
      to: '/shop',
      isDone: shop.week !== null && shop.hours !== null,
    },
    {
      title: 'Backup',
      why: 'One broken disk must not take the shop’s memory with it.',
      to: '/shop',
      isDone: backups.nightly || backups.made.length > 0,
    },
    {
      title: 'First engine',
      why: 'Customer and layout are enough to begin.',
      to: '/engines/new',
      isDone: total > 0,
    },
  ];
}

/** The first steps of a shop as a way: what each is good for, ticked by what is there, gone once all of it is. */
export function FirstSteps() {
  const { firstStepsDone, endFirstSteps } = usePreferences();
  const [steps, setSteps] = useState<Step[] | null>(null);
  useEffect(() => {
    if (firstStepsDone) return;
    let isHere = true;
    look().then(
      (found) => {
        if (found.every(({ isDone }) => isDone)) endFirstSteps();
        else if (isHere) setSteps(found);
      },
      // The floor stands without them.
      () => {},
    );
    return () => {
      isHere = false;
    };
  }, [firstStepsDone, endFirstSteps]);
  if (firstStepsDone || !steps) return null;
  const next = steps.find(({ isDone }) => !isDone);
  return (
    <section aria-labelledby="first-steps" className="first-steps">
      <h2 id="first-steps">First steps</h2>
      <ol className="first-steps-way">
        {steps.map((step) => (
          <li key={step.title} className={step.isDone ? 'done' : step === next ? 'next' : undefined}>
            <span className="first-steps-mark" aria-hidden="true">
              {step.isDone ? '✓' : ''}
            </span>
            <span>
              {step.isDone ? <strong>{step.title}</strong> : <Link to={step.to}>{step.title}</Link>}
              <span className="sr-only">{step.isDone ? ', done' : step === next ? ', next' : ''}</span>
              <span className="first-steps-why">{step.why}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
