import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { useFieldArray, useWatch, type Control, type FieldPath, type UseFormRegister } from 'react-hook-form';
import { Navigate, useLoaderData, useNavigate, useParams } from 'react-router';
import type { Issue } from '../../../contracts/errors.js';
import { STAGES, type Measure, type Stage } from '../../../core/plan/measure.js';
import { findMeasure, MEASURES } from '../../../core/plan/measures.js';
import { BASES, HELD_TO_CARD, type Basis, type SpecSet } from '../../../core/plan/spec-sets.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { ApiError, ask, sayError, sayFields } from '../../app/api.js';
import { FormField } from '../../app/FormField.js';
import type { specSetLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { draftOf, useDraftForm } from '../../state/draft.js';
import { useSession } from '../../state/session.js';
import { LimitBar } from './LimitBar.js';
import { PracticeFields } from './PracticeFields.js';
import { readSetFile } from './set-files.js';
import { checkSetForm, fieldOf, formOf, limitOf, type LimitForm, type SetForm } from './set-form.js';
import { BASIS_NAME, STAGE_NAME } from './words.js';
import './limits.css';

const FIGURES = [
  ['min', 'least'],
  ['max', 'most'],
  ['preferred', 'rather'],
] as const;

/** What an angle is read on; a limit is in plain degrees. */
const WHEELS: Unit[] = ['deg360', 'deg360r'];

/** What can be chosen, and what a file brought that cannot: it stays until it is mended. */
const choices = (values: readonly string[], now: string) => (values.includes(now) ? values : [...values, now]);

/** From what a measure can be limited. */
const fits = (measure: Measure | undefined) => (basis: Basis) =>
  basis === 'absolute' ||
  (basis === 'of-bore' ? measure?.quantity === 'length' : HELD_TO_CARD.includes(measure?.key ?? ''));

/** What stands above the fields of a row. */
const HEADS = ['', 'valves', 'least', 'most', 'rather', 'unit', 'figures', 'required', 'source', 'at the bench', ''];

interface RowProps {
  index: number;
  control: Control<SetForm>;
  register: UseFormRegister<SetForm>;
  wrong: Partial<Record<keyof LimitForm, string>>;
  onRemove: (index: number) => void;
}

/** One limit as it is typed, with the bar that the bench will show. */
const WrittenLimit = memo(function WrittenLimit({ index, control, register, wrong, onRemove }: RowProps) {
  const row = useWatch({ control, name: `limits.${index}` });
  const uncertainty = useWatch({ control, name: 'practice.uncertainty' });
  const measure = findMeasure(row.measure);
  const title = measure?.title ?? row.measure;
  const at = (field: keyof LimitForm, label: string) => ({
    'aria-label': `${title}, ${label}`,
    'aria-invalid': wrong[field] ? true : undefined,
    'aria-describedby': Object.keys(wrong).length > 0 ? `limit-wrong-${index}` : undefined,
    ...register(`limits.${index}.${field}`),
  });
  const said = [...new Set(Object.values(wrong))];
  return (
    <li className="limit-written">
      <span className="limit-title">{title}</span>
      {measure?.scope === 'valve' ? (
        <select {...at('valve', 'valves')}>
          <option value="">both</option>
          <option value="I">intake</option>
          <option value="E">exhaust</option>
        </select>
      ) : (
        <span />
      )}
      {FIGURES.map(([field, label]) => (
        <input key={field} className="figure" placeholder={label} autoComplete="off" {...at(field, label)} />
      ))}
      <select {...at('unit', 'unit')}>
        {choices(measure?.units.filter((unit) => !WHEELS.includes(unit)) ?? [], row.unit).map((unit) => (
          <option key={unit} value={unit}>
            {UNIT_LABEL[unit as Unit] ?? unit}
          </option>
        ))}
      </select>
      <select {...at('basis', 'basis')}>
        {choices(BASES.filter(fits(measure)), row.basis).map((basis) => (
          <option key={basis} value={basis}>
            {BASIS_NAME[basis as Basis] ?? basis}
          </option>
        ))}
      </select>
      <label className="limit-asked">
        <input type="checkbox" {...at('required', 'required')} />
      </label>
      <input placeholder="source" autoComplete="off" {...at('source', 'source')} />
      <span>{measure && <LimitBar limit={limitOf(row)} practice={{ uncertainty: trusted(uncertainty) }} bare />}</span>
      <Button size="small" onClick={() => onRemove(index)} aria-label={`Remove the limit on ${title}`}>
        Remove
      </Button>
      {said.length > 0 && (
        <span id={`limit-wrong-${index}`} role="alert" className="limits-wrong">
          {said.join('; ')}
        </span>
      )}
    </li>
  );
});

/** What is typed of the trust in instruments, as far as it is figures. */
const trusted = (rows: SetForm['practice']['uncertainty']) =>
  rows.flatMap(({ measure, value, unit }) =>
    Number.isFinite(Number(value)) && value.trim() !== ''
      ? [{ measure, value: Number(value), unit: unit as Unit }]
      : [],
  );

/** Measures that can be limited on engines with these lifters. */
const limitable = (lifter: SpecSet['lifter']) =>
  MEASURES.filter((measure) => measure.quantity !== 'choice' && (!measure.lifter || measure.lifter === lifter));

/** The shop writes the next version of a set; issued, it never changes. */
export function WriteSet() {
  const loaded = useLoaderData<typeof specSetLoader>();
  const { set } = useParams();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  if (!isOwner) return <Navigate to={`/limits/${set}`} replace />;
  return loaded ? <Writing key={loaded.versions[0].version} newest={loaded.versions[0]} /> : null;
}

function Writing({ newest }: { newest: SpecSet }) {
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const filed = useMemo(() => formOf(newest), [newest]);
  const keyOf = (version: number) => `spec-set.${newest.id}.${version}`;
  const { form, isDraft, fill, settle } = useDraftForm<SetForm>(keyOf(newest.version), filed);
  // Somebody issued a version while this one was being written: what was typed is taken up by hand, never over theirs.
  const earlier = isDraft ? null : draftOf<SetForm>(keyOf(newest.version - 1));
  const { control, register, handleSubmit, setError, clearErrors, getValues, formState } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'limits' });
  const lifter = useWatch({ control, name: 'lifter' });
  const [problem, setProblem] = useState<string | null>(null);
  const [refused, setRefused] = useState(0);
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (refused > 0) document.querySelector<HTMLElement>('form [aria-invalid=true]')?.focus();
  }, [refused]);

  const show = (issues: Issue[]) => {
    const first = new Map([...issues].reverse().map(({ path, message }) => [fieldOf(path), message]));
    for (const [name, message] of first) setError(name as FieldPath<SetForm>, { message });
    setProblem(sayFields([...first.keys()]));
    setRefused((times) => times + 1);
  };
  const submit = handleSubmit(async (typed) => {
    clearErrors();
    setProblem(null);
    const checked = checkSetForm(typed, newest.id, newest.version);
    if (!checked.ok) return show(checked.issues);
    try {
      const { version } = await ask('POST /api/spec-sets', { body: checked.request });
      settle();
      enqueueSnackbar(`Version ${version} issued`);
      void navigate(`/limits/${newest.id}`);
    } catch (error) {
      if (error instanceof ApiError && error.issues.length > 0) show(error.issues);
      setProblem(sayError(error));
    }
  });
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    const found = readSetFile(await chosen.text());
    if (!found.ok) return setProblem(found.problem);
    const now = getValues();
    fill({ ...now, ...found.form, reason: now.reason, lifter: now.lifter, title: found.form.title ?? now.title });
    const checked = checkSetForm(getValues(), newest.id, newest.version);
    setProblem(null);
    if (!checked.ok) show(checked.issues.filter(({ path }) => path !== 'reason'));
  };

  const stageOf = (measure: string): Stage | undefined => findMeasure(measure)?.stage;
  const unknown = fields
    .map(({ measure }, index) => ({ measure, index }))
    .filter(({ measure }) => !findMeasure(measure));
  const wrongOf = (index: number) =>
    Object.fromEntries(
      Object.entries(formState.errors.limits?.[index] ?? {}).map(([field, error]) => [
        field,
        (error as { message?: string } | undefined)?.message,
      ]),
    );
  const row = (index: number) => (
    <WrittenLimit
      key={fields[index].id}
      index={index}
      control={control}
      register={register}
      wrong={wrongOf(index)}
      onRemove={remove}
    />
  );
  return (
    <Page
      title={newest.title}
      aside={`the next version, after ${newest.version}`}
      action={
        <>
          <input
            ref={file}
            type="file"
            hidden
            accept=".csv,.json,text/csv,application/json"
            aria-label="A file of limits"
            onChange={({ target }) => {
              void read(target.files?.[0]);
              target.value = '';
            }}
          />
          <Button onClick={() => file.current?.click()}>Take from a file</Button>
        </>
      }
    >
      <form onSubmit={(event) => void submit(event)} noValidate className="write-set" aria-label="The next version">
        <div className="write-set-head">
          <FormField control={control} name="title" label="Title" />
          {earlier && (
            <p className="limits-wrong">
              Version {newest.version} was issued while you wrote.{' '}
              <Button size="small" onClick={() => fill({ ...filed, ...earlier })}>
                Take up what you typed after version {newest.version - 1}
              </Button>
            </p>
          )}
          <p className="limit-quiet">
            For {lifter} lifters. What is typed stays on this device until the version is issued; the maker’s card comes
            first wherever it says otherwise.
          </p>
        </div>
        {unknown.length > 0 && (
          <section aria-label="Not in the catalogue" className="limits-stage">
            <h2>Not in the catalogue</h2>
            <ul className="plain-list">{unknown.map(({ index }) => row(index))}</ul>
          </section>
        )}
        {STAGES.map((stage) => {
          const open = limitable(lifter).filter((measure) => measure.stage === stage);
          const at = fields.flatMap(({ measure }, index) => (stageOf(measure) === stage ? [index] : []));
          if (open.length === 0 && at.length === 0) return null;
          return (
            <section key={stage} aria-label={STAGE_NAME[stage]} className="limits-stage">
              <h2>{STAGE_NAME[stage]}</h2>
              {at.length > 0 && (
                <div className="limit-written limit-heads" aria-hidden="true">
                  {HEADS.map((head, index) => (
                    <span key={index}>{head}</span>
                  ))}
                </div>
              )}
              <ul className="plain-list">{at.map(row)}</ul>
              <label className="limits-add">
                Limit another
                <select
                  value=""
                  onChange={({ target }) => {
                    const measure = findMeasure(target.value)!;
                    append(
                      { measure: measure.key, valve: '', min: '', max: '', preferred: '', unit: measure.units[0], basis: 'absolute', required: false, source: '' },
                      { focusName: `limits.${fields.length}.min` },
                    ); // prettier-ignore
                  }}
                >
                  <option value="">choose …</option>
                  {open.map(({ key, title }) => (
                    <option key={key} value={key}>
                      {title}
                    </option>
                  ))}
                </select>
              </label>
            </section>
          );
        })}
        <PracticeFields control={control} />
        <div className="write-set-end">
          <FormField control={control} name="reason" label="Why it changes" help="stands with the version for ever" />
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Issue version {newest.version + 1}
          </Button>
          <Button
            onClick={() => {
              settle();
              void navigate(`/limits/${newest.id}`);
            }}
          >
            {isDraft ? 'Throw away what is typed' : 'Leave it'}
          </Button>
          {problem && (
            <p role="alert" className="limits-wrong">
              {problem}
            </p>
          )}
        </div>
      </form>
    </Page>
  );
}
