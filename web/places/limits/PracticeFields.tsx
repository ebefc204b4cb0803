import Button from '@mui/material/Button';
import { Controller, useFieldArray, useWatch, type Control, type FieldPath } from 'react-hook-form';
import { STOP_METHODS } from '../../../core/cam/valve-stops.js';
import { findMeasure, MEASURES, measureOf } from '../../../core/plan/measures.js';
import { RECHECK_COUNTS } from '../../../core/plan/practice.js';
import { askableOn } from '../../../core/plan/setting-asks.js';
import { SCHOOLS } from '../../../core/valvetrain/schools.js';
import { SCHOOL_NAME } from '../../../contracts/wording/geometry.js';
import { RECHECK_COUNT } from '../../../contracts/wording/recheck.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { GatesPicker } from './GatesPicker.js';
import { METHOD_TITLE } from '../../../contracts/wording/setting.js';
import type { SetForm } from './set-form.js';
import { PRACTICE_NAME } from './words.js';

type Path = FieldPath<SetForm>;

/** Groups of figures by what they are used for. */
const GROUPS: { title: string; fields: [path: string, help: string][] }[] = [
  {
    title: 'Setting the valves',
    fields: [
      ['setting.marginDeg', 'kept from either ramp while a valve is set'],
      ['setting.dragTurns', 'noted wherever zero was felt by the pushrod’s drag; empty for unknown'],
    ],
  },
  {
    title: 'Dead centre',
    fields: [
      ['deadCentre.trueWithinDeg', 'a pointer within this reads true'],
      ['deadCentre.roughDeg', 'the piston dwells: how far the quick way is believed'],
    ],
  },
  {
    title: 'Timing',
    fields: [
      ['timing.drops.in', 'below the nose, with blanks between'],
      ['timing.drops.mm', 'the same on a metric dial'],
      ['timing.checkLift.in', 'where events are read while no card says it'],
      ['timing.checkLift.mm', 'the same on a metric dial'],
      ['timing.dropSpreadDeg', 'further apart, the lobe is asymmetric or the set-up doubtful'],
      ['timing.dialInLineDeg', 'a careful hand sets it within this'],
      ['timing.offsetsDeg', 'keyways or bushes, with blanks between'],
      ['timing.settleDeg', 'the cam falls back as it runs in'],
      ['timing.toleranceDeg', 'nearer than this is on target'],
    ],
  },
  {
    title: 'Mock-up',
    fields: [
      ['mockUp.dialAnglesDeg', 'after overlap top for intakes, before it for exhausts, with blanks between'],
      ['mockUp.springShims.in', 'thicknesses that are kept, with blanks between'],
      ['mockUp.springShims.mm', 'the same in millimetres'],
    ],
  },
  {
    title: 'Rocker geometry',
    fields: [
      ['geometry.why', 'said beside the school, wherever it decides'],
      ['geometry.edgeKept.in', 'nearer to it, a setting is barred'],
      ['geometry.edgeKept.mm', 'the same in millimetres'],
      ['geometry.lineWidth.in', 'where the shop knows it, two trials are enough'],
      ['geometry.lineWidth.mm', 'the same in millimetres'],
      ['geometry.markAim.in', 'outward; minus inward; blank for centred'],
      ['geometry.markAim.mm', 'the same in millimetres'],
      ['geometry.adjusterTurns.least', 'from where the maker lets it start'],
      ['geometry.adjusterTurns.most', 'further out or in, a setting is barred'],
      ['geometry.standShims.in', 'thicknesses that are kept, with blanks between'],
      ['geometry.standShims.mm', 'the same in millimetres'],
    ],
  },
];

/** The path, field by field, each with a line of it. */
const PATH_FIELDS = [
  ['orders', 'mark-width before preload-turns, 2: geometry that is wrong undoes every valve'],
  ['cautions', 'setting: The bar of bench two has no stop.'],
  ['bench', 'mock-up: gasket for mock-up; checking springs; clay'],
  ['minutes', 'setting 90, or preload-turns 2: a stage whole, or one value'],
  ['told', '{name}, {engine}, {promised}, {expected}, {why} and {shop} are filled in'],
] as const; // prettier-ignore

const METALS = ['iron', 'aluminium'] as const;
const options = (values: readonly string[]) => values.map((value) => [value, value] as const);

/** What is asked at each valve besides what settles it, each with a tick. */
function AskedAtValve({ control }: { control: Control<SetForm> }) {
  const lifter = useWatch({ control, name: 'lifter' });
  return (
    <Controller
      control={control}
      name="practice.setting.asks"
      render={({ field: { value, onChange } }) => (
        <div role="group" aria-label={PRACTICE_NAME['setting.asks']} className="practice-asks">
          <p>{PRACTICE_NAME['setting.asks']}:</p>
          {askableOn({ lifter }).map((key) => (
            <label key={key}>
              <input
                type="checkbox"
                checked={value.includes(key)}
                onChange={({ target }) =>
                  onChange(target.checked ? [...value, key] : value.filter((one) => one !== key))
                }
              />{' '}
              {measureOf(key).title}
            </label>
          ))}
        </div>
      )}
    />
  );
}

