import Button from '@mui/material/Button';
import { memo } from 'react';
import { useWatch, type Control, type UseFormRegister } from 'react-hook-form';
import type { ValveKind } from '../../../core/engine/engine.js';
import type { Measure } from '../../../core/plan/measure.js';
import { findMeasure } from '../../../core/plan/measures.js';
import { BASES, HELD_TO_CARD, type Basis } from '../../../core/plan/spec-sets.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { typedNumber } from '../../app/typed-number.js';
import { LimitBar } from './LimitBar.js';
import { limitOf, type LimitForm, type SetForm } from './set-form.js';
import { BASIS_NAME, VALVE_NAME } from './words.js';

const FIGURES = [
  ['min', 'least'],
  ['max', 'most'],
  ['preferred', 'rather'],
] as const;

/** What an angle is read on; a limit is in plain degrees. */
const WHEELS: Unit[] = ['deg360', 'deg360r'];

/** What can be chosen, and what a file brought that cannot: it stays until it is mended. */
const choices = (values: readonly string[], now: string) => (values.includes(now) ? values : [...values, now]);

/** From what a measure can be limited. */
const fits = (measure: Measure | undefined) => (basis: Basis) =>
  basis === 'absolute' ||
  (basis === 'of-bore' ? measure?.quantity === 'length' : HELD_TO_CARD.includes(measure?.key ?? ''));

const HEADS = ['', 'valves', 'least', 'most', 'rather', 'unit', 'figures', 'required', 'source', 'at the bench', ''];

interface RowProps {
  index: number;
  control: Control<SetForm>;
  register: UseFormRegister<SetForm>;
  wrong: Partial<Record<keyof LimitForm, string>>;
  onRemove: (index: number) => void;
}

/** What stands above the fields of the rows. */
export const WrittenHeads = () => (
  <div className="limit-written limit-heads" aria-hidden="true">
    {HEADS.map((head, index) => (
      <span key={index}>{head}</span>
    ))}
  </div>
);

/** One limit as it is typed, with the bar that the bench will show. */
export const WrittenLimit = memo(function WrittenLimit({ index, control, register, wrong, onRemove }: RowProps) {
  const row = useWatch({ control, name: `limits.${index}` });
  const uncertainty = useWatch({ control, name: 'practice.uncertainty' });
  const measure = findMeasure(row.measure);
  const kind = VALVE_NAME[row.valve as ValveKind];
  const title = `${measure?.title ?? row.measure}${kind ? `, ${kind}` : ''}`;
  const at = (field: keyof LimitForm, label: string) => ({
    'aria-label': `${title}, ${label}`,
    'aria-invalid': wrong[field] ? true : undefined,
    'aria-describedby': Object.keys(wrong).length > 0 ? `limit-wrong-${index}` : undefined,
    ...register(`limits.${index}.${field}`),
  });
  const said = [...new Set(Object.values(wrong))];
  const asks = row.isConfirmed !== undefined;
  return (
    <li className="limit-written">
      <span className="limit-title" data-field={`limits.${index}.measure`} tabIndex={-1}>
        {asks ? (
          <label className="limit-asked">
            <input type="checkbox" {...at('isConfirmed', 'confirmed')} /> {title}
          </label>
        ) : (
          title
        )}
      </span>
      {measure?.scope === 'valve' || row.valve !== '' ? (
        <select {...at('valve', 'valves')}>
          {choices(['', 'I', 'E'], row.valve).map((valve) => (
            <option key={valve} value={valve}>
              {valve === '' ? 'both' : (VALVE_NAME[valve as ValveKind] ?? valve)}
            </option>
          ))}
        </select>
      ) : (
        <span />
      )}
      {FIGURES.map(([field, label]) => (
        <input key={field} className="figure" placeholder={label} autoComplete="off" {...at(field, label)} />
      ))}
      <select {...at('unit', 'unit')}>
        {choices(measure?.units.filter((unit) => !WHEELS.includes(unit)) ?? [], row.unit).map((unit) => (
          <option key={unit} value={unit}>
            {UNIT_LABEL[unit as Unit] ?? unit}
          </option>
        ))}
      </select>
      <select {...at('basis', 'basis')}>
        {choices(BASES.filter(fits(measure)), row.basis).map((basis) => (
          <option key={basis} value={basis}>
            {BASIS_NAME[basis as Basis] ?? basis}
          </option>
        ))}
      </select>
      <label className="limit-asked">
        <input type="checkbox" {...at('required', 'required')} />
      </label>
      <input placeholder="source" autoComplete="off" {...at('source', 'source')} />
      <span>{measure && <LimitBar limit={limitOf(row)} practice={{ uncertainty: trusted(uncertainty) }} bare />}</span>
      <Button size="small" onClick={() => onRemove(index)} aria-label={`Remove the limit on ${title}`}>
        Remove
      </Button>
      {said.length > 0 && (
        <span id={`limit-wrong-${index}`} role="alert" className="limits-wrong">
          {said.join('; ')}
        </span>
      )}
    </li>
  );
});

/** What is typed of the trust in instruments, as far as it is figures. */
const trusted = (rows: SetForm['practice']['uncertainty']) =>
  rows.flatMap(({ measure, value, unit }) => {
    const figure = typedNumber(value);
    return typeof figure === 'number' ? [{ measure, value: figure, unit: unit as Unit }] : [];
  });
