import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useRevalidator } from 'react-router';
import { ROLES, type KnownPerson } from '../../../contracts/shop.js';
import { ask } from '../../app/api.js';
import { useAsking } from '../../app/use-asking.js';
import { WrongFields } from '../../app/WrongFields.js';

/** What the owner changes about somebody: name, role, a PIN in place of a forgotten one; or switches the person off. */
export function ChangePerson({ person, onDone }: { person: KnownPerson; onDone: () => void }) {
  const { handle } = person;
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState(person.role);
  const [pin, setPin] = useState('');
  const { wrong, problem, asking, mended, told } = useAsking();
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
        onChange={({ target }) => {
          mended('name');
          setName(target.value);
        }}
        {...told('name', 'as it stands on records from now on')}
      />
      <TextField
        select
        label="Role"
        value={role}
        onChange={({ target }) => {
          mended('role');
          setRole(target.value as KnownPerson['role']);
        }}
        {...told('role')}
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
        onChange={({ target }) => {
          mended('pin');
          setPin(target.value);
        }}
        {...told('pin', 'left empty: the PIN stays')}
      />
      <div className="people-act">
        <Button type="submit" variant="contained">
          {role === 'off' && person.role !== 'off' ? `Switch ${person.name} off` : `Change ${person.name}`}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      <WrongFields wrong={wrong} problem={problem} />
    </form>
  );
}
