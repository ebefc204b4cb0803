import { parseValve, valvesOfBank } from '../../../core/engine/places.js';
import { FEWEST_SIBLINGS, siblings } from '../../../core/judge/siblings.js';
import { measureOf } from '../../../core/plan/measures.js';
import { formatFigure } from '../../../core/units/format.js';
import type { SettingState } from './use-setting.js';

/** How far the active valve stands from those of its kind, and from those of its bank, by the robust score. */
export function Siblings({ setting }: { setting: SettingState }) {
  const { engine, rows, active, target, lengthUnit } = setting;
  const { measure } = target;
  if (measure.options) return null;
  const values = rows.filter((row) => row.measure === measure.key).map(({ place, value }) => ({ place, value }));
  const { kind } = parseValve(active)!;
  const bank = engine.banks.map(valvesOfBank).find((valves) => valves.includes(active))!;
  const groups: [string, { place: string; value: number }[]][] = [
    [kind === 'I' ? 'intakes' : 'exhausts', values.filter(({ place }) => parseValve(place)!.kind === kind)],
    [engine.banks.length > 1 ? `bank of ${bank.map((place) => parseValve(place)!.cylinder)[0]}` : 'all', values.filter(({ place }) => bank.includes(place))], // prettier-ignore
  ];
  const told = groups.filter(([, group]) => group.length >= FEWEST_SIBLINGS && group.some(({ place }) => place === active)); // prettier-ignore
  if (told.length === 0) return null;
  const unit = measure.quantity === 'length' ? lengthUnit : measure.units[0];
  return (
    <section aria-label="Among its siblings">
      <h3>Among its siblings</h3>
      {told.map(([name, group]) => {
        const { median, scores } = siblings(group, measureOf(measure.key).resolution);
        const own = scores.find(({ place }) => place === active)!;
        return (
          <p key={name}>
            of {group.length} {name}: middle <span className="figure">{formatFigure(median, unit)}</span>, score{' '}
            <span className="figure" style={own.flagged ? { color: 'var(--flag)' } : undefined}>
              {own.score.toFixed(1).replace('-', '−')}
            </span>
            {own.flagged && ': unlike the others'}
          </p>
        );
      })}
    </section>
  );
}
