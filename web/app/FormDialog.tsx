import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useId, type FormEvent, type ReactNode } from 'react';
import { WrongFields } from './WrongFields.js';
import type { WrongField } from './use-refused.js';

const NOTHING: readonly WrongField[] = [];

/** A dialog that files what is typed in it: its fields, what is wrong with the whole of them, and the two ways out. */
export function FormDialog({
  title,
  className,
  problem = null,
  wrong = NOTHING,
  leave = 'Leave it',
  file,
  isSmall = false,
  isBusy = false,
  startsAtFile = false,
  onFile,
  onClose,
  children,
}: {
  title: ReactNode;
  className?: string;
  /** Why it was not filed. */
  problem?: string | null;
  /** Which of its fields keep it from being filed. */
  wrong?: readonly WrongField[];
  /** What the two ways out are called. */
  leave?: string;
  file: string;
  isSmall?: boolean;
  isBusy?: boolean;
  /** Enter files at once: there is nothing to type. */
  startsAtFile?: boolean;
  onFile: () => void | Promise<void>;
  onClose: () => void;
  children: ReactNode;
}) {
  const id = useId();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // The bench below hears its own keys again when this is closed.
    event.stopPropagation();
    void onFile();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby={id} fullWidth maxWidth={isSmall ? 'xs' : 'sm'}>
      <form noValidate onSubmit={submit}>
        <DialogTitle id={id}>{title}</DialogTitle>
        <DialogContent className={className}>
          {children}
          <WrongFields wrong={wrong} problem={problem} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{leave}</Button>
          <Button type="submit" variant="contained" disabled={isBusy} autoFocus={startsAtFile}>
            {file}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
