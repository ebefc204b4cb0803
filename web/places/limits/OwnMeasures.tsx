import Button from '@mui/material/Button';
import { useFieldArray, useWatch, type Control } from 'react-hook-form';
import { LONGEST_TITLE, OWN_SCOPES, OWN_STAGES, OWN_UNITS } from '../../../core/plan/own-measure.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { ownFormKey, type OwnForm, type SetForm } from './set-form.js';
import { SCOPE_NAME, STAGE_NAME } from './words.js';

const NEW: OwnForm = { title: '', stage: 'bottom-end', scope: 'cylinder', unit: 'in', resolution: '0.001', how: '', caution: '' }; // prettier-ignore

/** One measure of the shop's own. What its values are kept under follows what is typed. */
function Own({
  index,
  control,
  onRenamed,
  onRemove,
}: {
  index: number;
  control: Control<SetForm>;
  onRenamed: (before: string, after: string) => void;
  onRemove: () => void;
}) {
  const row = useWatch({ control, name: `measures.${index}` });
  const name = row.title.trim() || `measure ${index + 1}`;
  const at = <Field extends keyof OwnForm>(field: Field) => `measures.${index}.${field}` as const;
  /** Changes a part of the key, and what is limited under it with it. */
  const keyed = (field: keyof OwnForm) => (set: (value: string) => void) => (value: string) => {
    const before = ownFormKey(row);
    set(value);
    onRenamed(before, ownFormKey({ ...row, [field]: value }));
  };
  return (
    <li className="own-measure" aria-label={name}>
      <FormField
        control={control}
        name={at('title')}
        label="Title"
        help="its values are kept under it"
        slotProps={{ htmlInput: { maxLength: LONGEST_TITLE } }}
        onTyped={keyed('title')}
      />
      <FormChoice
        control={control}
        name={at('stage')}
        label="Stands at"
        options={OWN_STAGES.map((stage) => [stage, STAGE_NAME[stage]])}
        onTyped={keyed('stage')}
      />
      <FormChoice
        control={control}
        name={at('scope')}
        label="Taken at each"
        options={OWN_SCOPES.map((scope) => [scope, SCOPE_NAME[scope]])}
        onTyped={keyed('scope')}
      />
      <FormChoice
        control={control}
        name={at('unit')}
        label="Read in"
        options={OWN_UNITS.map((unit) => [unit, UNIT_LABEL[unit]])}
        onTyped={keyed('unit')}
      />
      <FormField
        control={control}
        name={at('resolution')}
        label="Smallest step"
        help="of the instrument, in that unit"
        onTyped={keyed('resolution')}
      />
      <FormField
        control={control}
        name={at('how')}
        label="How it is taken"
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <FormField
        control={control}
        name={at('caution')}
        label="Caution"
        help="shown where it is taken"
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <Button size="small" onClick={onRemove} aria-label={`Remove ${name}`}>
        Remove
      </Button>
    </li>
  );
}

/** What the shop measures besides the catalogue: each stands on its stage’s list, on the sheet and the record like any other. */
export function OwnMeasures({
  control,
  onRenamed,
  onRemoved,
}: {
  control: Control<SetForm>;
  onRenamed: (before: string, after: string) => void;
  onRemoved: (key: string) => void;
}) {
  const { fields, append, remove } = useFieldArray({ control, name: 'measures' });
  const typed = useWatch({ control, name: 'measures' });
  return (
    <section aria-label="The shop’s own measures" className="limits-stage">
      <h2>The shop’s own measures</h2>
      <ul className="plain-list">
        {fields.map((field, index) => (
          <Own
            key={field.id}
            index={index}
            control={control}
            onRenamed={onRenamed}
            onRemove={() => {
              remove(index);
              onRemoved(ownFormKey(typed[index]));
            }}
          />
        ))}
      </ul>
      <Button
        variant="outlined"
        size="small"
        onClick={() => append(NEW, { focusName: `measures.${fields.length}.title` })}
      >
        Measure something of our own
      </Button>
    </section>
  );
}
