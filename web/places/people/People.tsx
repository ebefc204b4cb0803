import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Fragment, useState } from 'react';
import { Controller, useForm, type FieldPath } from 'react-hook-form';
import { useLoaderData, useRevalidator } from 'react-router';
import type { z } from 'zod';
import { newPersonRequest, ROLES, type KnownPerson } from '../../../contracts/shop.js';
import { ApiError, ask, sayError } from '../../app/api.js';
import type { peopleLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { slugOf } from '../../app/slug.js';
import { useSession } from '../../state/session.js';
import { ChangePerson } from './ChangePerson.js';
import { OwnPin } from './OwnPin.js';
import './people.css';

type Form = z.input<typeof newPersonRequest>;
const handleOf = (typed: string) => slugOf(typed, 24);
const EMPTY: Form = { handle: '', name: '', pin: '', role: 'builder' };

const MAY: Record<KnownPerson['role'], string> = {
  owner: 'everything, and brings people in',
  lead: 'measures, accepts out of limits, signs',
  builder: 'opens engines, measures, reworks',
  apprentice: 'looks on',
  off: 'nothing any more; what was done stays',
};

/** Who works here and what each may do; the owner brings people in. */
export function People() {
  const { person, shopName } = useSession();
  const { people = [] } = useLoaderData<typeof peopleLoader>() ?? {};
  const { revalidate } = useRevalidator();
  const [problem, setProblem] = useState<string | null>(null);
  const [changing, setChanging] = useState<string | null>(null);
  const isOwner = person?.role === 'owner';
  const { register, handleSubmit, control, setError, setValue, reset, formState } = useForm<Form>({
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
      <table className="people-table">
        <thead>
          <tr>
            {['Name', 'Handle', 'Role', 'May', ...(isOwner ? [''] : [])].map((head) => (
              <th key={head} scope="col" className={head === 'May' ? 'people-may' : undefined}>
                {head || <span className="sr-only">Change</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {people.map((one) => (
            <Fragment key={one.handle}>
              <tr className={one.role === 'off' ? 'people-off' : undefined}>
                <td className="people-name">{one.name}</td>
                <td className="figure">{one.handle}</td>
                <td>{one.role === 'off' ? 'switched off' : one.role}</td>
                <td className="people-may">{MAY[one.role]}</td>
                {isOwner && (
                  <td>
                    <Button size="small" onClick={() => setChanging(one.handle)} aria-label={`Change ${one.name}`}>
                      Change
                    </Button>
                  </td>
                )}
              </tr>
              {changing === one.handle && (
                <tr>
                  <td colSpan={5}>
                    <ChangePerson person={one} onDone={() => setChanging(null)} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
      <OwnPin />
      {isOwner && (
        <form
          onSubmit={(event) => void submit(event)}
          noValidate
          className="people-form"
          aria-label="Bring somebody in"
        >
          <h2>Bring somebody in</h2>
          <TextField
            label="Name"
            {...register('name', {
              onChange: ({ target }: { target: HTMLInputElement }) => {
                if (!formState.dirtyFields.handle) setValue('handle', handleOf(target.value.trim().split(' ')[0]));
              },
            })}
            error={!!errors.name}
            helperText={errors.name?.message ?? ' '}
          />
          <TextField
            label="Handle"
            {...register('handle', { setValueAs: handleOf })}
            error={!!errors.handle}
            helperText={errors.handle?.message ?? 'Short, for signing in.'}
            slotProps={{ inputLabel: { shrink: true } }}
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
          {problem && (
            <p role="alert" className="people-wrong">
              {problem}
            </p>
          )}
        </form>
      )}
    </Page>
  );
}