/** The practice of a set: what the shop does, rather than what it allows. */
export function PracticeFields({ control }: { control: Control<SetForm> }) {
  const growth = useFieldArray({ control, name: 'practice.growth' });
  const trusted = useFieldArray({ control, name: 'practice.uncertainty' });
  const rechecks = useFieldArray({ control, name: 'practice.rechecks' });
  const targets = useFieldArray({ control, name: 'practice.timing.targets' });
  const field = (path: string, label: string, help?: string) => (
    <FormField
      key={path}
      control={control}
      name={`practice.${path}` as Path}
      label={label}
      help={help}
      slotProps={{ htmlInput: { autoComplete: 'off' } }}
    />
  );
  return (
    <section aria-label="Practice" className="practice">
      <h2>Practice</h2>
      {GROUPS.map(({ title, fields }) => (
        <fieldset key={title}>
          <legend>{title}</legend>
          {title === 'Setting the valves' && (
            <>
              <FormChoice
                control={control}
                name="practice.setting.method"
                label="Method"
                options={STOP_METHODS.map((method) => [method, METHOD_TITLE[method]])}
              />
              <FormChoice
                control={control}
                name="practice.setting.along"
                label="Along"
                options={[
                  ['firing', 'the firing order'],
                  ['bank', 'the heads'],
                  ['kind', 'intakes, then exhausts'],
                ]}
              />
            </>
          )}
          {title === 'Rocker geometry' && (
            <FormChoice
              control={control}
              name="practice.geometry.school"
              label={PRACTICE_NAME['geometry.school']}
              options={[['', 'not said'], ...SCHOOLS.map((school) => [school, SCHOOL_NAME[school]] as const)]}
            />
          )}
          {fields.map(([path, help]) => field(path, PRACTICE_NAME[path], help))}
          {title === 'Setting the valves' && <AskedAtValve control={control} />}
          {title === 'Timing' &&
            targets.fields.map(({ id, school }, index) => (
              <FormField
                key={id}
                control={control}
                name={`practice.timing.targets.${index}.shiftDeg`}
                label={`Target, ${school === 'card' ? 'as the card' : school}, °`}
                help="from the card’s intake centreline, minus for earlier"
              />
            ))}
        </fieldset>
      ))}
      <fieldset>
        <legend>Lash, cold to hot</legend>
        {growth.fields.map(({ id }, index) => (
          <div key={id} className="practice-row">
            <FormChoice
              control={control}
              name={`practice.growth.${index}.block`}
              label="Block"
              options={options(METALS)}
            />
            <FormChoice
              control={control}
              name={`practice.growth.${index}.head`}
              label="Heads"
              options={options(METALS)}
            />
            {field(`growth.${index}.growth`, 'Opens by')}
            <FormChoice
              control={control}
              name={`practice.growth.${index}.unit`}
              label="in"
              options={options(['in', 'mm'])}
            />
            <Button size="small" onClick={() => growth.remove(index)} aria-label={`Remove pair of metals ${index + 1}`}>
              Remove
            </Button>
          </div>
        ))}
        <Button size="small" onClick={() => growth.append({ block: 'iron', head: 'iron', growth: '', unit: 'in' })}>
          Add a pair of metals
        </Button>
      </fieldset>
      <fieldset>
        <legend>Trust in instruments</legend>
        <p className="limit-quiet">
          Where the shop trusts a value otherwise than the catalogue: half the zone of doubt.
        </p>
        {trusted.fields.map(({ id, measure }, index) => (
          <div key={id} className="practice-row">
            <span>{findMeasure(measure)?.title ?? measure}</span>
            {field(`uncertainty.${index}.value`, 'Trusted to ±')}
            <FormChoice
              control={control}
              name={`practice.uncertainty.${index}.unit`}
              label="in"
              options={options(findMeasure(measure)?.units ?? [])}
            />
            <Button
              size="small"
              onClick={() => trusted.remove(index)}
              aria-label={`Remove trust in ${findMeasure(measure)?.title ?? measure}`}
            >
              Remove
            </Button>
          </div>
        ))}
        <label className="limits-add">
          Add a measure
          <select
            value=""
            onChange={({ target }) =>
              trusted.append({ measure: target.value, value: '', unit: measureOf(target.value).units[0] })
            }
          >
            <option value="">choose …</option>
            {MEASURES.filter(
              ({ key, quantity }) => quantity !== 'choice' && trusted.fields.every(({ measure }) => measure !== key),
            ).map(({ key, title }) => (
              <option key={key} value={key}>
                {title}
              </option>
            ))}
          </select>
        </label>
      </fieldset>
      <fieldset>
        <legend>Looked at again after hand-over</legend>
        <p className="limit-quiet">
          What a customer is told on the record: how soon, and how much sooner above a speed.
        </p>
        {rechecks.fields.map(({ id }, index) => (
          <div key={id} className="practice-row">
            {field(`rechecks.${index}.what`, 'What')}
            {field(`rechecks.${index}.every`, 'After')}
            <FormChoice
              control={control}
              name={`practice.rechecks.${index}.count`}
              label="of"
              options={RECHECK_COUNTS.map((count) => [count, RECHECK_COUNT[count][1]])}
            />
            {field(`rechecks.${index}.bands`, 'Sooner above, rpm × factor', 'as 7000 × 0.5; 7800 × 0.25')}
            <Button
              size="small"
              onClick={() => rechecks.remove(index)}
              aria-label={`Remove what is looked at again ${index + 1}`}
            >
              Remove
            </Button>
          </div>
        ))}
        <Button size="small" onClick={() => rechecks.append({ what: '', every: '', count: 'hours', bands: '' })}>
          Add what is looked at again
        </Button>
      </fieldset>
      <fieldset className="practice-path">
        <legend>The path</legend>
        <GatesPicker control={control} />
        <p className="limit-quiet">A line for each; empty, general practice holds.</p>
        {PATH_FIELDS.map(([name, help]) => (
          <FormField
            key={name}
            control={control}
            name={`practice.path.${name}`}
            label={PRACTICE_NAME[`path.${name}`]}
            help={help}
            multiline
            minRows={2}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
          />
        ))}
      </fieldset>
    </section>
  );
}
