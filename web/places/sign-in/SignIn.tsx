import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useForm } from 'react-hook-form';
import { sayError } from '../../app/api.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';

/** Handle and PIN. What was typed stays when it was wrong, but the PIN. */
export function SignIn() {
  const { signIn, shopName } = useSession();
  const { register, handleSubmit, setError, resetField, formState } = useForm({
    defaultValues: { handle: '', pin: '' },
  });
  const problem = formState.errors.root?.message;

  const submit = handleSubmit(async ({ handle, pin }) => {
    try {
      await signIn(handle, pin);
    } catch (error) {
      resetField('pin');
      setError('root', { message: sayError(error) });
    }
  });

  return (
    <Page title="Sign in" aside={shopName}>
      <form onSubmit={(event) => void submit(event)} style={{ maxWidth: 340, display: 'grid', gap: 22, marginTop: 26 }}>
        <TextField
          label="Handle"
          {...register('handle')}
          autoFocus
          required
          autoComplete="username"
          slotProps={{ htmlInput: { autoCapitalize: 'none' } }}
        />
        <TextField
          label="PIN"
          type="password"
          {...register('pin')}
          required
          autoComplete="current-password"
          slotProps={{ htmlInput: { inputMode: 'numeric' }, formHelperText: problem ? { role: 'alert' } : {} }}
          error={problem !== undefined}
          helperText={problem ?? ' '}
        />
        <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
          Sign in
        </Button>
      </form>
    </Page>
  );
}
