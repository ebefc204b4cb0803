import TextField from '@mui/material/TextField';
import { measureOf } from '../../../core/plan/measures.js';
import type { CardChange } from '../../../core/sheet/card-change.js';
import type { Unit } from '../../../core/units/units.js';
import { ValueChanges } from '../../measuring/ValueChanges.js';
import { VerdictChanges } from '../../measuring/VerdictChanges.js';

/** Degrees as a card prints them: no more places than there are. */
const figure = (deg: number | null) => (deg === null ? 'not printed' : `${Number(deg.toFixed(2))}°`.replace('-', '−'));

/** What the card as it is typed would change, and the target that is chosen anew with it. */
export function CardChanges({
  change,
  tag,
  unit,
  target,
  problem,
  onTarget,
}: {
  change: CardChange;
  tag: string;
  unit: Unit;
  /** The new target as it is typed. */
  target: string;
  problem: string | null;
  onTarget: (typed: string) => void;
}) {
  const { expected, values, verdicts, target: before, printed } = change;
  return (
    <section aria-label="What this card changes" className="card-changes">
      <h3>What this card changes</h3>
      {expected.length > 0 && (
        <ul>
          {expected.map((one) => (
            <li key={one.measure}>
              {measureOf(one.measure).title}: <span className="figure">{figure(one.before)}</span> →{' '}
              <strong className="figure">{figure(one.after)}</strong>
            </li>
          ))}
        </ul>
      )}
      <ValueChanges changes={values} unit={unit} none="No computed value changes." />
      <VerdictChanges changes={verdicts} on={tag} />
      {before !== null && (
        <>
          <p className="now-hint">
            The target of {figure(before)} was chosen by the card before.
            {printed !== null && ` This card has its intake centreline at ${figure(printed)}.`} Choose the target for
            this card.
          </p>
          <TextField
            label="Target, intake centreline, °"
            value={target}
            required
            error={problem !== null}
            helperText={problem ?? 'after top centre'}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
            onChange={(event) => onTarget(event.target.value)}
          />
        </>
      )}
    </section>
  );
}
