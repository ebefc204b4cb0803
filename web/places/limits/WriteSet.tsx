import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useMemo } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { Navigate, useLoaderData, useNavigate, useParams, useSearchParams } from 'react-router';
import { STAGES, type Stage } from '../../../core/plan/measure.js';
import { findMeasure, MEASURES } from '../../../core/plan/measures.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { ask } from '../../app/api.js';
import { WrongFields } from '../../app/WrongFields.js';
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
import { allAnswers, answeredIn, startOf } from './first-answers.js';
import {
  checkSetForm,
  fieldOf,
  formOf,
  ownFormKey,
  readSetDraft,
  toConfirm,
  withOwnAs,
  withoutOwn,
  type SetForm,
} from './set-form.js';
import { STAGE_NAME } from './words.js';
import { WrittenHeads, WrittenLimit } from './WrittenLimit.js';
import './limits.css';

/** What a new set is filed under: its name, or where none was typed its title. */
const nameOf = ({ name, title }: Pick<SetForm, 'name' | 'title'>) => slugOf(name || title, 40);

/** Measures that can be limited on engines with these lifters. */
const limitable = (lifter: SpecSet['lifter']) =>
  MEASURES.filter((measure) => measure.quantity !== 'choice' && (!measure.lifter || measure.lifter === lifter));

/** What is written: from which set, as the next version of it or as a set of its own. */
interface Begun {
  from: SpecSet;
  isNew: boolean;
  /** Whether each line of it is still to be confirmed. */
  asksEach: boolean;
  title: string;
  aside: string;
  /** Names the draft. */
  draft: string;
  /** Where somebody goes who leaves it. */
  back: string;
}

/** The shop writes the next version of a set; issued, it never changes. */
export const WriteSet = () => <Written asNew={false} />;

/** The shop writes a set of its own, beginning from one that is there. */
export const NewSet = () => <Written asNew />;

function Written({ asNew }: { asNew: boolean }) {
  const loaded = useLoaderData<typeof specSetLoader>();
  const { set } = useParams();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  if (!isOwner) return <Navigate to={`/limits/${set}`} replace />;
  if (!loaded) return null;
  const [from] = loaded.versions;
  const { id, title, version } = from;
  return (
    <Writing
      key={version}
      from={from}
      isNew={asNew}
      asksEach={false}
      title={asNew ? 'A new set' : title}
      aside={asNew ? `beginning from ${title} v${version}` : `the next version, after ${version}`}
      draft={`spec-set.${id}.${asNew ? 'new' : version}`}
      back={`/limits/${id}`}
    />
  );
}

/** The shop writes a set by what it answered: from the nearest example line by line, or from nothing. */
export function FirstLines() {
  const [asked] = useSearchParams();
  const query = asked.toString();
  const isBlank = asked.has('blank');
  const from = useMemo(() => {
    const answers = allAnswers(answeredIn(new URLSearchParams(query)));
    return answers && startOf(answers, isBlank);
  }, [query, isBlank]);
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  if (!isOwner) return <Navigate to="/limits" replace />;
  if (!from) return <Navigate to={`/new-limits?${query}`} replace />;
  return (
    <Writing
      key={query}
      from={from}
      isNew
      asksEach={!isBlank}
      title="A new set"
      aside={isBlank ? 'beginning from nothing' : `beginning from the example ${from.title}`}
      draft={`spec-set.first.${query}`}
      back={`/new-limits?${query}`}
    />
  );
}

