import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useRevalidator } from 'react-router';
import { ROLES, type KnownPerson } from '../../../contracts/shop.js';
import { ask } from '../../app/api.js';
import { useAsking } from '../../app/use-asking.js';

/** What the owner changes about somebody: name, role, a PIN in place of a forgotten one; or switches the person off. */
export function ChangePerson({ person, onDone }: { person: KnownPerson; onDone: () => void }) {
  const { handle } = person;
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState(person.role);
  const [pin, setPin] = useState('');
  const { wrong, problem, asking } = useAsking();
  const { revalidate } = useRevalidator();
  const submit = asking(async () => {
    const body = { name, role, ...(pin === '' ? {} : { pin }) };
    await ask('POST /api/people/:handle', { params: { handle }, body });
    await revalidate();
    onDone();
  });
  return (
    <form className="people-form" aria-label={`Change ${person.name}`} noValidate onSubmit={submit}>
      <TextField
        label="Name"
        value={name}
        autoFocus
        onChange={({ target }) => setName(target.value)}
        error={Boolean(wrong.name)}
        helperText={wrong.name ?? 'as it stands on records from now on'}
      />
      <TextField
        select
        label="Role"
        value={role}
        onChange={({ target }) => setRole(target.value as KnownPerson['role'])}
        error={Boolean(wrong.role)}
        helperText={wrong.role ?? ' '}
      >
        {ROLES.map((one) => (
          <MenuItem key={one} value={one}>
            {one}
          </MenuItem>
        ))}
        <MenuItem value="off">switched off</MenuItem>
      </TextField>
      <TextField
        label="New PIN"
        type="password"
        autoComplete="new-password"
        value={pin}
        onChange={({ target }) => setPin(target.value)}
        error={Boolean(wrong.pin)}
        helperText={wrong.pin ?? 'left empty: the PIN stays'}
      />
      <div className="people-act">
        <Button type="submit" variant="contained">
          {role === 'off' && person.role !== 'off' ? `Switch ${person.name} off` : `Change ${person.name}`}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {problem && (
        <p role="alert" className="people-wrong">
          {problem}
        </p>
      )}
    </form>
  );
}
