import Button from '@mui/material/Button';
import { useState } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import { FIGURES } from '../../../core/engine/engine-data.js';
import { engineDataOf } from '../../../core/sheet/papers.js';
import { ApiError, act, sayError } from '../../app/api.js';
import { useRefused } from '../../app/use-refused.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { checkFigures, dataOf, fieldOf, UNSTATED, type EngineForm } from './engine-form.js';
import { FigureField } from './FigureField.js';

/** Figures that a place needs and the engine's data lack: asked for there, and filed from there. */
export function AskFigures({ ids, why }: { ids: string[]; why: string }) {
  const { engine, file, reload } = useDesk();
  const typed = useForm<EngineForm>({ defaultValues: UNSTATED });
  const { handleSubmit, setError, clearErrors } = typed;
  const show = useRefused(setError, fieldOf);
  const [problem, setProblem] = useState<string | null>(null);
  const known = engineDataOf(file!);
  const lacking = FIGURES.filter(({ id }) => ids.includes(id) && !known[id]);
  if (useLooksOn() || lacking.length === 0) return null;
  const submit = handleSubmit(async (form) => {
    clearErrors();
    setProblem(null);
    const whole = { ...form, figures: { ...UNSTATED.figures, ...known, ...dataOf(form).figures } };
    const checked = checkFigures(whole);
    if (!checked.ok) return setProblem(show(checked.issues));
    try {
      const params = { id: engine!.id, kind: 'engine-data' };
      await act('POST /api/engines/:id/papers/:kind', { params, body: checked.request });
      await reload();
    } catch (error) {
      if (error instanceof ApiError) show(error.issues);
      setProblem(sayError(error));
    }
  });
  return (
    <FormProvider {...typed}>
      <form
        className="ask-figures"
        noValidate
        aria-label="Figures that are needed here"
        onSubmit={(event) => void submit(event)}
      >
        <p>{why}</p>
        {lacking.map((figure) => (
          <FigureField key={figure.id} figure={figure} />
        ))}
        {problem && <p role="alert">{problem}</p>}
        <Button type="submit" variant="outlined" size="small">
          File {lacking.length === 1 ? 'it' : 'them'}
        </Button>
      </form>
    </FormProvider>
  );
}
