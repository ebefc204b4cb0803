import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { spokenPlace, valvesOfBank } from '../../../core/engine/places.js';
import type { SettingState } from './use-setting.js';
import type { SettingActs } from './use-setting-acts.js';

const LEAST = 3;

/** A valve, or its whole bank, is left out for now with why; or what was left out is taken up again. */
export function LeaveOut({
  setting,
  acts,
  onClose,
}: {
  setting: SettingState;
  acts: SettingActs;
  onClose: () => void;
}) {
  const { engine, active, aside } = setting;
  const bank = engine.banks.map(valvesOfBank).find((valves) => valves.includes(active))!;
  const isOut = aside[active] !== undefined;
  const [whole, setWhole] = useState(false);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const places = whole ? bank.filter((place) => (aside[place] !== undefined) === isOut) : [active];
  const file = async (event: FormEvent) => {
    event.preventDefault();
    // The bench below hears its own keys again when this is closed.
    event.stopPropagation();
    if (!isOut && reason.trim().length < LEAST) return setProblem('a reason, in a few words');
    if (await acts.setAside(places, isOut ? null : reason.trim())) onClose();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="leave-out" fullWidth maxWidth="xs">
      <form noValidate onSubmit={(event) => void file(event)}>
        <DialogTitle id="leave-out">
          {isOut ? 'Take up again' : 'Leave out for now'}:{' '}
          {whole ? `the bank of ${spokenPlace(active)}` : spokenPlace(active)}
        </DialogTitle>
        <DialogContent>
          <p role="group" aria-label="How much">
            <Button
              size="small"
              aria-pressed={!whole}
              variant={whole ? 'text' : 'outlined'}
              onClick={() => setWhole(false)}
            >
              this valve
            </Button>
            <Button
              size="small"
              aria-pressed={whole}
              variant={whole ? 'outlined' : 'text'}
              onClick={() => setWhole(true)}
            >
              its whole bank
            </Button>
          </p>
          {!isOut && (
            <TextField
              label="What it waits for"
              value={reason}
              autoFocus
              fullWidth
              error={problem !== ''}
              helperText={problem || 'seen by everybody at this engine'}
              onChange={(event) => setReason(event.target.value)}
            />
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={acts.isBusy} autoFocus={isOut}>
            {isOut ? 'Take up again' : 'Leave out'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
