import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useState, type FormEvent } from 'react';
import { ApiError, ask, sayError } from '../../app/api.js';

/** One's own PIN, by the one before it. */
export function OwnPin() {
  const [typed, setTyped] = useState({ pin: '', newPin: '' });
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const { enqueueSnackbar } = useSnackbar();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong({});
    setProblem(null);
    try {
      await ask('POST /api/session/pin', { body: typed });
      setTyped({ pin: '', newPin: '' });
      enqueueSnackbar('Your PIN is changed; wherever else you were signed in, you are no more');
    } catch (error) {
      if (error instanceof ApiError)
        setWrong(Object.fromEntries(error.issues.map(({ path, message }) => [path, message])));
      setProblem(sayError(error));
    }
  };
  const field = (name: keyof typeof typed, label: string, help: string, autoComplete: string) => (
    <TextField
      label={label}
      type="password"
      autoComplete={autoComplete}
      value={typed[name]}
      onChange={({ target }) => setTyped((before) => ({ ...before, [name]: target.value }))}
      error={Boolean(wrong[name])}
      helperText={wrong[name] ?? help}
    />
  );
  return (
    <form className="people-form" aria-label="Your own PIN" noValidate onSubmit={(event) => void submit(event)}>
      <h2>Your own PIN</h2>
      {field('pin', 'Your PIN until now', ' ', 'current-password')}
      {field('newPin', 'Your PIN from now on', '6 to 12 digits', 'new-password')}
      <div className="people-act">
        <Button type="submit" variant="outlined">
          Change my PIN
        </Button>
      </div>
      {problem && (
        <p role="alert" className="people-wrong">
          {problem}
        </p>
      )}
    </form>
  );
}
