import { useFormContext, useWatch } from 'react-hook-form';
import { FormDay } from '../../app/DayField.js';
import { FormField } from '../../app/FormField.js';
import { isDay } from '../../app/typed-day.js';
import { useSession } from '../../state/session.js';
import type { EngineForm } from './engine-form.js';
import { sayClosed, sayPromise } from './words.js';

/** The day it is promised for, and what the shop keeps in mind; neither stands on a record. */
export function PromiseStep() {
  const { control } = useFormContext<EngineForm>();
  const bench = useSession((session) => session.bench);
  const promised = useWatch({ control, name: 'promised' });
  return (
    <fieldset>
      <legend>Promise and notes</legend>
      <p className="intake-why">Kept to the shop: neither stands on the record that the customer receives.</p>
      <FormDay
        control={control}
        name="promised"
        label="Promised for"
        help={
          isDay(promised)
            ? (sayClosed(promised, bench) ?? sayPromise(promised, new Date()).says)
            : 'no day promised yet'
        }
      />
      <FormDay control={control} name="startOn" label="Begun on" help="empty: as soon as a hand is free" />
      <div className="intake-wide">
        <FormField
          control={control}
          name="notes"
          label="Notes"
          multiline
          minRows={4}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
      </div>
    </fieldset>
  );
}
