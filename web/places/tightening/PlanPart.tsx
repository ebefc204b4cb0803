import Button from '@mui/material/Button';
import { wordFastened } from '../../../contracts/wording/gate.js';
import { FASTENED, finalTorque, meantUnit, usualOrder, type Fastened } from '../../../core/tightening/plan.js';
import { wrenchSetting } from '../../../core/sheet/tightening.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import { FormDay } from '../../app/DayField.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { TighteningPattern } from '../../drawings/TighteningPattern.js';
import { useDesk } from '../../state/use-desk.js';
import { FormEnd } from '../timing/FormEnd.js';
import { begunPlan, checkPlan, drawnOf, planFieldOf, readSteps, type PlanForm } from './plan-form.js';

const upper = (text: string) => text[0].toUpperCase() + text.slice(1);

/** How a group is tightened, typed from the maker’s card beside the drawing of it. */
export function PlanPart({
  filed,
  groups,
  onFiled,
}: {
  filed: PlanForm;
  /** Names that are taken by other groups. */
  groups: readonly string[];
  onFiled: (group: string) => void;
}) {
  const engine = useDesk((desk) => desk.engine!);
  const { form, control, typed, wrong, problem, isDraft, settle, submit } = usePaperForm<
    PlanForm,
    { group: string; title: string }
  >({
    kind: 'tightening',
    draft: `tightening.${filed.group}`,
    filed,
    check: (form) => checkPlan(form, new Date()),
    fieldOf: planFieldOf,
    filedWords: ({ title }) => `${title}: plan filed`,
    onFiled: () => onFiled(form.getValues('group')),
  });
  const drawn = drawnOf(typed);
  const steps = readSteps(typed.steps);
  const last = steps.ok ? finalTorque(steps) : undefined;
  const meant = last && meantUnit(typed.fastened, last);
  const { said } = checkPlan(typed, new Date());
  const setting = said && last && wrenchSetting(said, last);
  const begin = (fastened: string) => {
    const begun = begunPlan(engine, fastened as Fastened, groups);
    const { title, group, count, rows, pattern, order } = begun;
    for (const [name, value] of Object.entries({ fastened, title, group, count, rows, pattern, order }))
      form.setValue(name as keyof PlanForm, value as never);
  };
  const field = (name: keyof PlanForm, label: string, help?: string) => (
    <FormField
      control={control}
      name={name}
      label={label}
      help={help}
      slotProps={{ htmlInput: { autoComplete: 'off' } }}
    />
  );
  return (
    <form
      className="measuring-form tightening-form"
      noValidate
      aria-label="Tightening plan"
      onSubmit={(event) => void submit(event)}
    >
      <div>
        <h2>{typed.title || 'A group of fasteners'}</h2>
        <fieldset>
          <legend>What is tightened</legend>
          <FormChoice
            control={control}
            name="fastened"
            label="Fasteners of"
            onChoose={begin}
            options={FASTENED.map((one) => [one, upper(wordFastened(one))])}
          />
          {field('title', 'Called')}
          {field('count', 'How many')}
          <FormChoice
            control={control}
            name="pattern"
            label="Lying"
            options={[
              ['rows', 'in rows'],
              ['ring', 'in a ring'],
            ]}
          />
          {typed.pattern === 'rows' && field('rows', 'Rows')}
          {field('order', 'Order, as they are drawn counted', 'from the front, the first row first')}
          <Button
            size="small"
            disabled={!drawn}
            onClick={() => drawn && form.setValue('order', usualOrder(drawn).join(' '))}
          >
            From the middle outwards
          </Button>
        </fieldset>
        <fieldset>
          <legend>The maker’s card</legend>
          {field('steps', 'Steps', 'seat, 30 lb·ft, 65 lb·ft, 90°, 0.006 in, loosen, check')}
          {field('source', 'Source', 'the card that says so')}
          {meant && (
            <p role="alert" className="tightening-unit">
              ▲ {last.value} {UNIT_LABEL[last.unit]} is far from what {wordFastened(typed.fastened)} take: is it{' '}
              {UNIT_LABEL[meant]}?
            </p>
          )}
        </fieldset>
        <fieldset>
          <legend>With what</legend>
          {field('lubricant', 'Lubricant')}
          {field('washer', 'Washer')}
          {field('compound', 'Locking compound', 'empty for none')}
          <FormChoice
            control={control}
            name="isReused"
            label="Fasteners are"
            options={[
              ['', 'not said'],
              ['new', 'new'],
              ['used', 'used before'],
            ]}
          />
          {field('tool', 'Tool')}
          {field('toolNumber', 'Its number')}
          <FormDay control={control} name="toolCheckedOn" label="Last checked" help="as 2 Mar 2026" />
        </fieldset>
        <fieldset>
          <legend>Extension or crowfoot on the wrench</legend>
          {field('wrenchLength', 'Wrench, handle to drive', 'empty for none')}
          {field('adapterLength', 'Drive to fastener')}
          {field('angleDeg', 'Angle between, °', '0 straight on, 90 across')}
          <FormChoice
            control={control}
            name="adapterUnit"
            label="Lengths in"
            options={[
              ['in', 'in'],
              ['mm', 'mm'],
            ]}
          />
          {setting != null && (
            <p>
              The wrench is set to <strong className="figure">{setting.toFixed(1)}</strong> {UNIT_LABEL[last!.unit]} for{' '}
              {last!.value}.
            </p>
          )}
        </fieldset>
        <FormEnd file="File plan" what="sheet" wrong={wrong} problem={problem} isDraft={isDraft} onDrop={settle} />
      </div>
      <figure>
        {drawn ? (
          <TighteningPattern plan={drawn} label="The pattern as it is typed" />
        ) : (
          <p className="now-quiet">How many there are, and in how many rows, draws them here.</p>
        )}
        <figcaption>
          The numbers are the order; the front is on the left. The maker’s order goes before any usual one.
        </figcaption>
      </figure>
    </form>
  );
}
