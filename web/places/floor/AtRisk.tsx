import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { Link } from 'react-router';
import { sayDay } from '../../app/say-day.js';
import type { EnginePromise, PromisesAnswer } from '../../../contracts/promise.js';
import { isAtRisk, mustBeTold, wordPromise, wordStep } from '../../../contracts/wording/promise.js';
import { STAGE_PLACES } from '../stages.js';
import { TellCustomer } from './TellCustomer.js';

const hours = (minutes: number) => `${Math.max(1, Math.round(minutes / 60))} h`;

/** What can be begun on an engine right now: its first step that waits for nothing. */
const startable = ({ steps, startOn }: EnginePromise, now: number): EnginePromise['steps'][number] | undefined =>
  startOn !== null && Date.parse(startOn) > now
    ? undefined
    : steps.find(({ needs, notBefore, minutes }) => minutes > 0 && needs.length === 0 && (notBefore === undefined || Date.parse(notBefore) <= now)); // prettier-ignore

/** Where a step of an engine is done. */
const placeOf = (id: string) =>
  STAGE_PLACES.find(({ stage }) => stage === id)?.path ?? (id === 'review' ? 'review' : 'path');

/** Promises in danger, the worst first, with why and what can be done meanwhile; and where a free hand should go. */
export function AtRisk({ answer }: { answer: PromisesAnswer }) {
  const [telling, setTelling] = useState<EnginePromise | null>(null);
  const { engines, from } = answer;
  const risky = engines.filter(isAtRisk);
  const free = engines.map((engine) => ({ engine, step: startable(engine, from) })).find(({ step }) => step !== undefined); // prettier-ignore
  return (
    <section aria-label="Promises" className="floor-promises">
      <h2>
        Promises <Link to="/week">the week</Link>
      </h2>
      {risky.length === 0 && <p className="now-quiet">No promise is in danger.</p>}
      <ul className="plain-list">
        {risky.map((engine) => {
          const now = startable(engine, from);
          const isWaiting = engine.awaited.length > 0;
          return (
            <li key={engine.id}>
              <Link to={`/engines/${engine.id}/path`}>
                <span aria-hidden="true">▲ </span>
                <strong>{engine.tag}</strong> {wordPromise(engine, sayDay)}
              </Link>
              {isWaiting && now && <span> · meanwhile {wordStep(now.id)}</span>}
              {mustBeTold(engine) && (
                <Button size="small" onClick={() => setTelling(engine)}>
                  Tell {engine.customer} now
                </Button>
              )}
              {engine.told && !mustBeTold(engine) && (
                <span className="floor-told"> · told {format(new Date(engine.told.at), 'd MMM, HH:mm')}</span>
              )}
            </li>
          );
        })}
      </ul>
      {free?.step && (
        <p>
          A free hand goes to{' '}
          <Link to={`/engines/${free.engine.id}/${placeOf(free.step.id)}`}>
            <strong>{free.engine.tag}</strong>, {wordStep(free.step.id)}
          </Link>{' '}
          ({hours(free.step.minutes)}).
        </p>
      )}
      {answer.unsaid.length > 0 && (
        <p className="now-quiet">
          Reckoned with{' '}
          {answer.unsaid
            .map((one) => ({ week: 'Monday to Friday', hours: '8 to 17', timeZone: 'UTC' })[one])
            .join(', ')}
          : the shop has not said its own.
        </p>
      )}
      {telling && <TellCustomer engine={telling} shop={answer.shop} onClose={() => setTelling(null)} />}
    </section>
  );
}
