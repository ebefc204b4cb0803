import Button from '@mui/material/Button';
import { useState } from 'react';
import { UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { act, sayError } from '../app/api.js';
import { FormDialog } from '../app/FormDialog.js';
import { ReasonField, wrongReason } from '../app/ReasonField.js';
import { useDesk } from '../state/use-desk.js';
import type { Strike } from './use-strike.js';

/** What is wrong with a reading most often. */
const OFTEN = ['misread', 'typed wrong', 'wrong place', 'set-up had moved'];

/** Why a reading no longer counts: it stays in the log and on the record, crossed out. */
export function StrikeReading({ strike: { asked, close } }: { strike: Strike }) {
  const engineId = useDesk((desk) => desk.engine!.id);
  const { flush, reload } = useDesk();
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [isBusy, setIsBusy] = useState(false);
  if (!asked) return null;
  const { id, entered, unit, by } = asked;
  const strike = async () => {
    const why = reason.trim();
    const wrong = wrongReason(why);
    if (wrong) return setProblem(wrong);
    setIsBusy(true);
    try {
      // It may not be on the server yet.
      await flush();
      await act('POST /api/engines/:id/strikes', { params: { id: engineId }, body: { readingId: id, reason: why } });
      await reload();
      setReason('');
      close();
    } catch (error) {
      setProblem(sayError(error));
    }
    setIsBusy(false);
  };
  return (
    <FormDialog
      title={`Strike ${entered} ${UNIT_LABEL[unit as Unit]} (${by})`}
      leave="Keep reading"
      file="Strike reading"
      isSmall
      isBusy={isBusy}
      onFile={strike}
      onClose={close}
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
    </FormDialog>
  );
}
