import { wordLimit } from '../../../contracts/wording/limit.js';
import type { SpecDifference } from '../../../core/plan/compare-spec-sets.js';
import { STAGES } from '../../../core/plan/measure.js';
import { findMeasure, measureOf } from '../../../core/plan/measures.js';
import type { SpecLimit, SpecSet } from '../../../core/plan/spec-sets.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import { ownKey, type OwnMeasure } from '../../../core/plan/own-measure.js';
import { LimitBar } from './LimitBar.js';
import { PRACTICE_NAME, practiceWords, SCOPE_NAME, STAGE_NAME, VALVE_NAME } from './words.js';

const titleOf = ({ measure, valve }: Pick<SpecLimit, 'measure' | 'valve'>) =>
  `${measureOf(measure).title}${valve ? `, ${VALVE_NAME[valve]}` : ''}`;

/** What is said of a limit beside its bar. */
function Said({ limit }: { limit: SpecLimit }) {
  return (
    <>
      <span className="figure">{wordLimit(limit)}</span>
      {limit.preferred !== undefined && (
        <span className="limit-quiet">
          rather <span className="figure">{String(limit.preferred).replace('-', '−')}</span>
        </span>
      )}
      {limit.required && <span className="limit-required">required</span>}
    </>
  );
}

/** The limits of a version, stage by stage, each as the bar that the bench shows. */
export function LimitsTable({ spec }: { spec: SpecSet }) {
  const stages = STAGES.map((stage) => ({
    stage,
    limits: spec.limits.filter(({ measure }) => findMeasure(measure)?.stage === stage),
  })).filter(({ limits }) => limits.length > 0);
  return (
    <>
      {stages.map(({ stage, limits }) => (
        <section key={stage} aria-label={STAGE_NAME[stage]} className="limits-stage">
          <h2>{STAGE_NAME[stage]}</h2>
          <ul className="plain-list">
            {limits.map((limit) => (
              <li key={`${limit.measure} ${limit.valve ?? ''}`} className="limit-row">
                <span className="limit-title">{titleOf(limit)}</span>
                <LimitBar limit={limit} practice={spec.practice} />
                <span className="limit-said">
                  <Said limit={limit} />
                </span>
                <span className="limit-source">{limit.source}</span>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {spec.measures && spec.measures.length > 0 && (
        <section aria-label="The shop’s own measures" className="limits-stage">
          <h2>The shop’s own measures</h2>
          <ul className="plain-list">
            {spec.measures.map((own) => (
              <li key={ownKey(own)} className="listed">
                <strong>{own.title}</strong>
                <span>{ownWords(own)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** How a measure of the shop's own is taken, in a line. */
const ownWords = ({ stage, scope, unit, resolution, how, caution }: OwnMeasure) =>
  `${STAGE_NAME[stage]}, ${SCOPE_NAME[scope]}, to ${resolution} ${UNIT_LABEL[unit]}. ${how}${caution ? ` ${caution}` : ''}`;

const side = (limit: SpecLimit | null, spec: SpecSet) =>
  limit ? (
    <>
      <LimitBar limit={limit} practice={spec.practice} />
      <span className="limit-said">
        <Said limit={limit} />
      </span>
      <span className="limit-source">{limit.source}</span>
    </>
  ) : (
    <span className="limit-none">no limit</span>
  );

/** Two versions side by side: what changed, and nothing else. */
export function Comparison({
  before,
  after,
  difference,
}: {
  before: SpecSet;
  after: SpecSet;
  difference: SpecDifference;
}) {
  const { limits, measures, practice } = difference;
  if (limits.length + measures.length + practice.length === 0)
    return <p className="limits-empty">Versions {before.version} and {after.version} say the same.</p>; // prettier-ignore
  return (
    <table className="limits-beside">
      <caption className="sr-only">
        What version {after.version} has otherwise than version {before.version}
      </caption>
      <thead>
        <tr>
          <th scope="col">Changed</th>
          <th scope="col">Version {before.version}</th>
          <th scope="col">Version {after.version}</th>
        </tr>
      </thead>
      <tbody>
        {limits.map((change) => (
          <tr key={`${change.measure} ${change.valve ?? ''}`}>
            <th scope="row">{titleOf(change)}</th>
            <td>{side(change.before, before)}</td>
            <td>{side(change.after, after)}</td>
          </tr>
        ))}
        {measures.map(({ before: was, after: is }) => (
          <tr key={ownKey((is ?? was)!)}>
            <th scope="row">{(is ?? was)!.title}</th>
            <td>{was ? ownWords(was) : 'not measured'}</td>
            <td>{is ? ownWords(is) : 'not measured'}</td>
          </tr>
        ))}
        {practice.map(({ path, before: was, after: is }) => (
          <tr key={path}>
            <th scope="row">{PRACTICE_NAME[path] ?? path}</th>
            <td className={path === 'rechecks' ? undefined : 'figure'}>{practiceWords(path, was)}</td>
            <td className={path === 'rechecks' ? undefined : 'figure'}>{practiceWords(path, is)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
