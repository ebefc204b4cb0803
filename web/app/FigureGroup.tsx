import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { figureField } from './figures-form.js';
import { FormField } from './FormField.js';

/** Figures that belong together: what they are, and each by its path, its label and what helps with it. */
export interface FigureGroupRow<Path extends string> {
  legend: string;
  fields: readonly (readonly [path: Path, label: string, help?: string])[];
}

/** A group of figures of a form. Said by itself, a field names its group too: many groups have one "at the check". */
export function FigureGroup<Form extends FieldValues, Path extends string>({
  control,
  paths,
  group: { legend, fields },
}: {
  control: Control<Form>;
  /** All figures of the form. */
  paths: readonly string[];
  group: FigureGroupRow<Path>;
}) {
  return (
    <fieldset>
      <legend>{legend}</legend>
      {fields.map(([path, label, help]) => (
        <FormField
          key={path}
          control={control}
          name={figureField(paths, path) as FieldPath<Form>}
          label={label}
          help={help}
          slotProps={{
            htmlInput: { autoComplete: 'off', 'aria-label': `${label}, ${legend.split(/[,;:]/)[0].toLowerCase()}` },
          }}
        />
      ))}
    </fieldset>
  );
}
