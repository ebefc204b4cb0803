import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { Navigate, useLoaderData, useNavigate, useParams } from 'react-router';
import { STAGES, type Stage } from '../../../core/plan/measure.js';
import { findMeasure, MEASURES } from '../../../core/plan/measures.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { ApiError, ask, sayError } from '../../app/api.js';
import { FileButton } from '../../app/FileButton.js';
import { FormField } from '../../app/FormField.js';
import type { specSetLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { slugOf } from '../../app/slug.js';
import { useRefused } from '../../app/use-refused.js';
import { draftOf, useDraftForm } from '../../state/draft.js';
import { useSession } from '../../state/session.js';
import { OwnMeasures } from './OwnMeasures.js';
import { PracticeFields } from './PracticeFields.js';
import { readSetFile } from './set-files.js';
import { checkSetForm, fieldOf, formOf, ownFormKey, type SetForm } from './set-form.js';
import { STAGE_NAME } from './words.js';
import { WrittenHeads, WrittenLimit } from './WrittenLimit.js';
import './limits.css';

/** What a new set is filed under: its name, or where none was typed its title. */
const nameOf = ({ name, title }: Pick<SetForm, 'name' | 'title'>) => slugOf(name || title, 40);

/** Measures that can be limited on engines with these lifters. */
const limitable = (lifter: SpecSet['lifter']) =>
  MEASURES.filter((measure) => measure.quantity !== 'choice' && (!measure.lifter || measure.lifter === lifter));

/** The shop writes the next version of a set; issued, it never changes. */
export const WriteSet = () => <Written asNew={false} />;

/** The shop writes a set of its own, beginning from one that is there. */
export const NewSet = () => <Written asNew />;

function Written({ asNew }: { asNew: boolean }) {
  const loaded = useLoaderData<typeof specSetLoader>();
  const { set } = useParams();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  if (!isOwner) return <Navigate to={`/limits/${set}`} replace />;
  return loaded ? <Writing key={loaded.versions[0].version} newest={loaded.versions[0]} asNew={asNew} /> : null;
}

function Writing({ newest, asNew }: { newest: SpecSet; asNew: boolean }) {
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const filed = useMemo(() => ({ ...formOf(newest), ...(asNew ? { title: '' } : {}) }), [newest, asNew]);
  const keyOf = (version: number) => `spec-set.${newest.id}.${asNew ? 'new' : version}`;
  const { form, isDraft, fill, settle } = useDraftForm<SetForm>(keyOf(newest.version), filed);
  // Somebody issued a version while this one was being written: what was typed is taken up by hand, never over theirs.
  const earlier = isDraft || asNew ? null : draftOf<SetForm>(keyOf(newest.version - 1));
  const { control, register, handleSubmit, setError, clearErrors, getValues, formState } = form;
  const { fields, append, remove, update } = useFieldArray({ control, name: 'limits' });
  const [lifter, name, title] = useWatch({ control, name: ['lifter', 'name', 'title'] });
  const [problem, setProblem] = useState<string | null>(null);
  const show = useRefused(setError, fieldOf);
  const check = (typed: SetForm) =>
    asNew ? checkSetForm(typed, nameOf(typed), 0) : checkSetForm(typed, newest.id, newest.version);
  const submit = handleSubmit(async (typed) => {
    clearErrors();
    setProblem(null);
    const checked = check(typed);
    if (!checked.ok) return setProblem(show(checked.issues));
    try {
      const { id, version } = await ask('POST /api/spec-sets', { body: checked.request });
      settle();
      enqueueSnackbar(`Version ${version} issued`);
      void navigate(`/limits/${id}`);
    } catch (error) {
      if (error instanceof ApiError && error.issues.length > 0) show(error.issues);
      setProblem(sayError(error));
    }
  });
  const read = async (chosen: File) => {
    const found = readSetFile(await chosen.text());
    if (!found.ok) return setProblem(found.problem);
    const now = getValues();
    fill({
      ...now,
      ...found.form,
      name: now.name,
      reason: now.reason,
      lifter: now.lifter,
      title: found.form.title ?? now.title,
    });
    const checked = check(getValues());
    const issues = checked.ok ? [] : checked.issues.filter(({ path }) => path !== 'reason');
    setProblem(issues.length > 0 ? show(issues) : null);
  };

  const own = useWatch({ control, name: 'measures' });
  /** A measure that is called or taken otherwise is limited under its new key. */
  const renamed = (before: string, after: string) =>
    getValues('limits').forEach(({ measure }, index) => {
      if (measure === before) update(index, { ...getValues(`limits.${index}`), measure: after });
    });
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
      title={asNew ? 'A new set' : newest.title}
      aside={asNew ? `beginning from ${newest.title} v${newest.version}` : `the next version, after ${newest.version}`}
      action={
        <FileButton
          label="Take from a file of limits"
          accept=".csv,.json,text/csv,application/json"
          onFile={(chosen) => void read(chosen)}
        >
          Take from a file
        </FileButton>
      }
    >
      <form
        onSubmit={(event) => void submit(event)}
        noValidate
        className="write-set"
        aria-label={asNew ? 'A new set' : 'The next version'}
      >
        <div className="write-set-head">
          {asNew && (
            <FormField
              control={control}
              name="name"
              label="Name"
              help={`Filed as ${nameOf({ name, title }) || '…'}. It stays for good.`}
            />
          )}
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
          const open = [...limitable(lifter), ...own.flatMap((one) => findMeasure(ownFormKey(one)) ?? [])].filter(
            (measure) => measure.stage === stage,
          );
          const at = fields.flatMap(({ measure }, index) => (stageOf(measure) === stage ? [index] : []));
          if (open.length === 0 && at.length === 0) return null;
          return (
            <section key={stage} aria-label={STAGE_NAME[stage]} className="limits-stage">
              <h2>{STAGE_NAME[stage]}</h2>
              {at.length > 0 && <WrittenHeads />}
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
        <OwnMeasures control={control} onRenamed={renamed} />
        <PracticeFields control={control} />
        <div className="write-set-end">
          <FormField
            control={control}
            name="reason"
            label={asNew ? 'Why there is such a set' : 'Why it changes'}
            help="stands with the version for ever"
          />
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            {asNew ? 'Issue the set' : `Issue version ${newest.version + 1}`}
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
