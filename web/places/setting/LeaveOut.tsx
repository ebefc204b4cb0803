import Button from '@mui/material/Button';
import { useState } from 'react';
import { spokenPlace, valvesOfBank } from '../../../core/engine/places.js';
import { FormDialog } from '../../app/FormDialog.js';
import { ReasonField, wrongReason } from '../../app/ReasonField.js';
import type { SettingState } from './use-setting.js';
import type { SettingActs } from './use-setting-acts.js';

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
  const file = async () => {
    const wrong = isOut ? null : wrongReason(reason);
    if (wrong) return setProblem(wrong);
    if (await acts.setAside(places, isOut ? null : reason.trim())) onClose();
  };
  return (
    <FormDialog
      title={`${isOut ? 'Take up again' : 'Leave out for now'}: ${whole ? 'the bank of ' : ''}${spokenPlace(active)}`}
      file={isOut ? 'Take up again' : 'Leave out'}
      isSmall
      isBusy={acts.isBusy}
      startsAtFile={isOut}
      onFile={file}
      onClose={onClose}
    >
      <p role="group" aria-label="How much">
        <Button
          size="small"
          aria-pressed={!whole}
          variant={whole ? 'text' : 'outlined'}
          onClick={() => setWhole(false)}
        >
          this valve
        </Button>
        <Button size="small" aria-pressed={whole} variant={whole ? 'outlined' : 'text'} onClick={() => setWhole(true)}>
          its whole bank
        </Button>
      </p>
      {!isOut && (
        <ReasonField
          label="What it waits for"
          value={reason}
          problem={problem}
          help="seen by everybody at this engine"
          onChange={setReason}
        />
      )}
    </FormDialog>
  );
}
