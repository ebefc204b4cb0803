import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { FormProvider } from 'react-hook-form';
import { useLoaderData, useNavigate } from 'react-router';
import type { Issue } from '../../../contracts/errors.js';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import { ApiError, act, ask } from '../../app/api.js';
import type { intakeLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { useRefused } from '../../app/use-refused.js';
import { WrongFields } from '../../app/WrongFields.js';
import { useDraftForm } from '../../state/draft.js';
import { useSession } from '../../state/session.js';
import { STAGE_PLACES } from '../stages.js';
import { BLANK, checkForm, customerOf, fieldOf, fieldsOf, UNSTATED, type EngineForm } from './engine-form.js';
import { Figures } from './Figures.js';
import { formLike } from './file-form.js';
import './intake.css';
import { IntakeDrawing } from './IntakeDrawing.js';
import { OpenExport } from './OpenExport.js';
import { OpenLike } from './OpenLike.js';
import { Parts } from './Parts.js';
import { PromiseStep } from './Promise.js';
import { StepList } from './StepList.js';
import { INTAKE_STEPS, stepOf, type IntakeStep } from './steps.js';
import { What } from './What.js';
import { Who } from './Who.js';
import { isSamePage } from './same-page.js';

const FIRST = LAYOUTS[0];
const START: EngineForm = { ...UNSTATED, specSet: FIRST.specSet, ...fieldsOf(FIRST.engine!) };
/** What an older version kept on this device of a form half filled knew fewer fields. */
const readDraft = (draft: Partial<EngineForm>): EngineForm => ({ ...START, ...draft });

/** Opening an engine, step by step: who, what, and whatever else is known by now; drawn as it is typed. */
export function NewEngine() {
  const navigate = useNavigate();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  const { specSets = [], customers = [] } = useLoaderData<typeof intakeLoader>() ?? {};
  const [step, setStep] = useState<IntakeStep>('who');
  // A session that runs out takes the page away; what was typed comes back with it.
  const { form: typed, fill, settle } = useDraftForm<EngineForm>('new-engine', START, readDraft);
  const { handleSubmit, getValues, formState, setFocus } = typed;
  const { wrong, problem, refuse, fail, sends } = useRefused(typed, fieldOf, (form) => {
    const checked = checkForm(form);
    return checked.ok ? [] : checked.issues;
  });
  const at = INTAKE_STEPS.findIndex(({ key }) => key === step);
  const next = INTAKE_STEPS[at + 1];
  // A step begins at its first field.
  const [moved, setMoved] = useState(0);
  const go = (to: IntakeStep) => {
    setStep(to);
    setMoved((times) => times + 1);
  };
  useEffect(() => {
    if (moved > 0) document.querySelector<HTMLElement>('.intake-step input')?.focus();
  }, [moved]);

  /** To the step of the first field that is wrong. */
  const goToFirst = (issues: readonly Issue[]) => {
    const [first] = issues.map(({ path }) => fieldOf(path)).sort((a, b) => order(a) - order(b));
    if (first) setStep(stepOf(first));
  };
  const send = handleSubmit(async (form) => {
    const checked = checkForm(form);
    if (!checked.ok) {
      refuse(checked.issues);
      return goToFirst(checked.issues);
    }
    try {
      const page = customerOf(form);
      if (page && !isSamePage(page, customers)) await ask('POST /api/customers', { body: page });
      const { id } = await act('POST /api/engines', { body: checked.request });
      settle();
      void navigate(`/engines/${id}/${STAGE_PLACES[0].path}`);
    } catch (error) {
      fail(error);
      if (error instanceof ApiError) goToFirst(error.issues);
    }
  });
  const open = sends(send);
  const chooseLayout = (name: EngineForm['layout']) => {
    const template = LAYOUTS.find((layout) => layout.name === name)!;
    fill({ ...getValues(), specSet: template.specSet, ...(template.engine ? fieldsOf(template.engine) : BLANK) });
    setFocus('layout');
  };

  return (
    <Page title="Open an engine" aside="Tag, layout and customer now; the rest may come later">
      <FormProvider {...typed}>
        <form
          className="intake"
          noValidate
          aria-label="Open an engine"
          onSubmit={(event) => {
            // Enter goes on to the next step; the last one opens the engine.
            event.preventDefault();
            if (next) go(next.key);
            else open();
          }}
        >
          <StepList active={step} onPick={go} />
          <div className="intake-step">
            {step === 'who' && (
              <>
                <Who book={customers} />
                <fieldset>
                  <legend>Built before?</legend>
                  <div className="intake-wide">
                    <OpenLike onChosen={(file) => fill(formLike(file, getValues()))} />
                  </div>
                  {isOwner && <OpenExport />}
                </fieldset>
              </>
            )}
            {step === 'what' && <What specSets={specSets} allSets={specSets} onLayout={chooseLayout} />}
            {step === 'figures' && <Figures />}
            {step === 'parts' && <Parts />}
            {step === 'promise' && <PromiseStep />}
            <WrongFields
              wrong={wrong}
              problem={problem}
              elsewhere={(field) => {
                const { key, title } = INTAKE_STEPS.find((one) => one.key === stepOf(field))!;
                return { label: title, go: () => setStep(key) };
              }}
            />
          </div>
          <IntakeDrawing cut={step === 'figures'} />
          <div className="intake-end">
            {next && (
              <Button type="submit" variant="outlined">
                Go on to {next.noun}
              </Button>
            )}
            <Button
              type={next ? 'button' : 'submit'}
              variant="contained"
              disabled={formState.isSubmitting}
              onClick={next && open}
            >
              Open the engine
            </Button>
            <Button
              onClick={() => {
                settle();
                void navigate('/');
              }}
            >
              Back to the floor
            </Button>
          </div>
        </form>
      </FormProvider>
    </Page>
  );
}

const order = (field: string) => INTAKE_STEPS.findIndex(({ key }) => key === stepOf(field));
