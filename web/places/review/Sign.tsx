import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { STANDING_CAUTION } from '../../../core/plan/cautions.js';
import { workedOn } from '../../../core/sheet/engine-file.js';
import { act, sayError } from '../../app/api.js';
import { Thumb, usePictures } from '../../measuring/Pictures.js';
import { useDesk } from '../../state/use-desk.js';
import { useSession } from '../../state/session.js';
import { Problem } from '../../app/Problem.js';

/** The signature: refused while a flag is open; what is missing must be accepted with a reason. */
export function Sign({ open, unanswered }: { open: number; unanswered: number }) {
  const { engine, file, saved, readings, reload } = useDesk();
  const person = useSession((state) => state.person)!;
  const navigate = useNavigate();
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { reason: '' } });
  const pictures = usePictures();
  const [shown, setShown] = useState<string[]>([]);
  const problem = formState.errors.root?.message;
  const busy = formState.isSubmitting;
  const lead = person.role === 'lead' || person.role === 'owner';
  const asksSecond = useSession((state) => state.bench.twoPeople) && workedOn(file!).has(person.handle);
  const keptHere = readings.filter((reading) => saved[reading.id] && saved[reading.id] !== 'on-server').length;

  const submit = handleSubmit(async ({ reason }) => {
    const params = { id: engine!.id };
    try {
      await act('POST /api/engines/:id/records', {
        params,
        body: {
          ...(unanswered > 0 ? { missing: 'accepted' as const, reason } : {}),
          ...(shown.length > 0 ? { pictures: shown } : {}),
        },
      });
      await reload();
      void navigate(`/engines/${engine!.id}/record`);
    } catch (error) {
      setError('root', { message: sayError(error) });
    }
  });
  return (
    <section className="review-sign" aria-label="Signing">
      <h2>Signature</h2>
      {open > 0 && (
        <p style={{ color: 'var(--flag)' }}>
          {open} {open === 1 ? 'value is' : 'values are'} out of limits or suspect and not dealt with. Signing waits.
        </p>
      )}
      {keptHere > 0 && (
        <p style={{ color: 'var(--flag)' }}>
          {keptHere} {keptHere === 1 ? 'reading is' : 'readings are'} kept on this device and not on the server yet.
          Signing waits.
        </p>
      )}
      {unanswered > 0 && (
        <p>
          {unanswered} required {unanswered === 1 ? 'value is' : 'values are'} missing. What is missing can be left out
          with a reason, which stands on the record.
        </p>
      )}
      {lead && asksSecond && (
        <p>You measured or accepted something on this engine. The shop has somebody else sign it.</p>
      )}
      {lead && !asksSecond ? (
        <form onSubmit={(event) => void submit(event)}>
          {unanswered > 0 && <TextField label="Reason for leaving them out" {...register('reason')} required />}
          {pictures.length > 0 && (
            <fieldset className="review-pictures">
              <legend>Pictures on the last pages of the PDF</legend>
              {pictures.map((picture) => (
                <div key={picture.id}>
                  <Thumb picture={picture} />
                  <FormControlLabel
                    control={
                      <Checkbox
                        checked={shown.includes(picture.id)}
                        onChange={(_event, chosen) =>
                          setShown(chosen ? [...shown, picture.id] : shown.filter((id) => id !== picture.id))
                        }
                      />
                    }
                    label={picture.said}
                  />
                </div>
              ))}
            </fieldset>
          )}
          <Problem says={problem} />
          <Button type="submit" variant="contained" disabled={open > 0 || keptHere > 0 || busy} sx={{ mt: 2 }}>
            {unanswered > 0 ? `Sign record with ${unanswered} missing` : 'Sign record'}
          </Button>
        </form>
      ) : (
        !lead && <p>The lead signs.</p>
      )}
      <p className="review-caution">{STANDING_CAUTION}</p>
    </section>
  );
}
