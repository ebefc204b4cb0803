import { wordOption } from '../../../contracts/wording/options.js';
import { measureOf } from '../../../core/plan/measures.js';
import { alsoAtValve } from '../../../core/plan/setting-asks.js';
import { markOf } from '../../../core/sheet/marks.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { BUILD } from '../../../core/sheet/slot.js';
import { formatValue } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import type { SettingState } from './use-setting.js';

/** A value of a row in words: an option by its name, a number with its unit. */
function say({ measure, value, entered }: SheetRow, lengthUnit: Unit): string {
  const { options, quantity, units } = measureOf(measure);
  return options ? wordOption(entered) : formatValue(value, quantity === 'length' ? lengthUnit : units[0]);
}

/** All that is taken at the active valve, and what may be: what the shop asks stands first. A press types it next. */
export function AtValve({ setting }: { setting: SettingState }) {
  const { engine, sheet, rows, active, asked, target, lengthUnit } = setting;
  const others = alsoAtValve(engine, asked, setting.occasion !== BUILD);
  const derived = rows.filter(({ place, derivedFrom, measure }) => place === active && derivedFrom && measureOf(measure).stage === 'setting'); // prettier-ignore
  const flags = sheet.flags.filter(({ settled }) => !settled);
  const line = (key: string) => {
    const row = rows.find(({ measure, place }) => measure === key && place === active);
    const isHere = key === target.measure.key;
    return (
      <li key={key}>
        <button
          type="button"
          className={isHere ? 'at-valve here' : 'at-valve'}
          aria-current={isHere ? 'step' : undefined}
          onClick={(event) => {
            // The keys go back to the bench.
            event.currentTarget.blur();
            setting.chooseMeasure(key);
          }}
        >
          <span>{measureOf(key).title}</span>
          <span className={row && !measureOf(key).options ? 'figure' : undefined}>
            {row ? say(row, lengthUnit) : '–'}
          </span>
          <span>{row && row.verdict !== 'unjudged' && <VerdictMark mark={markOf(flags, row)} word={false} />}</span>
        </button>
      </li>
    );
  };
  return (
    <section aria-label="At this valve">
      <h3>At this valve</h3>
      <ul className="at-valve-list">
        {asked.map(line)}
        {derived
          .filter(({ measure }) => !asked.includes(measure))
          .map((row) => (
            <li key={row.measure} className="at-valve-made">
              <span>{measureOf(row.measure).title}</span>
              <span className="figure">{formatValue(row.value, lengthUnit)}</span>
              <span>{row.verdict !== 'unjudged' && <VerdictMark mark={markOf(flags, row)} word={false} />}</span>
            </li>
          ))}
      </ul>
      <details className="at-valve-more">
        <summary>What else can be taken here</summary>
        <ul className="at-valve-list">{others.map(line)}</ul>
      </details>
    </section>
  );
}
