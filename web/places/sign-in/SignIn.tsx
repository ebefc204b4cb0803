import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { sayError } from '../../app/api.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';

/** Handle and PIN. What was typed stays when it was wrong, but the PIN. */
export function SignIn() {
  const { signIn, shopName } = useSession();
  const [handle, setHandle] = useState('');
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      await signIn(handle, pin);
    } catch (error) {
      setProblem(sayError(error));
      setPin('');
    } finally {
      setBusy(false);
    }
  };

  return (
    <Page title="Sign in" aside={shopName}>
      <form onSubmit={(event) => void submit(event)} style={{ maxWidth: 340, display: 'grid', gap: 22, marginTop: 26 }}>
        <TextField
          label="Handle"
          value={handle}
          onChange={(event) => setHandle(event.target.value)}
          autoFocus
          required
          autoComplete="username"
          slotProps={{ htmlInput: { autoCapitalize: 'none' } }}
        />
        <TextField
          label="PIN"
          type="password"
          value={pin}
          onChange={(event) => setPin(event.target.value)}
          required
          autoComplete="current-password"
          slotProps={{ htmlInput: { inputMode: 'numeric' }, formHelperText: problem ? { role: 'alert' } : {} }}
          error={problem !== null}
          helperText={problem ?? ' '}
        />
        <Button type="submit" variant="contained" disabled={busy}>
          Sign in
        </Button>
      </form>
    </Page>
  );
}
