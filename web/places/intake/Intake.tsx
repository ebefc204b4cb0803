import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { FormProvider, useWatch } from 'react-hook-form';
import { useLoaderData, useRevalidator } from 'react-router';
import type { Customer } from '../../../contracts/customer.js';
import type { Issue } from '../../../contracts/errors.js';
import { wordImported, wordSignedThere } from '../../../contracts/wording/imported.js';
import { importedOf, type Paper } from '../../../core/sheet/papers.js';
import { engineChange, type EngineChange } from '../../../core/sheet/engine-change.js';
import { verdictChanges } from '../../../core/sheet/verdict-changes.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { act, ask } from '../../app/api.js';
import type { intakeLoader } from '../../app/loaders.js';
import { wrongReason } from '../../app/ReasonField.js';
import { useRefused } from '../../app/use-refused.js';
import { WrongFields } from '../../app/WrongFields.js';
import { Pictures } from '../../measuring/Pictures.js';
import { VerdictChanges } from '../../measuring/VerdictChanges.js';
import { draftOf, useDraftForm } from '../../state/draft.js';
import { useLooksOn, useSession } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import {
  checkChange,
  checkFigures,
  customerOf,
  fieldOf,
  jobBodyOf,
  partsBodyOf,
  UNSTATED,
  type EngineForm,
} from './engine-form.js';
import { Figures } from './Figures.js';
import { formOf } from './file-form.js';
import './intake.css';
import { IntakeDrawing } from './IntakeDrawing.js';
import { Life } from './Life.js';
import { Parts } from './Parts.js';
import { PlacesGone } from './PlacesGone.js';
import { PromiseStep } from './Promise.js';
import { isSamePage } from './same-page.js';
import { StepList } from './StepList.js';
import { INTAKE_STEPS, type IntakeStep } from './steps.js';
import { What } from './What.js';
import { Who } from './Who.js';

/** The kind of paper that a step is filed as. */
const PAPER_OF: Record<IntakeStep, string> = {
  who: 'engine',
  what: 'engine',
  figures: 'engine-data',
  parts: 'parts',
  promise: 'job',
};

/** Before the sets are loaded. */
const NO_SETS: SpecSet[] = [];

/** Who filed what stands there, and when. */
function FiledBy({ papers, step }: { papers: readonly Paper[]; step: IntakeStep }) {
  const paper = papers.findLast(({ kind }) => kind === PAPER_OF[step]);
  const engine = useDesk((desk) => desk.engine!);
  const [by, at] = paper ? [paper.by, paper.at] : step === 'who' || step === 'what' ? [engine.openedBy, engine.openedAt] : [null, null]; // prettier-ignore
  if (!by) return <p className="intake-filed">Nothing filed yet.</p>;
  return (
    <p className="intake-filed">
      Filed by {by}, {format(new Date(at), 'd MMM yyyy, HH:mm')}
    </p>
  );
}

/** From which Utex an engine came, where it did not begin here. */
function CameFrom({ papers }: { papers: readonly Paper[] }) {
  const came = importedOf({ papers });
  if (!came) return null;
  const day = (at: string) => format(new Date(at), 'd MMM yyyy');
  return (
    <section aria-label="Where it came from" className="intake-came">
      <h2>From another shop</h2>
      <p>
        {wordImported(came.body)} Opened here by {came.by}, {day(came.at)}.
      </p>
      {came.body.records.map((record) => (
        <p key={record.fingerprint}>{wordSignedThere(record, day(record.signedAt))}</p>
      ))}
    </section>
  );
}

/** What a step sends, or what is wrong with it. */
type Sends = { ok: true; send: () => Promise<unknown> } | { ok: false; issues: Issue[] };

/** What a form would send from a step. */
function requestOf(step: IntakeStep, form: EngineForm, engineId: string, book: Customer[], reason: string): Sends {
  const params = { id: engineId };
  const paper = (body: object): Sends => ({
    ok: true,
    send: () => act('POST /api/engines/:id/papers/:kind', { params: { ...params, kind: PAPER_OF[step] }, body }),
  });
  switch (step) {
    case 'who': {
      const page = customerOf(form);
      if (!page) return { ok: false, issues: [{ path: 'customer', message: 'must be filled in' }] };
      return {
        ok: true,
        async send() {
          if (!isSamePage(page, book)) await ask('POST /api/customers', { body: page });
          await act('POST /api/engines/:id', { params, body: { customerId: page.id } });
        },
      };
    }
    case 'what': {
      const checked = checkChange(form);
      if (!checked.ok) return checked;
      const body = { ...checked.request, ...(reason.trim() === '' ? {} : { reason }) };
      return { ok: true, send: () => act('POST /api/engines/:id', { params, body }) };
    }
    case 'figures': {
      const checked = checkFigures(form);
      return checked.ok ? paper(checked.request) : checked;
    }
    case 'parts':
      return paper(partsBodyOf(form));
    case 'promise':
      return paper(jobBodyOf(form));
  }
}

