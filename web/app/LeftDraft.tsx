import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useLeftDraft } from '../state/left-draft.js';

/** What was typed into a form another time and not filed: named where one comes back to it. */
export function LeftDraft() {
  const { at, drop } = useLeftDraft();
  if (!drop) return null;
  return (
    <p className="left-draft" role="status">
      ◔ This form holds what you typed{at && ` on ${format(new Date(at), 'd MMM, HH:mm')}`} and did not file.{' '}
      <Button size="small" onClick={drop}>
        Throw it away
      </Button>
    </p>
  );
}
