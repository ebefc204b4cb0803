import Button from '@mui/material/Button';
import { useForm } from 'react-hook-form';
import { useRevalidator } from 'react-router';
import type { z } from 'zod';
import { issuesOf } from '../../../contracts/errors.js';
import { newPersonRequest, ROLES } from '../../../contracts/shop.js';
import { ask } from '../../app/api.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { slugOf } from '../../app/slug.js';
import { useRefused } from '../../app/use-refused.js';
import { WrongFields } from '../../app/WrongFields.js';

type Form = z.input<typeof newPersonRequest>;
const handleOf = (typed: string) => slugOf(typed, 24);
const EMPTY: Form = { handle: '', name: '', pin: '', role: 'builder' };

/** Somebody new in the shop: a handle that the name makes, a PIN, a role. */
export function BringIn() {
  const { revalidate } = useRevalidator();
  const form = useForm<Form>({ defaultValues: EMPTY });
  const { control, handleSubmit, setValue, reset, formState } = form;
  const checked = ({ handle, ...typed }: Form) => newPersonRequest.safeParse({ ...typed, handle: handleOf(handle) });
  const { wrong, problem, refuse, fail, sends } = useRefused(
    form,
    (path) => path,
    (typed) => issuesOf(checked(typed).error),
  );
  const send = handleSubmit(async (typed) => {
    const { data, error } = checked(typed);
    if (error) return refuse(issuesOf(error));
    try {
      await ask('POST /api/people', { body: data });
      reset(EMPTY);
      await revalidate();
    } catch (failure) {
      fail(failure);
    }
  });
  const isOwnHandle = formState.dirtyFields.handle;
  return (
    <form onSubmit={sends(send)} noValidate className="people-form" aria-label="Bring somebody in">
      <h2>Bring somebody in</h2>
      <FormField
        control={control}
        name="name"
        label="Name"
        onTyped={(fill) => (name) => {
          fill(name);
          if (!isOwnHandle) setValue('handle', handleOf(name.trim().split(' ')[0]));
        }}
      />
      <FormField
        control={control}
        name="handle"
        label="Handle"
        help="Short, for signing in."
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <FormField
        control={control}
        name="pin"
        label="PIN"
        type="password"
        autoComplete="new-password"
        help="6 to 12 digits"
      />
      <FormChoice control={control} name="role" label="Role" options={ROLES.map((role) => [role, role] as const)} />
      <WrongFields wrong={wrong} problem={problem} />
      <Button type="submit" variant="contained" sx={{ alignSelf: 'start' }}>
        Bring in
      </Button>
    </form>
  );
}
