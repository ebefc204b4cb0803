import { formatFigure } from '../../../core/units/format.js';
import type { SettingState } from './use-setting.js';

/** How the active valve stands among the others of its kind: the one test that the sheet goes by. */
export function Siblings({ setting }: { setting: SettingState }) {
  const { rows, active, target, lengthUnit } = setting;
  const { measure } = target;
  const among = rows.find((row) => row.measure === measure.key && row.place === active)?.among;
  if (!among) return null;
  const unit = measure.quantity === 'length' ? lengthUnit : measure.units[0];
  const { middle, difference, within, others, isOdd } = among;
  return (
    <section aria-label="Among its siblings">
      <h3>Among its siblings</h3>
      <p>
        The other {others}: middle <span className="figure">{formatFigure(middle, unit)}</span>. This one:{' '}
        <span className="figure" style={isOdd ? { color: 'var(--flag)' } : undefined}>
          {difference < 0 ? '−' : '+'}
          {formatFigure(Math.abs(difference), unit)}
        </span>
        {isOdd ? ', unlike the others' : ', as usual'} (up to{' '}
        <span className="figure">{formatFigure(within, unit)}</span> either way).
      </p>
    </section>
  );
}
