import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useState, type FormEvent } from 'react';
import { GATE_WORD } from '../../contracts/wording/gate.js';
import { GATE, type Gate } from '../../core/plan/gates.js';
import { act, sayError } from '../app/api.js';
import { readMoney } from '../app/money.js';
import { typedNumber } from '../app/typed-number.js';
import { useDesk } from '../state/use-desk.js';
import { Problem } from '../app/Problem.js';
import { wrongReason } from '../app/ReasonField.js';
import './reopen.css';

/** Half an hour for each thing that is done anew, until somebody says otherwise. */
const MINUTES_EACH = 30;

/** Files an act about a gate, and has the engine read anew. */
export function useGateAct(onClose: () => void) {
  const reload = useDesk((desk) => desk.reload);
  const engineId = useDesk((desk) => desk.engine!.id);
  const { enqueueSnackbar } = useSnackbar();
  const [problem, setProblem] = useState('');
  const [isBusy, setIsBusy] = useState(false);
  const file = async (said: string, send: (id: string) => Promise<unknown>) => {
    setIsBusy(true);
    try {
      await send(engineId);
      await reload();
      enqueueSnackbar(said);
      onClose();
    } catch (error) {
      // Somebody else filed something meanwhile: what is lacking now is shown, and what was typed stays.
      await reload();
      setProblem(sayError(error));
      setIsBusy(false);
    }
  };
  return { file, problem, setProblem, isBusy };
}

/** Opens a closed gate: why, what must be done anew, and what that costs in hours and money. */
export function Reopen({
  gate,
  currency,
  onClose,
  onOpened,
}: {
  gate: Gate;
  currency: string | null;
  onClose: () => void;
  onOpened?: () => void;
}) {
  const { anew } = GATE[gate];
  const words = GATE_WORD[gate];
  const [reason, setReason] = useState('');
  const [minutes, setMinutes] = useState(String(anew.length * MINUTES_EACH));
  const [cost, setCost] = useState('');
  const { file, problem, setProblem, isBusy } = useGateAct(onOpened ?? onClose);
  const open = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    const money = readMoney(cost, currency);
    const took = typedNumber(minutes);
    const wrong = wrongReason(reason);
    if (wrong) return setProblem(wrong);
    if (typeof took !== 'number' || !Number.isInteger(took) || took < 0)
      return setProblem('minutes, as a whole number');
    if (!money.ok) return setProblem(money.why);
    const body = { reason: reason.trim(), minutes: took, cost: money.value };
    void file(`${words.is}: open again`, (engineId) =>
      act('POST /api/engines/:id/gates/:gate/open', { params: { id: engineId, gate }, body }),
    );
  };
  return (
    <form noValidate onSubmit={open}>
      <DialogContent className="gate-reopen">
        {anew.length > 0 && (
          <>
            <h3>To be done anew</h3>
            <ul className="gate-asks">
              {anew.map((one) => (
                <li key={one}>○ {one}</li>
              ))}
            </ul>
          </>
        )}
        <TextField
          label="Why it is opened again"
          value={reason}
          autoFocus
          fullWidth
          onChange={({ target }) => setReason(target.value)}
        />
        {gate !== 'hand-over' && (
          <div className="gate-price">
            <TextField
              label="Minutes that it takes"
              value={minutes}
              onChange={({ target }) => setMinutes(target.value)}
            />
            <TextField
              label={`Money${currency ? `, ${currency}` : ''}`}
              value={cost}
              placeholder="gaskets, bolts"
              onChange={({ target }) => setCost(target.value)}
            />
          </div>
        )}
        <Problem says={problem} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it closed</Button>
        <Button type="submit" variant="contained" disabled={isBusy}>
          {words.open}
        </Button>
      </DialogActions>
    </form>
  );
}
