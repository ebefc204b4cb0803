import ButtonBase from '@mui/material/ButtonBase';
import InputAdornment from '@mui/material/InputAdornment';
import { useFormContext, useWatch } from 'react-hook-form';
import { unitsOfFigure, type Figure } from '../../../core/engine/engine-data.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import { FormField } from '../../app/FormField.js';
import './figure-field.css';
import type { EngineForm } from './engine-form.js';

/** One figure of an engine, with its unit to press where it may be typed in another. */
export function FigureField({ figure }: { figure: Figure }) {
  const { control, setValue } = useFormContext<EngineForm>();
  const units = unitsOfFigure(figure);
  const unit = useWatch({ control, name: `figures.${figure.id}.unit` });
  const next = units[(units.indexOf(unit) + 1) % units.length];
  return (
    <FormField
      control={control}
      name={`figures.${figure.id}.entered`}
      label={figure.title}
      slotProps={{
        htmlInput: { autoComplete: 'off', className: 'figure', maxLength: 40 },
        input: {
          endAdornment: (
            <InputAdornment position="end">
              {units.length === 1 ? (
                UNIT_LABEL[unit]
              ) : (
                <ButtonBase
                  className="intake-unit"
                  aria-label={`Unit of ${figure.title.toLowerCase()}: ${UNIT_LABEL[unit]}, change to ${UNIT_LABEL[next]}`}
                  onClick={() => setValue(`figures.${figure.id}.unit`, next, { shouldDirty: true })}
                >
                  {UNIT_LABEL[unit]}
                </ButtonBase>
              )}
            </InputAdornment>
          ),
        },
      }}
    />
  );
}