/** What the step as it is typed would change about what was read; null where it cannot be filed as it is. */
function useChanges(
  step: IntakeStep,
  form: EngineForm,
  isDraft: boolean,
  specSets: SpecSet[],
): Omit<EngineChange, 'laidOutAnew'> | null {
  const file = useDesk((desk) => desk.file!);
  return useMemo(() => {
    if (!isDraft) return null;
    if (step === 'what') {
      const checked = checkChange(form);
      if (!checked.ok) return null;
      const { engine, specSet } = checked.request;
      const spec = specSet === file.spec.id ? undefined : specSets.find(({ id }) => id === specSet);
      return engineChange(file, { engine, ...(spec ? { spec } : {}) });
    }
    if (step !== 'figures') return null;
    const checked = checkFigures(form);
    if (!checked.ok) return null;
    const paper: Paper = { id: '', kind: PAPER_OF.figures, body: checked.request, by: '', at: '' };
    return { verdicts: verdictChanges(file, { papers: [...file.papers, paper] }), gone: [], isForLead: false };
  }, [file, step, form, isDraft, specSets]);
}

const draftOfStep = (engineId: string, step: IntakeStep) => `intake.${engineId}.${step}`;

/** One step of an engine's intake as it is on file, with what is typed over it and not filed yet. */
function Step({ step, onPick }: { step: IntakeStep; onPick: (step: IntakeStep) => void }) {
  const { engine, file, reload } = useDesk();
  const { customers = [], specSets = NO_SETS } = useLoaderData<typeof intakeLoader>() ?? {};
  const { revalidate } = useRevalidator();
  const looksOn = useLooksOn();
  const page = customers.find(({ id }) => id === engine!.customerId);
  const filed = useMemo(() => formOf({ engine: engine!, papers: file!.papers }, page), [engine, file, page]);
  const readDraft = (draft: Partial<EngineForm>) => ({ ...UNSTATED, ...filed, ...draft });
  const { form: typed, isDraft, settle } = useDraftForm<EngineForm>(draftOfStep(engine!.id, step), filed, readDraft);
  const { handleSubmit, control, formState } = typed;
  const stated = useWatch({ control }) as EngineForm;
  const changes = useChanges(step, stated, isDraft, specSets);
  const role = useSession((state) => state.person?.role);
  const mayPutRight = role === 'lead' || role === 'owner';
  const [reason, setReason] = useState('');
  const isOtherLifter = step === 'what' && stated.lifter !== engine!.specSet.lifter;
  const sentBy = (form: EngineForm) => requestOf(step, form, engine!.id, customers, changes?.isForLead ? reason : '');
  const { wrong, problem, setProblem, refuse, fail, sends } = useRefused(typed, fieldOf, (form) => {
    const sent = sentBy(form);
    return sent.ok ? [] : sent.issues;
  });
  const send = handleSubmit(async (form) => {
    if (changes?.isForLead && wrongReason(reason)) return setProblem(wrongReason(reason));
    const sent = sentBy(form);
    if (!sent.ok) return refuse(sent.issues);
    try {
      await sent.send();
      settle();
      await reload();
      await revalidate();
    } catch (error) {
      fail(error);
    }
  });
  const { title, noun } = INTAKE_STEPS.find(({ key }) => key === step)!;
  return (
    <FormProvider {...typed}>
      <form className="intake" noValidate aria-label={title} onSubmit={sends(send)}>
        <StepList active={step} onPick={onPick} isLeft={(one) => draftOf(draftOfStep(engine!.id, one)) !== null} />
        <div className="intake-step">
          {step === 'who' && <Who book={customers} />}
          {step === 'what' && (
            <What
              isFixed={file!.readings.length > 0 && !mayPutRight}
              allSets={specSets}
              {...(isOtherLifter ? { specSets } : { judgedBy: `${engine!.specSet.title} v${engine!.specSet.version}` })}
            />
          )}
          {step === 'figures' && <Figures />}
          {step === 'parts' && <Parts />}
          {step === 'promise' && <PromiseStep />}
          <WrongFields wrong={wrong} problem={problem} />
          {step === 'who' && <CameFrom papers={file!.papers} />}
          <FiledBy papers={file!.papers} step={step} />
          {step === 'what' && <Pictures stage="intake" place="engine" />}
          {step === 'promise' && <Life />}
        </div>
        <IntakeDrawing cut={step === 'figures'} />
        {!looksOn && (
          <div className="intake-end">
            {changes && (
              <section aria-label="What filing it changes" className="intake-changes" aria-live="polite" tabIndex={0}>
                {changes.gone.length > 0 ? (
                  <PlacesGone gone={changes.gone} engineId={engine!.id} />
                ) : (
                  <VerdictChanges changes={changes.verdicts} on={engine!.tag} />
                )}
                {changes.isForLead && changes.gone.length === 0 && (
                  <TextField
                    label="Why it is put right"
                    value={reason}
                    helperText={
                      mayPutRight ? 'stands with the new version of the engine’s data' : 'for the lead or the owner'
                    }
                    disabled={!mayPutRight}
                    onChange={({ target }) => setReason(target.value)}
                  />
                )}
              </section>
            )}
            <Button
              type="submit"
              variant="contained"
              disabled={
                !isDraft ||
                formState.isSubmitting ||
                (changes?.isForLead === true && (!mayPutRight || changes.gone.length > 0))
              }
            >
              File {noun}
            </Button>
            {isDraft && <Button onClick={settle}>Leave it as it was</Button>}
          </div>
        )}
      </form>
    </FormProvider>
  );
}

/** What is known of an engine, as it was opened and as it was changed since, each change with who and when. */
export function Intake() {
  const [step, setStep] = useState<IntakeStep>('who');
  return <Step key={step} step={step} onPick={setStep} />;
}
