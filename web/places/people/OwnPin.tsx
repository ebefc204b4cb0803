import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { ask } from '../../app/api.js';
import { useAsking } from '../../app/use-asking.js';
import { WrongFields } from '../../app/WrongFields.js';

/** One's own PIN, by the one before it. */
export function OwnPin() {
  const [typed, setTyped] = useState({ pin: '', newPin: '' });
  const { wrong, problem, asking, mended, told } = useAsking();
  const { enqueueSnackbar } = useSnackbar();
  const submit = asking(async () => {
    await ask('POST /api/session/pin', { body: typed });
    setTyped({ pin: '', newPin: '' });
    enqueueSnackbar('Your PIN is changed; wherever else you were signed in, you are no more');
  });
  const field = (name: keyof typeof typed, label: string, help: string, autoComplete: string) => (
    <TextField
      label={label}
      type="password"
      autoComplete={autoComplete}
      value={typed[name]}
      onChange={({ target }) => {
        mended(name);
        setTyped((before) => ({ ...before, [name]: target.value }));
      }}
      {...told(name, help)}
    />
  );
  return (
    <form className="people-form" aria-label="Your own PIN" noValidate onSubmit={submit}>
      <h2>Your own PIN</h2>
      {field('pin', 'Your PIN until now', ' ', 'current-password')}
      {field('newPin', 'Your PIN from now on', '6 to 12 digits', 'new-password')}
      <div className="people-act">
        <Button type="submit" variant="outlined">
          Change my PIN
        </Button>
      </div>
      <WrongFields wrong={wrong} problem={problem} />
    </form>
  );
}
