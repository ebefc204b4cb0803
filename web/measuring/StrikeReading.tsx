import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { placesOf, spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import type { Reading } from '../../core/sheet/reading.js';
import { UNIT_LABEL } from '../../core/units/format.js';
import { act, sayError } from '../app/api.js';
import { FormDialog } from '../app/FormDialog.js';
import { newId } from '../app/new-id.js';
import { ReasonField, wrongReason } from '../app/ReasonField.js';
import { useDesk } from '../state/use-desk.js';

/** What is wrong with a reading most often. */
const WRONG_PLACE = 'wrong place';
const OFTEN = [WRONG_PLACE, 'typing slip', 'misread', 'wrong engine', 'set-up had moved'];

/** A reading as it is named: `3 intake, 0.0125 in (wren)`. */
export const sayReading = ({ measure, place, entered, unit, by }: Reading): string =>
  `${place === 'engine' ? measureOf(measure).title : spokenPlace(place)}, ${entered} ${UNIT_LABEL[unit]} (${by})`;

/** Why a reading no longer counts, or where it was read: it stays in the log and on the record, crossed out. */
export function StrikeReading({ reading, onClose }: { reading: Reading; onClose: () => void }) {
  const engine = useDesk((desk) => desk.engine!);
  const { sent, reload } = useDesk();
  const [reason, setReason] = useState('');
  const [place, setPlace] = useState('');
  const [movedId] = useState(newId);
  const [problem, setProblem] = useState('');
  const [isBusy, setIsBusy] = useState(false);
  const others = placesOf(engine, measureOf(reading.measure).scope).filter((one) => one !== reading.place);
  const strike = async () => {
    const why = reason.trim();
    const wrong = wrongReason(why);
    if (wrong) return setProblem(wrong);
    setIsBusy(true);
    try {
      // It may not be on the server yet.
      await sent();
      await act('POST /api/engines/:id/strikes', {
        params: { id: engine.id },
        body: { readingId: reading.id, reason: why, ...(place === '' ? {} : { to: { place, readingId: movedId } }) },
      });
      await reload();
      onClose();
    } catch (error) {
      setProblem(sayError(error));
      setIsBusy(false);
    }
  };
  return (
    <FormDialog
      title={`Strike ${sayReading(reading)}`}
      leave="Keep reading"
      file={place === '' ? 'Strike reading' : 'Move reading'}
      isSmall
      isBusy={isBusy}
      onFile={strike}
      onClose={onClose}
    >
      <p>It no longer counts. It stays in the log and on the record, with your reason.</p>
      <p role="group" aria-label="Common reasons">
        {OFTEN.map((often) => (
          <Button key={often} size="small" onClick={() => setReason(often)}>
            {often}
          </Button>
        ))}
      </p>
      <ReasonField
        value={reason}
        problem={problem}
        help=" "
        onChange={(typed) => {
          setReason(typed);
          setProblem('');
        }}
      />
      {others.length > 0 && (
        <TextField
          select
          label="Move it to"
          value={place}
          helperText="Only its place was wrong: it counts there instead."
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={({ target }) => {
            setPlace(target.value);
            if (reason === '' && target.value !== '') setReason(WRONG_PLACE);
          }}
        >
          <MenuItem value="">nowhere</MenuItem>
          {others.map((one) => (
            <MenuItem key={one} value={one}>
              {spokenPlace(one)}
            </MenuItem>
          ))}
        </TextField>
      )}
    </FormDialog>
  );
}
