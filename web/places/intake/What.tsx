import Button from '@mui/material/Button';
import { useFieldArray, useFormContext, useWatch, type FieldPath } from 'react-hook-form';
import { Link } from 'react-router';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { FiringOrder } from './FiringOrder.js';
import type { EngineForm } from './engine-form.js';

const METALS: [string, string][] = [
  ['iron', 'iron'],
  ['aluminium', 'aluminium'],
];

interface Props {
  /** The sets that may judge it from here on; none where it stays judged by the one that it is. */
  specSets?: SpecSet[];
  /** Every set of the shop. */
  allSets: SpecSet[];
  /** Lays the form out by a template. */
  onLayout?: (name: EngineForm['layout']) => void;
  /** Something was measured by this layout: only the lead puts it right. */
  isFixed?: boolean;
  /** The set and version that judge it already. */
  judgedBy?: string;
}

/** What is built: its tag, how it is laid out, how its valves are driven, its cam's events. */
export function What({ specSets = [], allSets, onLayout, isFixed = false, judgedBy }: Props) {
  const { control, setValue } = useFormContext<EngineForm>();
  const { fields: banks, append, remove } = useFieldArray({ control, name: 'banks' });
  const [layout, lifter] = useWatch({ control, name: ['layout', 'lifter'] });
  const field = (name: FieldPath<EngineForm>, label: string, help?: string, fixed = false) => (
    <FormField
      control={control}
      name={name}
      label={label}
      help={help}
      disabled={fixed && isFixed}
      slotProps={{ htmlInput: { autoComplete: 'off' } }}
    />
  );
  return (
    <>
      <fieldset>
        <legend>What it is</legend>
        {field('tag', 'Tag', 'as on the block, e.g. PH8-031')}
        {field('title', 'Title')}
        <FormChoice
          control={control}
          name="layout"
          label="Layout"
          disabled={!onLayout}
          options={LAYOUTS.map((one) => [one.name, one.title])}
          onChoose={(name) => onLayout?.(name as EngineForm['layout'])}
        />
        <FormChoice
          control={control}
          name="lifter"
          label="Lifters"
          disabled={isFixed}
          options={[
            ['hydraulic', 'hydraulic'],
            ['solid', 'solid'],
          ]}
          onChoose={(chosen) => {
            setValue('lifter', chosen as EngineForm['lifter'], { shouldDirty: true });
            const own = allSets.filter((set) => set.lifter === chosen);
            const proposed = own.find(({ id }) => id === `shop-${chosen}`) ?? own[0];
            if (proposed) setValue('specSet', proposed.id);
          }}
        />
        {judgedBy && (
          <p className="intake-judged">
            Judged by {judgedBy}; <Link to="/limits">another version</Link>
          </p>
        )}
        {specSets.length > 0 && (
          <FormChoice
            control={control}
            name="specSet"
            label="Judged by the spec set"
            options={specSets
              .filter((set) => set.lifter === lifter)
              .map((set) => [set.id, `${set.title} v${set.version}`])}
          />
        )}
      </fieldset>
      <fieldset>
        <legend>Cylinders and firing</legend>
        {isFixed && (
          <p className="intake-why">Something was measured by this layout. The lead can put it right, with a reason.</p>
        )}
        {banks.map((bank, index) => (
          <div key={bank.id} className="intake-bank">
            {field(`banks.${index}.cylinders`, `Bank ${index + 1}, cylinders`, 'front to rear', true)}
            {field(
              `banks.${index}.valveOrder`,
              `Bank ${index + 1}, valves along the head`,
              'front to rear, I and E',
              true,
            )}
            {layout === 'custom' && !isFixed && banks.length > 1 && (
              <Button onClick={() => remove(index)}>Remove bank {index + 1}</Button>
            )}
          </div>
        ))}
        {layout === 'custom' && !isFixed && banks.length < 4 && (
          <Button variant="outlined" onClick={() => append({ cylinders: '', valveOrder: '' })}>
            Add a bank
          </Button>
        )}
        {field('firingOrder', 'Firing order', undefined, true)}
        <FiringOrder isFixed={isFixed} />
        {field('intervals', 'Firing intervals, °', 'left empty: even', true)}
        {field('pins', 'Crank pins, cylinders on each', '1 2 / 3 4; empty: a pin each', true)}
        {field('mains', 'Main bearings', 'left empty: one more than pins', true)}
      </fieldset>
      <fieldset>
        <legend>Valvetrain</legend>
        <FormChoice
          control={control}
          name="mount"
          label="Rockers"
          options={[
            ['stud-nut', 'nut on a stud'],
            ['rocker-screw', 'screw at the pushrod end'],
            ['pedestal-shim', 'pedestal or positive-stop nut, shims'],
          ]}
        />
        {field('threadsPerUnit', 'Adjuster, threads')}
        <FormChoice
          control={control}
          name="threadUnit"
          label="per"
          options={[
            ['in', 'inch'],
            ['mm', 'mm'],
          ]}
        />
        {field('ratioIntake', 'Ratio, intake')}
        {field('ratioExhaust', 'Ratio, exhaust')}
        <FormChoice control={control} name="block" label="Block" options={METALS} />
        <FormChoice control={control} name="head" label="Heads" options={METALS} />
      </fieldset>
      <fieldset>
        <legend>Cam events at the seat, °</legend>
        {field('intakeOpenBtdc', 'Intake opens, before TDC', 'minus when after')}
        {field('intakeCloseAbdc', 'Intake closes, after BDC', 'minus when before')}
        {field('exhaustOpenBbdc', 'Exhaust opens, before BDC', 'minus when after')}
        {field('exhaustCloseAtdc', 'Exhaust closes, after TDC', 'minus when before')}
      </fieldset>
    </>
  );
}
