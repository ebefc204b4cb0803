import { measureOf } from '../../../core/plan/measures.js';
import { springPaperOf } from '../../../core/sheet/papers.js';
import { formatBound, formatValue } from '../../../core/units/format.js';
import type { Steps } from '../../measuring/use-steps.js';
import { useDesk } from '../../state/use-desk.js';

/** The thinnest of the clay against its middle, both brought to the build: judged by the worst, the likely beside it. */
export function WorstAndLikely({ steps: { sheet, active, lengthUnit } }: { steps: Steps }) {
  const at = (measure: string) => sheet.rows.find((row) => row.measure === measure && row.place === active.place);
  const [worst, likely] = [at('pv-depth-final'), at('pv-depth-middle-final')];
  if (!worst || !likely) return null;
  return (
    <p>
      In the build: worst <span className="figure">{formatBound(worst, lengthUnit)}</span>, likely{' '}
      <span className="figure">{formatBound(likely, lengthUnit)}</span>,{' '}
      {formatValue(Math.abs(likely.value - worst.value), lengthUnit)} apart. Judged by the worst.
    </p>
  );
}

/** Where what the springs do is told: their height, their loads, what is left of them. */
export const OF_SPRINGS = ['spring-installed-height', 'coil-bind-margin', 'spring-seat-load', 'spring-open-load'];

/** What the springs of this valve do, closed and at full lift. */
export function SpringsHere({ steps: { sheet, active, lengthUnit } }: { steps: Steps }) {
  const file = useDesk((desk) => desk.file!);
  const loadUnit = springPaperOf(file)?.loadUnit ?? 'lbf';
  const told = ['spring-seat-load', 'spring-open-height', 'spring-open-load', 'coil-bind-margin'].flatMap((key) => {
    const row = sheet.rows.find((one) => one.measure === key && one.place === active.place);
    return row
      ? [{ title: measureOf(key).title, value: formatValue(row.value, row.unit === 'N' ? loadUnit : lengthUnit) }]
      : [];
  });
  if (told.length === 0) return null;
  return (
    <dl className="springs-here">
      {told.map(({ title, value }) => (
        <div key={title}>
          <dt>{title.replace('Spring ', '')}</dt>
          <dd className="figure">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
