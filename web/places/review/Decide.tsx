import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useSnackbar } from 'notistack';
import { useState, type FormEvent } from 'react';
import { spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { DispositionAction } from '../../../core/record/reading.js';
import { call, sayError } from '../../app/api.js';
import { useDesk } from '../../state/desk.js';

/** Choose what was done, say why, write it down. Accepting is offered to the lead alone. */
export function Decide({
  at,
  actions,
}: {
  at: { measure: string; place: string };
  actions: readonly DispositionAction[];
}) {
  const { engine, reload } = useDesk();
  const [action, setAction] = useState<DispositionAction | null>(actions.length === 1 ? actions[0] : null);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { enqueueSnackbar } = useSnackbar();
  const where = `${measureOf(at.measure).title}, ${spokenPlace(at.place)}`;

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!action) return setProblem('Choose what was done.');
    try {
      await call('POST', `/api/engines/${engine!.id}/dispositions`, { ...at, action, reason });
      enqueueSnackbar(`${where}: ${action}, written down`);
      setReason('');
      setProblem(null);
      await reload();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="review-decide">
      {actions.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={action}
          onChange={(_event, chosen: DispositionAction | null) => setAction(chosen)}
          aria-label={`What was done: ${where}`}
        >
          {actions.map((name) => (
            <ToggleButton key={name} value={name}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <TextField
        label="Reason"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        error={problem !== null}
        helperText={problem ?? undefined}
        slotProps={{ htmlInput: { 'aria-label': `Reason: ${where}` } }}
      />
      <Button type="submit" variant="outlined">
        {actions.length === 1 ? 'Accept as missing' : 'Write it down'}
      </Button>
    </form>
  );
}
