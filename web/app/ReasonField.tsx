import TextField from '@mui/material/TextField';

/** A reason is a few words: fewer letters say nothing to whoever reads it later. */
const LEAST = 3;

/** What is wrong with a reason as it is typed; null where it will do. */
export const wrongReason = (typed: string): string | null =>
  typed.trim().length < LEAST ? 'Give a reason in a few words.' : null;

/** Why something is done, typed first in its dialog. */
export function ReasonField({
  label = 'Reason',
  value,
  problem,
  help,
  onChange,
}: {
  label?: string;
  value: string;
  /** Why it was not filed. */
  problem: string;
  help: string;
  onChange: (typed: string) => void;
}) {
  return (
    <TextField
      label={label}
      value={value}
      autoFocus
      fullWidth
      error={problem !== ''}
      helperText={problem || help}
      onChange={({ target }) => onChange(target.value)}
    />
  );
}
