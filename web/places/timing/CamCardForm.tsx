import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { useWatch, type FieldPath } from 'react-hook-form';
import { completeCard } from '../../../core/cam/cam-card.js';
import { cardChange, targetBeforeCard } from '../../../core/sheet/card-change.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { act } from '../../app/api.js';
import { useRefused } from '../../app/use-refused.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/use-desk.js';
import { useDraftForm } from '../../state/draft.js';
import { CardChanges } from './CardChanges.js';
import { CardWheel } from './CardWheel.js';
import { CARD_FIELDS, checkCard, EMPTY_CARD, formOf, readDraft, typedEvents, type CardForm } from './card-form.js';
import { LIFT_UNITS, LOBE_OR_VALVE } from './choices.js';
import { FormEnd } from './FormEnd.js';

const LABEL = new Map(CARD_FIELDS.flatMap(({ fields }) => fields));
const figure = (value: number) => String(Number(value.toFixed(4))).replace('-', '−');
/** The field of the form that a path of the card is typed into. */
const fieldAt = (path: string) => (LABEL.has(path) ? `text.${path}` : path) as FieldPath<CardForm>;

/** The cam card as its maker prints it: whatever it lists goes in, what follows is shown, what contradicts is named. */
export function CamCardForm() {
  const { engine, card, file, sheet, take, reload } = useDesk();
  const { id, tag, thread } = engine!;
  const filed = useMemo(
    () => (card ? formOf(card.printed) : { ...EMPTY_CARD, unit: thread.unit }),
    [card, thread.unit],
  );
  const { form, isDraft, settle } = useDraftForm<CardForm>(`${id}.cam-card`, filed, readDraft);
  const { control, handleSubmit } = form;
  const { enqueueSnackbar } = useSnackbar();
  const typed = useWatch({ control }) as CardForm;
  const checked = useMemo(() => checkCard(typed), [typed]);
  const completed = useMemo(() => (checked.card ? completeCard(checked.card) : null), [checked]);
  const [target, setTarget] = useState('');
  const chosen = parseEntered(target);
  const chosenDeg = chosen.ok ? chosen.value : null;
  const change = useMemo(
    () => (isDraft && checked.card ? cardChange(file!, checked.card, chosenDeg) : null),
    [isDraft, checked, file, chosenDeg],
  );
  const old = targetBeforeCard(file!, sheet!);

  const { wrong, problem, setProblem, refuse, fail, sends } = useRefused(form, fieldAt, (now) => checkCard(now).issues);
  const send = handleSubmit(async () => {
    if (!checked.card) return refuse(checked.issues);
    const asksTarget = change?.target != null;
    if (asksTarget && chosenDeg === null)
      return setProblem('Choose the target for this card: degrees after top centre.');
    try {
      await act('POST /api/engines/:id/cam-card', { params: { id }, body: checked.card });
      enqueueSnackbar('Cam card filed');
      await reload();
      if (asksTarget) take({ measure: 'cam-target', place: 'engine', entered: target.trim(), unit: 'deg' });
      setTarget('');
      settle();
    } catch (error) {
      fail(error);
    }
  });
  const follows = (path: string) => {
    const computed = completed?.computed.includes(path) ? completed.figures[path] : undefined;
    return computed === undefined ? undefined : `follows: ${figure(computed)}`;
  };
  return (
    <form className="measuring-form beside-wheel" onSubmit={sends(send)} noValidate aria-label="Cam card">
      <div>
        <h2>Cam card</h2>
        <fieldset>
          <FormField control={control} name="title" label="Cam" help="as its card names it" />
          <FormChoice control={control} name="unit" label="Lifts in" options={LIFT_UNITS} />
          <FormChoice control={control} name="checkAt" label="Checked at the" options={LOBE_OR_VALVE} />
        </fieldset>
        {CARD_FIELDS.map(({ legend, fields }) => (
          <fieldset key={legend}>
            <legend>{legend}</legend>
            {fields.map(([path, label]) => (
              <FormField
                key={path}
                control={control}
                name={fieldAt(path)}
                label={label}
                help={follows(path)}
                slotProps={{ htmlInput: { autoComplete: 'off', 'aria-label': `${label}, ${legend.toLowerCase()}` } }}
              />
            ))}
          </fieldset>
        ))}
        <p className="now-quiet">
          Signs as the labels say, or words: “4 after”. What the card does not print stays empty.
        </p>
        {completed?.contradictions.map(({ path, printed, computed }) => (
          <p key={path} className="now-hint">
            <VerdictMark mark="doubt" word={false} /> {LABEL.get(path) ?? path}: its other figures give{' '}
            {figure(computed)}, it prints {figure(printed)}.
          </p>
        ))}
        {completed && completed.absent.length > 0 && (
          <p className="now-quiet">
            Neither printed nor to be computed:{' '}
            {completed.absent.map((path) => (LABEL.get(path) ?? path).toLowerCase()).join(', ')}.
          </p>
        )}
        {change && (
          <CardChanges
            change={change}
            tag={tag}
            unit={typed.unit}
            target={target}
            problem={target !== '' && chosenDeg === null ? 'degrees after top centre, as a number' : null}
            onTarget={setTarget}
          />
        )}
        {!isDraft && old !== null && (
          <p className="now-hint">
            The target of {figure(old)}° was chosen before this card was filed. Choose it again under Sprocket.
          </p>
        )}
        <FormEnd file="File the card" what="card" wrong={wrong} problem={problem} isDraft={isDraft} onDrop={settle} />
      </div>
      <CardWheel events={completed?.figures ?? typedEvents(typed)} />
    </form>
  );
}
