import Button from '@mui/material/Button';
import { useState } from 'react';
import { useFieldArray, type FieldPath } from 'react-hook-form';
import { useLoaderData, useNavigate } from 'react-router';
import { valveSpans } from '../../../core/cam/base-circle.js';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import { evenIntervals } from '../../../core/engine/firing.js';
import { GENERAL_PRACTICE } from '../../../core/plan/practice.js';
import { STAGE_PLACES } from '../stages.js';
import { ApiError, act, sayError } from '../../app/api.js';
import type { specSetsLoader } from '../../app/loaders.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { Page } from '../../app/Page.js';
import { useRefused } from '../../app/use-refused.js';
import { CrankStrip } from '../../drawings/CrankStrip.js';
import { useDraftForm } from '../../state/draft.js';
import { BLANK, checkForm, fieldOf, fieldsOf, type EngineForm } from './form.js';
import './new-engine.css';

const FIRST = LAYOUTS[0];
const START: EngineForm = { tag: '', title: '', customer: '', specSet: FIRST.specSet, ...fieldsOf(FIRST.engine!) };

/** Opening an engine: the layout's template fills the form, every field of it can be changed. */
export function NewEngine() {
  const navigate = useNavigate();
  const { specSets = [] } = useLoaderData<typeof specSetsLoader>() ?? {};
  const [problem, setProblem] = useState<string | null>(null);
  // A session that runs out takes the page away; what was typed comes back with it.
  const { form: typed, fill, settle } = useDraftForm<EngineForm>('new-engine', START);
  const { control, handleSubmit, setError, setValue, getValues, watch, clearErrors, formState } = typed;
  const { fields: banks, append, remove } = useFieldArray({ control, name: 'banks' });
  const show = useRefused(setError, fieldOf);
  const submit = handleSubmit(async (form) => {
    clearErrors();
    setProblem(null);
    const checked = checkForm(form);
    if (!checked.ok) {
      return setProblem(show(checked.issues));
    }
    try {
      const { id } = await act('POST /api/engines', { body: checked.request });
      settle();
      void navigate(`/engines/${id}/${STAGE_PLACES[0].path}`);
    } catch (error) {
      if (error instanceof ApiError) show(error.issues);
      setProblem(sayError(error));
    }
  });

  const chooseLayout = (name: EngineForm['layout']) => {
    const { tag, title, customer } = getValues();
    const template = LAYOUTS.find((layout) => layout.name === name)!;
    fill({
      tag,
      title,
      customer,
      specSet: template.specSet,
      ...(template.engine ? fieldsOf(template.engine) : BLANK),
    });
  };

  const field = (name: FieldPath<EngineForm>, label: string, help?: string) => (
    <FormField
      control={control}
      name={name}
      label={label}
      help={help}
      slotProps={{ htmlInput: { autoComplete: 'off' } }}
    />
  );
  const choice = (
    name: FieldPath<EngineForm>,
    label: string,
    options: [string, string][],
    onChoose?: (value: string) => void,
  ) => <FormChoice control={control} name={name} label={label} options={options} onChoose={onChoose} />;

  const form = watch();
  const drawn = checkForm({ ...form, tag: 'x', title: 'x', customer: 'x' });
  const metals: [string, string][] = [
    ['iron', 'iron'],
    ['aluminium', 'aluminium'],
  ];
  return (
    <Page title="Open an engine">
      <form onSubmit={(event) => void submit(event)} noValidate className="new-engine">
        <fieldset>
          <legend>The engine</legend>
          {field('tag', 'Tag', 'As on the block, e.g. PH8-031')}
          {field('title', 'Title')}
          {field('customer', 'Customer')}
          {choice(
            'layout',
            'Layout',
            LAYOUTS.map((layout) => [layout.name, layout.title]),
            (name) => chooseLayout(name as EngineForm['layout']),
          )}
        </fieldset>
        <fieldset>
          <legend>Cylinders and firing</legend>
          {banks.map((bank, index) => (
            <div key={bank.id} className="new-engine-bank">
              {field(`banks.${index}.cylinders`, `Bank ${index + 1}, cylinders`, 'front to rear')}
              {field(`banks.${index}.valveOrder`, `Bank ${index + 1}, valves along the head`, 'front to rear, I and E')}
              {form.layout === 'custom' && banks.length > 1 && (
                <Button onClick={() => remove(index)}>Remove bank {index + 1}</Button>
              )}
            </div>
          ))}
          {form.layout === 'custom' && banks.length < 4 && (
            <Button variant="outlined" onClick={() => append({ cylinders: '', valveOrder: '' })}>
              Add a bank
            </Button>
          )}
          {field('firingOrder', 'Firing order')}
          {field('intervals', 'Firing intervals, °', 'left empty: even')}
          {field('pins', 'Crank pins, cylinders on each', 'front to rear: 1 2 / 3 4; empty: a pin each')}
          {field('mains', 'Main bearings', 'left empty: one more than pins')}
        </fieldset>
        <fieldset>
          <legend>Valvetrain</legend>
          {choice(
            'lifter',
            'Lifters',
            [
              ['hydraulic', 'hydraulic'],
              ['solid', 'solid'],
            ],
            (lifter) => {
              setValue('lifter', lifter as EngineForm['lifter']);
              setValue('specSet', `shop-${lifter}`);
            },
          )}
          {choice('mount', 'Rockers', [
            ['stud-nut', 'nut on a stud'],
            ['rocker-screw', 'screw at the pushrod end'],
            ['pedestal-shim', 'pedestal with shims'],
          ])}
          {field('threadsPerUnit', 'Adjuster, threads')}
          {choice('threadUnit', 'per', [
            ['in', 'inch'],
            ['mm', 'mm'],
          ])}
          {field('ratioIntake', 'Ratio, intake')}
          {field('ratioExhaust', 'Ratio, exhaust')}
          {choice('block', 'Block', metals)}
          {choice('head', 'Heads', metals)}
        </fieldset>
        <fieldset>
          <legend>Cam card, events at the seat, °</legend>
          {field('intakeOpenBtdc', 'Intake opens, before TDC', 'minus when after')}
          {field('intakeCloseAbdc', 'Intake closes, after BDC', 'minus when before')}
          {field('exhaustOpenBbdc', 'Exhaust opens, before BDC', 'minus when after')}
          {field('exhaustCloseAtdc', 'Exhaust closes, after TDC', 'minus when before')}
        </fieldset>
        <fieldset>
          <legend>Limits</legend>
          {choice(
            'specSet',
            'Spec set',
            specSets.filter((set) => set.lifter === form.lifter).map((set) => [set.id, `${set.title} v${set.version}`]),
          )}
        </fieldset>
        {drawn.ok && drawn.request.firingOrder && drawn.request.seatEvents && (
          <section aria-label="How this engine turns" className="new-engine-strip">
            <CrankStrip
              spans={valveSpans(
                drawn.request.firingOrder,
                drawn.request.intervals ?? evenIntervals(drawn.request.firingOrder.length),
                drawn.request.seatEvents,
              )}
              crankDeg={0}
              stops={[]}
              marginDeg={GENERAL_PRACTICE.setting.marginDeg}
            />
          </section>
        )}
        {problem && (
          <p role="alert" style={{ color: 'var(--flag)' }}>
            {problem}
          </p>
        )}
        <div style={{ display: 'flex', gap: 12 }}>
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
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
    </Page>
  );
}
