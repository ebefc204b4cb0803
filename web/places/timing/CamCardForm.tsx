import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useMemo, useState, type FormEvent } from 'react';
import type { Issue } from '../../../contracts/errors.js';
import { completeCard } from '../../../core/cam/cam-card.js';
import { ApiError, ask, sayError, sayFields } from '../../app/api.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/use-desk.js';
import { useDraft } from '../../state/draft.js';
import { useLooksOn } from '../../state/session.js';
import { CARD_FIELDS, checkCard, EMPTY_CARD, formOf, type CardForm } from './card-form.js';
import { LiftUnit, LobeOrValve } from './choices.js';
import { NotFiled } from './NotFiled.js';

const LABEL = new Map(CARD_FIELDS.flatMap(({ fields }) => fields));
const figure = (value: number) => String(Number(value.toFixed(4))).replace('-', '−');

/** The cam card as its maker prints it: whatever it lists goes in, what follows is shown, what contradicts is named. */
export function CamCardForm() {
  const { engine, card, reload } = useDesk();
  const { form, isDraft, change, settle } = useDraft<CardForm>(`${engine!.id}.cam-card`, () =>
    card ? formOf(card.printed) : { ...EMPTY_CARD, unit: engine!.thread.unit },
  );
  const [issues, setIssues] = useState<Issue[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const { enqueueSnackbar } = useSnackbar();
  const looksOn = useLooksOn();
  const checked = useMemo(() => checkCard(form), [form]);
  const completed = useMemo(() => (checked.card ? completeCard(checked.card) : null), [checked]);

  const set = (path: string, value: string) => {
    setIssues((before) => before.filter((issue) => issue.path !== path));
    change({ text: { ...form.text, [path]: value } });
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setProblem(null);
    setIssues(checked.issues);
    if (!checked.card) return setProblem(sayFields(checked.issues.map(({ path }) => path)));
    try {
      await ask('POST /api/engines/:id/cam-card', { params: { id: engine!.id }, body: checked.card });
      enqueueSnackbar('Cam card filed');
      await reload();
      settle();
    } catch (error) {
      if (error instanceof ApiError) setIssues(error.issues);
      setProblem(sayError(error));
    }
  };
  const messageAt = (path: string) => issues.find((issue) => issue.path === path)?.message;
  const help = (path: string): string => {
    const wrong = messageAt(path);
    if (wrong) return wrong;
    const computed = completed?.computed.includes(path) ? completed.figures[path] : undefined;
    return computed === undefined ? ' ' : `follows: ${figure(computed)}`;
  };
  return (
    <form className="measuring-form" onSubmit={(event) => void submit(event)} noValidate aria-label="Cam card">
      <h2>Cam card</h2>
      <fieldset>
        <TextField
          label="Cam"
          value={form.title}
          onChange={(event) => change({ title: event.target.value })}
          error={!!messageAt('title')}
          helperText={messageAt('title') ?? 'as its card names it'}
        />
        <LiftUnit value={form.unit} choose={(unit) => change({ unit })} />
        <LobeOrValve label="Checked at the" value={form.checkAt} choose={(checkAt) => change({ checkAt })} />
      </fieldset>
      {CARD_FIELDS.map(({ legend, fields }) => (
        <fieldset key={legend}>
          <legend>{legend}</legend>
          {fields.map(([path, label]) => (
            <TextField
              key={path}
              label={label}
              value={form.text[path] ?? ''}
              onChange={(event) => set(path, event.target.value)}
              error={!!messageAt(path)}
              helperText={help(path)}
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
          <VerdictMark mark="doubt" word={false} /> {LABEL.get(path) ?? path}: its other figures give {figure(computed)}
          , it prints {figure(printed)}.
        </p>
      ))}
      {completed && completed.absent.length > 0 && (
        <p className="now-quiet">
          Neither printed nor to be computed:{' '}
          {completed.absent.map((path) => (LABEL.get(path) ?? path).toLowerCase()).join(', ')}.
        </p>
      )}
      {problem && (
        <p role="alert" style={{ color: 'var(--flag)' }}>
          {problem}
        </p>
      )}
      {!looksOn && (
        <div className="measuring-form-end">
          <Button type="submit" variant="contained">
            File the card
          </Button>
          {isDraft && <NotFiled what="card" onDrop={settle} />}
        </div>
      )}
    </form>
  );
}
