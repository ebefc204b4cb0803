import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Customer } from '../../../contracts/customer.js';
import { TOLD_BY } from '../../../core/sheet/acts.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { newId } from '../../app/new-id.js';
import type { EngineForm } from './engine-form.js';

const TOLD_WORD: Record<(typeof TOLD_BY)[number], string> = {
  phone: 'by phone',
  text: 'by text message',
  mail: 'by mail',
  letter: 'by letter',
  'in-person': 'in person',
};

/** Whose engine it is: a page of the customer book, or the first of a new one. */
export function Who({ book }: { book: Customer[] }) {
  const { control, setValue, formState, clearErrors } = useFormContext<EngineForm>();
  const [customer, customerId] = useWatch({ control, name: ['customer', 'customerId'] });
  const known = book.find(({ id }) => id === customerId);
  /** Somebody from the book, somebody new under this name, or nobody. */
  const name = (chosen: Customer | string | null) => {
    const page = typeof chosen === 'object' ? chosen : book.find(({ name: one }) => one.toLowerCase() === chosen.trim().toLowerCase()); // prettier-ignore
    const fill = (field: keyof EngineForm, value: string) => setValue(field, value, { shouldDirty: true });
    clearErrors(['customer', 'phone', 'mail', 'address', 'toldBy']);
    fill('customer', typeof chosen === 'string' ? chosen : (chosen?.name ?? ''));
    // Who is typed over is another customer; a page that is being written keeps its id.
    fill(
      'customerId',
      page?.id ?? (chosen === null || chosen === '' ? '' : known || !customerId ? newId() : customerId),
    );
    if (!page && !known) return;
    for (const field of ['phone', 'mail', 'address', 'toldBy'] as const) fill(field, page?.[field] ?? '');
  };
  const wrong = formState.errors.customer?.message;
  const stands = customer.trim() === '' ? ' ' : known ? 'in the customer book' : 'new: a page in the customer book';
  return (
    <fieldset>
      <legend>Whose engine it is</legend>
      <Autocomplete
        freeSolo
        options={book}
        value={customer}
        inputValue={customer}
        getOptionLabel={(option) => (typeof option === 'string' ? option : option.name)}
        getOptionKey={(option) => (typeof option === 'string' ? option : option.id)}
        onChange={(_event, chosen) => name(chosen)}
        onInputChange={(_event, text, why) => {
          if (why === 'input') name(text);
        }}
        renderInput={(input) => (
          <TextField {...input} label="Customer" error={Boolean(wrong)} helperText={wrong ?? stands} />
        )}
      />
      <FormField
        control={control}
        name="phone"
        label="Phone"
        slotProps={{ htmlInput: { maxLength: 40, inputMode: 'tel' } }}
      />
      <div className="intake-wide">
        <FormField control={control} name="mail" label="Mail" slotProps={{ htmlInput: { inputMode: 'email' } }} />
      </div>
      <FormField
        control={control}
        name="address"
        label="Address"
        multiline
        maxRows={4}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
      <FormChoice
        control={control}
        name="toldBy"
        label="Wants to be told"
        options={[['', 'not said'], ...TOLD_BY.map((way) => [way, TOLD_WORD[way]] as const)]}
      />
    </fieldset>
  );
}
