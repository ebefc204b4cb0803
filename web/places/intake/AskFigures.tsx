import Button from '@mui/material/Button';
import { FormProvider, useForm } from 'react-hook-form';
import { FIGURES } from '../../../core/engine/engine-data.js';
import { engineDataOf } from '../../../core/sheet/papers.js';
import { act } from '../../app/api.js';
import { useRefused } from '../../app/use-refused.js';
import { WrongFields } from '../../app/WrongFields.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { checkFigures, dataOf, fieldOf, UNSTATED, type EngineForm } from './engine-form.js';
import { FigureField } from './FigureField.js';

/** Figures that a place needs and the engine's data lack: asked for there, and filed from there. */
export function AskFigures({ ids, why }: { ids: string[]; why: string }) {
  const { engine, file, reload } = useDesk();
  const typed = useForm<EngineForm>({ defaultValues: UNSTATED });
  const { handleSubmit } = typed;
  const known = engineDataOf(file!);
  const check = (form: EngineForm) =>
    checkFigures({ ...form, figures: { ...UNSTATED.figures, ...known, ...dataOf(form).figures } });
  const { wrong, problem, refuse, fail, sends } = useRefused(typed, fieldOf, (form) => {
    const checked = check(form);
    return checked.ok ? [] : checked.issues;
  });
  const lacking = FIGURES.filter(({ id }) => ids.includes(id) && !known[id]);
  if (useLooksOn() || lacking.length === 0) return null;
  const send = handleSubmit(async (form) => {
    const checked = check(form);
    if (!checked.ok) return refuse(checked.issues);
    try {
      const params = { id: engine!.id, kind: 'engine-data' };
      await act('POST /api/engines/:id/papers/:kind', { params, body: checked.request });
      await reload();
    } catch (error) {
      fail(error);
    }
  });
  return (
    <FormProvider {...typed}>
      <form className="ask-figures" noValidate aria-label="Figures that are needed here" onSubmit={sends(send)}>
        <p>{why}</p>
        {lacking.map((figure) => (
          <FigureField key={figure.id} figure={figure} />
        ))}
        <WrongFields wrong={wrong} problem={problem} />
        <Button type="submit" variant="outlined" size="small">
          File {lacking.length === 1 ? 'it' : 'them'}
        </Button>
      </form>
    </FormProvider>
  );
}
