import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { STANDING_CAUTION } from '../../../core/plan/cautions.js';
import { act, sayError } from '../../app/api.js';
import { useDesk } from '../../state/use-desk.js';
import { useSession } from '../../state/session.js';

/** The signature: refused while a flag is open; what is missing must be accepted with a reason. */
export function Sign({ open, unanswered }: { open: number; unanswered: number }) {
  const { engine, saved, readings, reload } = useDesk();
  const person = useSession((state) => state.person)!;
  const navigate = useNavigate();
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { reason: '' } });
  const problem = formState.errors.root?.message;
  const busy = formState.isSubmitting;
  const lead = person.role === 'lead' || person.role === 'owner';
  const keptHere = readings.filter((reading) => saved[reading.id] && saved[reading.id] !== 'on-server').length;

  const submit = handleSubmit(async ({ reason }) => {
    const params = { id: engine!.id };
    try {
      await act('POST /api/engines/:id/records', {
        params,
        body: unanswered > 0 ? { missing: 'accepted', reason } : {},
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
      {lead ? (
        <form onSubmit={(event) => void submit(event)}>
          {unanswered > 0 && <TextField label="Reason for leaving them out" {...register('reason')} required />}
          {problem && (
            <p role="alert" style={{ color: 'var(--flag)' }}>
              {problem}
            </p>
          )}
          <Button type="submit" variant="contained" disabled={open > 0 || keptHere > 0 || busy} sx={{ mt: 2 }}>
            {unanswered > 0 ? `Sign record with ${unanswered} missing` : 'Sign record'}
          </Button>
        </form>
      ) : (
        <p>The lead signs.</p>
      )}
      <p className="review-caution">{STANDING_CAUTION}</p>
    </section>
  );
}
