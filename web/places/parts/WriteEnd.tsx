import Button from '@mui/material/Button';
import { WrongFields } from '../../app/WrongFields.js';
import type { WrongField } from '../../app/use-refused.js';

/** Below a page of the book: what is wrong with it, writing it down, and leaving it. */
export function WriteEnd({
  wrong,
  isBusy,
  onLeave,
}: {
  wrong: readonly WrongField[];
  isBusy: boolean;
  onLeave: () => void;
}) {
  // prettier-ignore
  return (
    <>
      <WrongFields wrong={wrong} />
      <div className="order-end">
        <Button type="submit" variant="contained" disabled={isBusy}>
          Write it down
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </>
  );
}
