import Button from '@mui/material/Button';
import { Problem } from '../../app/Problem.js';

/** Below a page of the book: what is wrong with it, writing it down, and leaving it. */
export function WriteEnd({
  problem,
  isBusy,
  onLeave,
}: {
  problem: string | null;
  isBusy: boolean;
  onLeave: () => void;
}) {
  // prettier-ignore
  return (
    <>
      <Problem says={problem} />
      <div className="order-end">
        <Button type="submit" variant="contained" disabled={isBusy}>
          Write it down
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </>
  );
}
