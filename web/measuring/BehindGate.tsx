import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { GATE_WORD } from '../../contracts/wording/gate.js';
import type { Gate } from '../../core/plan/gates.js';
import type { Measure } from '../../core/plan/measure.js';
import { usePartsBook } from '../state/parts-book.js';
import { Reopen } from './Reopen.js';

/** Something is read that a closed gate hides: is it open again, or was it reached all the same? */
export function BehindGate({
  gate,
  measure,
  onTake,
  onClose,
}: {
  gate: Gate;
  measure: Measure;
  /** Takes what is typed. */
  onTake: () => void;
  onClose: () => void;
}) {
  const currency = usePartsBook((state) => state.book?.currency ?? null);
  return (
    <Dialog open onClose={onClose} aria-labelledby="behind-gate" fullWidth maxWidth="sm">
      <DialogTitle id="behind-gate">{GATE_WORD[gate].is}: is it off again?</DialogTitle>
      <DialogContent>
        <p>{measure.title} lies behind it. What is typed is kept.</p>
        <Button variant="outlined" onClick={onTake}>
          Reached without opening it
        </Button>
      </DialogContent>
      <Reopen gate={gate} currency={currency} onClose={onClose} onOpened={onTake} />
    </Dialog>
  );
}
