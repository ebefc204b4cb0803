import Button from '@mui/material/Button';
import { Link, Navigate, useSearchParams } from 'react-router';
import { wordLimit } from '../../../contracts/wording/limit.js';
import { many } from '../../../contracts/wording/many.js';
import { METHOD_TITLE } from '../../../contracts/wording/setting.js';
import { SCHOOL_NAME, SCHOOL_WHY } from '../../../contracts/wording/geometry.js';
import { STOP_METHODS } from '../../../core/cam/valve-stops.js';
import { STAGES } from '../../../core/plan/measure.js';
import { ENGINE_KINDS, limitIn, nearestExample } from '../../../core/plan/first-set.js';
import { findMeasure } from '../../../core/plan/measures.js';
import { SCHOOLS } from '../../../core/valvetrain/schools.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';
import { answeredIn, KIND_NAME, LENGTHS, LIFTERS, type Answered } from './first-answers.js';
import { LimitBar } from './LimitBar.js';
import { STAGE_NAME, VALVE_NAME } from './words.js';
import './limits.css';

interface Question {
  name: 'kind' | 'lifter' | 'lengths' | 'method' | 'school';
  asks: string;
  options: (readonly [value: string, title: string, why?: string])[];
}

const QUESTIONS: Question[] = [
  { name: 'kind', asks: 'What do you build?', options: ENGINE_KINDS.map((kind) => [kind, KIND_NAME[kind]]) },
  { name: 'lifter', asks: 'Which lifters?', options: LIFTERS.map((lifter) => [lifter, lifter]) },
  { name: 'lengths', asks: 'Lengths in', options: LENGTHS.map((unit) => [unit, unit === 'in' ? 'inches' : 'millimetres']) }, // prettier-ignore
  { name: 'method', asks: 'How do you set valves?', options: STOP_METHODS.map((method) => [method, METHOD_TITLE[method]]) }, // prettier-ignore
  { name: 'school', asks: 'What decides the geometry?', options: SCHOOLS.map((school) => [school, SCHOOL_NAME[school], SCHOOL_WHY[school]]) }, // prettier-ignore
];

/** The nearest example as its bars, once it is plain which it is; and the ways on from it. */
function Example({ answered, query }: { answered: Answered; query: string }) {
  const { kind, lifter, lengths } = answered;
  if (!kind || !lifter || !lengths)
    return <p className="limit-quiet">Say what you build, with which lifters, in which unit. The nearest example shows here.</p>; // prettier-ignore
  const example = nearestExample({ kind, lifter });
  const limits = example.limits.map((limit) => limitIn(limit, lengths));
  const isConverted = example.limits.some(({ unit }, index) => unit !== limits[index].unit);
  const lacking = QUESTIONS.filter(({ name }) => !answered[name]).length;
  return (
    <section aria-label="Nearest example">
      <h2>
        {example.title} <span className="limit-quiet">is the nearest example, for {example.lifter} lifters</span>
      </h2>
      <p className="limit-quiet">
        {isConverted
          ? `It is in ${lengths === 'mm' ? 'inches' : 'millimetres'}: converted here, and rounded so that no limit gets wider.`
          : 'General shop practice. The maker’s card comes first.'}
      </p>
      <div className="first-set-end">
        {lacking > 0 ? (
          <p role="status">{many(lacking, 'question', 'questions')} to answer.</p>
        ) : (
          <>
            <Button variant="contained" component={Link} to={`/new-limits/lines?${query}`}>
              Go through its {limits.length} limits
            </Button>
            <Button variant="outlined" component={Link} to={`/new-limits/lines?${query}&blank=1`}>
              Begin with a blank set
            </Button>
          </>
        )}
      </div>
      {STAGES.map((stage) => {
        const here = limits.filter(({ measure }) => findMeasure(measure)?.stage === stage);
        if (here.length === 0) return null;
        return (
          <section key={stage} aria-label={STAGE_NAME[stage]}>
            <h3>{STAGE_NAME[stage]}</h3>
            <ul className="plain-list">
              {here.map((limit) => (
                <li key={`${limit.measure} ${limit.valve ?? ''}`} className="limit-row first-set-row">
                  <span className="limit-title">
                    {findMeasure(limit.measure)!.title}
                    {limit.valve && `, ${VALVE_NAME[limit.valve]}`}
                  </span>
                  <LimitBar limit={limit} practice={example.practice} />
                  <span className="figure limit-said">{wordLimit(limit)}</span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </section>
  );
}

/** A set of the shop's own, from the beginning: what it builds and how it works; the nearest example follows. */
export function FirstSet() {
  const [asked, setAsked] = useSearchParams();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  if (!isOwner) return <Navigate to="/limits" replace />;
  const answered = answeredIn(asked);
  return (
    <Page title="A new set" aside="Five questions, then each limit">
      <div className="first-set">
        <form aria-label="What you build" onSubmit={(event) => event.preventDefault()}>
          {QUESTIONS.map(({ name, asks, options }) => (
            <fieldset key={name}>
              <legend>{asks}</legend>
              {options.map(([value, title, why]) => (
                <label key={value} className={answered[name] === value ? 'first-set-option here' : 'first-set-option'}>
                  <input
                    type="radio"
                    name={name}
                    value={value}
                    checked={answered[name] === value}
                    onChange={() =>
                      setAsked((now) => ({ ...Object.fromEntries(now), [name]: value }), { replace: true })
                    }
                  />
                  <span>
                    {title}
                    {why && <span className="limit-quiet first-set-why">{why}</span>}
                  </span>
                </label>
              ))}
            </fieldset>
          ))}
        </form>
        <Example answered={answered} query={asked.toString()} />
      </div>
    </Page>
  );
}
