import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Controller, useForm, type FieldPath } from 'react-hook-form';
import { useLoaderData, useRevalidator } from 'react-router';
import type { z } from 'zod';
import { newPersonRequest, ROLES, type Person } from '../../../contracts/shop.js';
import { ApiError, ask, sayError } from '../../app/api.js';
import type { peopleLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';

type Form = z.input<typeof newPersonRequest>;
const EMPTY: Form = { handle: '', name: '', pin: '', role: 'builder' };

const MAY: Record<Person['role'], string> = {
  owner: 'everything, and brings people in',
  lead: 'measures, accepts out of limits, signs',
  builder: 'opens engines, measures, reworks',
  apprentice: 'looks on',
};

/** Who works here and what each may do; the owner brings people in. */
export function People() {
  const { person, shopName } = useSession();
  const { people = [] } = useLoaderData<typeof peopleLoader>() ?? {};
  const { revalidate } = useRevalidator();
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, control, setError, reset, formState } = useForm<Form>({
    resolver: zodResolver(newPersonRequest),
    defaultValues: EMPTY,
  });
  const submit = handleSubmit(async (form) => {
    try {
      await ask('POST /api/people', { body: newPersonRequest.parse(form) });
      setProblem(null);
      reset(EMPTY);
      await revalidate();
    } catch (error) {
      if (error instanceof ApiError)
        error.issues.forEach(({ path, message }) => setError(path as FieldPath<Form>, { message }));
      setProblem(sayError(error));
    }
  });
  const { errors } = formState;
  return (
    <Page title="People" aside={shopName}>
      <table
        style={{
          borderCollapse: 'collapse',
          marginTop: 18,
          minWidth: 'min(560px, 100%)',
          fontSize: 'clamp(14px, 3.8vw, 17px)',
        }}
      >
        <thead>
          <tr style={{ textAlign: 'left', color: 'var(--steel)', fontFamily: 'var(--head)' }}>
            {['Name', 'Handle', 'Role', 'May'].map((head) => (
              <th key={head} style={{ padding: '4px clamp(10px, 2vw, 24px) 4px 0', fontWeight: 500 }}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {people.map(({ handle, name, role }) => (
            <tr key={handle} style={{ borderTop: '1px solid var(--hairline)' }}>
              <td style={{ padding: '10px clamp(10px, 2vw, 24px) 10px 0' }}>{name}</td>
              <td className="figure">{handle}</td>
              <td style={{ paddingRight: 'clamp(10px, 2vw, 24px)' }}>{role}</td>
              <td style={{ color: 'var(--steel)' }}>{MAY[role]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {problem && (
        <p role="alert" style={{ color: 'var(--flag)' }}>
          {problem}
        </p>
      )}
      {person?.role === 'owner' && (
        <form
          onSubmit={(event) => void submit(event)}
          noValidate
          style={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fit, minmax(180px, 1fr))',
            gap: 20,
            maxWidth: 900,
            marginTop: 30,
          }}
        >
          <h2 style={{ gridColumn: '1 / -1', font: '600 20px var(--head)', margin: 0 }}>Bring somebody in</h2>
          <TextField
            label="Name"
            {...register('name')}
            error={!!errors.name}
            helperText={errors.name?.message ?? ' '}
          />
          <TextField
            label="Handle"
            {...register('handle')}
            error={!!errors.handle}
            helperText={errors.handle?.message ?? ' '}
          />
          <TextField
            label="PIN"
            type="password"
            autoComplete="new-password"
            {...register('pin')}
            error={!!errors.pin}
            helperText={errors.pin?.message ?? '6 to 12 digits'}
          />
          <Controller
            control={control}
            name="role"
            render={({ field }) => (
              <TextField select label="Role" {...field}>
                {ROLES.map((role) => (
                  <MenuItem key={role} value={role}>
                    {role}
                  </MenuItem>
                ))}
              </TextField>
            )}
          />
          <Button type="submit" variant="contained" sx={{ alignSelf: 'start' }}>
            Bring in
          </Button>
        </form>
      )}
    </Page>
  );
}
