import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useSnackbar } from 'notistack';
import { Controller, useForm } from 'react-hook-form';
import { spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { DispositionAction } from '../../../core/sheet/acts.js';
import { act, sayError } from '../../app/api.js';
import { useDesk } from '../../state/use-desk.js';

interface Form {
  action: DispositionAction | null;
  reason: string;
}

/** Choose what was done, say why, write it down. Accepting is offered to the lead alone. */
export function Decide({
  at,
  actions,
}: {
  at: { measure: string; place: string };
  actions: readonly DispositionAction[];
}) {
  const { engine, reload } = useDesk();
  const { enqueueSnackbar } = useSnackbar();
  const { control, register, handleSubmit, setError, reset, formState } = useForm<Form>({
    defaultValues: { action: actions.length === 1 ? actions[0] : null, reason: '' },
  });
  const where = `${measureOf(at.measure).title}, ${spokenPlace(at.place)}`;

  const submit = handleSubmit(async ({ action, reason }) => {
    if (!action) return setError('reason', { message: 'Choose what was done.' });
    const { measure, place } = at;
    try {
      const body = { measure, place, action, reason };
      await act('POST /api/engines/:id/dispositions', { params: { id: engine!.id }, body });
      enqueueSnackbar(`${where}: ${action}, written down`);
      reset();
      await reload();
    } catch (error) {
      setError('reason', { message: sayError(error) });
    }
  });
  const problem = formState.errors.reason?.message;
  return (
    <form onSubmit={(event) => void submit(event)} className="review-decide">
      {actions.length > 1 && (
        <Controller
          control={control}
          name="action"
          render={({ field: { value, onChange } }) => (
            <ToggleButtonGroup
              exclusive
              size="small"
              value={value}
              onChange={(_event, chosen: DispositionAction | null) => onChange(chosen)}
              aria-label={`What was done: ${where}`}
            >
              {actions.map((name) => (
                <ToggleButton key={name} value={name}>
                  {name}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          )}
        />
      )}
      <TextField
        label="Reason"
        {...register('reason')}
        error={problem !== undefined}
        helperText={problem}
        slotProps={{ htmlInput: { 'aria-label': `Reason: ${where}` } }}
      />
      <Button type="submit" variant="outlined">
        {actions.length === 1 ? 'Accept as missing' : 'Write it down'}
      </Button>
    </form>
  );
}
