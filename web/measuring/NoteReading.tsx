import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Reading } from '../../core/sheet/reading.js';
import { notesOf } from '../../core/sheet/acts.js';
import { act, sayError } from '../app/api.js';
import { FormDialog } from '../app/FormDialog.js';
import { useDesk } from '../state/use-desk.js';
import { sayReading } from './StrikeReading.js';

/** Words put to a reading: they stand with it in the panel, on the sheet and on the record. */
export function NoteReading({ reading, onClose }: { reading: Reading; onClose: () => void }) {
  const { sent, reload, engine, file } = useDesk();
  const [note, setNote] = useState(notesOf(file!).get(reading.id) ?? reading.note ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setIsBusy] = useState(false);
  const put = async () => {
    setIsBusy(true);
    try {
      await sent();
      await act('POST /api/engines/:id/notes', { params: { id: engine!.id }, body: { readingId: reading.id, note } });
      await reload();
      onClose();
    } catch (error) {
      setProblem(sayError(error));
      setIsBusy(false);
    }
  };
  return (
    <FormDialog
      title={`Note on ${sayReading(reading)}`}
      leave="Leave as it was"
      file="Save note"
      isSmall
      isBusy={isBusy}
      problem={problem}
      onFile={put}
      onClose={onClose}
    >
      <TextField
        label="Note"
        value={note}
        autoFocus
        multiline
        helperText="It stands on the sheet and the record. Write a temperature as 31 °C."
        slotProps={{ htmlInput: { maxLength: 500 } }}
        onChange={({ target }) => setNote(target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.shiftKey) return;
          // One line is usual: Enter saves it.
          event.preventDefault();
          event.currentTarget.closest('form')?.requestSubmit();
        }}
      />
    </FormDialog>
  );
}
