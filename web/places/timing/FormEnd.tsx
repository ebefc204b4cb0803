import Button from '@mui/material/Button';
import { useLooksOn } from '../../state/session.js';
import { WrongFields } from '../../app/WrongFields.js';
import type { WrongField } from '../../app/use-refused.js';

interface Props {
  /** What filing it is called. */
  file: string;
  what: 'card' | 'lobe' | 'set-up' | 'nest' | 'sheet';
  wrong?: readonly WrongField[];
  problem: string | null;
  disabled?: boolean;
  /** Whether the server does not have what is typed yet. */
  isDraft: boolean;
  onDrop: () => void;
}

/** Below a form that is filed: what is wrong with it, filing it, and throwing away what is kept here only. */
export function FormEnd({ file, what, wrong = [], problem, disabled = false, isDraft, onDrop }: Props) {
  const looksOn = useLooksOn();
  return (
    <>
      <WrongFields wrong={wrong} problem={problem} />
      {!looksOn && (
        <div className="measuring-form-end">
          <Button type="submit" variant="contained" disabled={disabled}>
            {file}
          </Button>
          {isDraft && (
            <span className="now-quiet">
              ◔ This {what} is kept here only.{' '}
              <Button size="small" onClick={onDrop}>
                Throw away what is typed
              </Button>
            </span>
          )}
        </div>
      )}
    </>
  );
}