function Writing({ from, isNew, asksEach, title: heading, aside, draft, back }: Begun) {
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const filed = useMemo(() => {
    const form = { ...formOf(from), ...(isNew ? { title: '' } : {}) };
    return asksEach ? toConfirm(form) : form;
  }, [from, isNew, asksEach]);
  const { form, isDraft, fill, settle } = useDraftForm<SetForm>(draft, filed, readSetDraft);
  // Somebody issued a version while this one was being written: what was typed is taken up by hand, never over theirs.
  const earlier = isDraft || isNew ? null : draftOf<SetForm>(`spec-set.${from.id}.${from.version - 1}`);
  const { control, register, handleSubmit, setValue, getValues, formState } = form;
  const { fields, append, remove, update } = useFieldArray({ control, name: 'limits' });
  const [lifter, name, title] = useWatch({ control, name: ['lifter', 'name', 'title'] });
  const check = (typed: SetForm) =>
    isNew ? checkSetForm(typed, nameOf(typed), 0) : checkSetForm(typed, from.id, from.version);
  const { wrong, problem, setProblem, refuse, fail, sends } = useRefused(form, fieldOf, (typed) => {
    const checked = check(typed);
    return checked.ok ? [] : checked.issues;
  });
  const file = handleSubmit(async (typed) => {
    const checked = check(typed);
    if (!checked.ok) return refuse(checked.issues);
    try {
      const { id, version } = await ask('POST /api/spec-sets', { body: checked.request });
      settle();
      enqueueSnackbar(`Version ${version} issued`);
      void navigate(`/limits/${id}`);
    } catch (error) {
      fail(error);
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
    setProblem(null);
    if (!checked.ok) refuse(checked.issues.filter(({ path }) => path !== 'reason'));
  };

  const own = useWatch({ control, name: 'measures' });
  /** A measure of the shop’s own that is called or taken otherwise, or gone: what speaks of it follows. */
  const follow = (next: SetForm) => {
    const now = getValues();
    next.limits.forEach(({ measure }, index) => {
      if (measure !== now.limits[index].measure) update(index, { ...now.limits[index], measure });
    });
    const { uncertainty, path } = next.practice;
    if (uncertainty.length > 0) setValue('practice.uncertainty', uncertainty);
    if (path.gates.length > 0) setValue('practice.path.gates', path.gates, { shouldDirty: true });
  };
  const renamed = (before: string, after: string) => {
    // Two that are still called alike share their limits until one is called otherwise.
    const isShared = getValues('measures').filter((one) => ownFormKey(one) === before).length > 0;
    if (!isShared) follow(withOwnAs(getValues(), before, after));
  };
  const removed = (key: string) => {
    const gone = getValues('limits').flatMap(({ measure }, index) => (measure === key ? [index] : []));
    if (gone.length > 0) remove(gone);
    follow(withoutOwn(getValues(), key));
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
  const confirmed = useWatch({ control, name: 'limits' }).filter(({ isConfirmed }) => isConfirmed !== false).length;
  return (
    <Page
      title={heading}
      aside={aside}
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
        onSubmit={sends(file)}
        noValidate
        className="write-set"
        aria-label={isNew ? 'A new set' : 'The next version'}
      >
        <div className="write-set-head">
          {isNew && (
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
              Version {from.version} was issued while you wrote.{' '}
              <Button size="small" onClick={() => fill({ ...filed, ...earlier })}>
                Take up what you typed after version {from.version - 1}
              </Button>
            </p>
          )}
          <p className="limit-quiet">
            {asksEach && 'Confirm each limit, change it to your own, or remove it. '}For {lifter} lifters. What is typed
            stays on this device until the version is issued; the maker’s card comes first wherever it says otherwise.
          </p>
        </div>
        {fields.length === 0 && (
          <p className="limit-quiet" data-field="limits" tabIndex={-1} aria-label="Limits">
            No limit yet. Choose a measure at its stage.
          </p>
        )}
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
        <OwnMeasures control={control} onRenamed={renamed} onRemoved={removed} />
        <PracticeFields control={control} />
        <div className="write-set-end">
          <FormField
            control={control}
            name="reason"
            label={isNew ? 'Why there is such a set' : 'Why it changes'}
            help="stands with the version for ever"
          />
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            {isNew ? 'Issue the set' : `Issue version ${from.version + 1}`}
          </Button>
          <Button
            onClick={() => {
              settle();
              void navigate(back);
            }}
          >
            {isDraft ? 'Throw away what is typed' : 'Leave it'}
          </Button>
          {asksEach && (
            <p className="write-set-confirmed" role="status">
              <strong className="figure">
                {confirmed} of {fields.length}
              </strong>{' '}
              limits confirmed
            </p>
          )}
          <WrongFields wrong={wrong} problem={problem} />
        </div>
      </form>
    </Page>
  );
}
