import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import type { Person } from '../../../contracts/shop.js';
import { sayError } from '../../app/api.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';
import { NumberPad } from './NumberPad.js';
import './sign-in.css';

/** Whose names stand there, each to press with a glove; the one whose work waits stands first. */
function Names({ people, onChoose, chosen }: { people: Person[]; chosen: string; onChoose: (handle: string) => void }) {
  return (
    <div className="sign-in-names" role="group" aria-label="Who are you?">
      {people.map(({ handle, name, role }) => (
        <ButtonBase
          key={handle}
          className={handle === chosen ? 'sign-in-name here' : 'sign-in-name'}
          aria-pressed={handle === chosen}
          aria-label={`${name}, ${role}`}
          onClick={() => onChoose(handle)}
        >
          <strong>{name}</strong> <span>{role}</span>
        </ButtonBase>
      ))}
    </div>
  );
}

/**
 * A name pressed, or a handle typed where the owner has the names hidden, and a PIN: on the pad with a glove, or by key.
 * What was typed stays when it was wrong, but the PIN.
 *
 * @param waiting whose work waits under the lock; null where nobody's does
 */
export function SignIn({ waiting = null }: { waiting?: Person | null }) {
  const { signIn, shopName, bench } = useSession();
  const [byHandle, setByHandle] = useState(false);
  const [handle, setHandle] = useState('');
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const { people } = bench;
  const asksHandle = byHandle || people === null;
  const sorted = people && [...people].sort((a, b) => Number(b.handle === waiting?.handle) - Number(a.handle === waiting?.handle)); // prettier-ignore

  useEffect(() => {
    if (!asksHandle && handle === '') document.querySelector<HTMLElement>('.sign-in-name')?.focus();
  }, [asksHandle, handle]);

  const choose = (chosen: string) => {
    setHandle(chosen);
    setPin('');
    setProblem(null);
    field.current?.focus();
  };
  const submit = async () => {
    if (handle === '' || pin === '') return setProblem('A name and a PIN, both.');
    setBusy(true);
    setProblem(null);
    try {
      await signIn(handle, pin);
    } catch (error) {
      setPin('');
      setProblem(sayError(error));
      field.current?.focus();
    }
    setBusy(false);
  };
  return (
    <Page
      title="Sign in"
      aside={waiting ? `${waiting.name}’s work stays as it was left` : shopName}
      action={
        people && (
          <Button
            onClick={() => {
              setByHandle(!byHandle);
              setHandle('');
            }}
          >
            {byHandle ? 'By name' : 'By handle'}
          </Button>
        )
      }
    >
      <form
        className="sign-in"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        {asksHandle ? (
          <TextField
            label="Handle"
            value={handle}
            onChange={({ target }) => setHandle(target.value)}
            autoFocus
            required
            autoComplete="username"
            slotProps={{ htmlInput: { autoCapitalize: 'none' } }}
          />
        ) : (
          <Names people={sorted!} chosen={handle} onChoose={choose} />
        )}
        <div className="sign-in-pin">
          <TextField
            label="PIN"
            type="password"
            value={pin}
            onChange={({ target }) => setPin(target.value)}
            inputRef={field}
            required
            autoComplete="current-password"
            // The pad beside it is the keyboard of a tablet.
            slotProps={{ htmlInput: { inputMode: 'none' }, formHelperText: problem ? { role: 'alert' } : {} }}
            error={problem !== null}
            helperText={problem ?? ' '}
          />
          <NumberPad
            onDigit={(digit) => setPin((typed) => (typed.length < 12 ? typed + digit : typed))}
            onErase={() => setPin((typed) => typed.slice(0, -1))}
          />
          <Button type="submit" variant="contained" disabled={busy} size="large">
            Sign in
          </Button>
        </div>
      </form>
    </Page>
  );
}
