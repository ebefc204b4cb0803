import { wordTerms } from '../../contracts/wording/formula.js';
import { spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import type { ValueChange } from '../../core/sheet/value-changes.js';
import { formatValue, UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { VerdictMark } from '../drawings/VerdictMark.js';

/** The unit that a computed value is told in. */
function unitOf(measure: string, lengthUnit: Unit): Unit {
  const { quantity, units } = measureOf(measure);
  return quantity === 'length' ? lengthUnit : units[0];
}

/** Which computed values are others, by which terms, and whose verdict changes with them. */
export function ValueChanges({ changes, unit, none }: { changes: ValueChange[]; unit: Unit; none: string }) {
  if (changes.length === 0) return <p className="now-quiet">{none}</p>;
  return (
    <table className="measuring-table changes" aria-label="What changes">
      <thead>
        <tr>
          {['value', 'was', 'will be', 'by'].map((head) => (
            <th key={head}>{head}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {changes.map(({ measure, place, before, after, terms }) => {
          const shown = unitOf(measure, unit);
          const side = ({ value, verdict }: ValueChange['before']) => (
            <>
              <span className="figure">{formatValue(value, shown)}</span>{' '}
              {verdict !== 'unjudged' && <VerdictMark mark={verdict} />}
            </>
          );
          const by = terms.map((term) => {
            const change = (term.after ?? 0) - (term.before ?? 0);
            const [worded] = wordTerms([{ ...term, sign: '+', value: Math.abs(change), source: 'paper' }], shown);
            return `${worded.name} ${change < 0 ? '−' : '+'}${worded.figure}`;
          });
          return (
            <tr key={`${measure} ${place}`} className={before.verdict === after.verdict ? undefined : 'turned'}>
              <th>
                {spokenPlace(place)}, {measureOf(measure).title.toLowerCase().replace(', final build', '')}
              </th>
              <td>{side(before)}</td>
              <td>{side(after)}</td>
              <td className="figure">{by.join(', ') || UNIT_LABEL[shown]}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
