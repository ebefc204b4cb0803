import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo } from 'react';
import { Controller, type FieldPath } from 'react-hook-form';
import { rockersOf } from '../../../core/sheet/papers.js';
import { toCanonical } from '../../../core/units/units.js';
import { figureIn } from '../../app/figures-form.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { TipMark } from '../../drawings/TipMark.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS } from '../timing/choices.js';
import { FormEnd } from '../timing/FormEnd.js';
import { checkRockers, rockersFieldOf, rockersFormOf, type RockersForm as Form } from './rockers-form.js';
import { KIND_NAME } from './words.js';

const KINDS = ['I', 'E'] as const;

/** Which rockers rub on which tips. A mark that was rubbed before keeps what was filed then. */
export function RockersForm() {
  const file = useDesk((desk) => desk.file!);
  const { thread } = useDesk((desk) => desk.engine!);
  const filed = useMemo(() => rockersFormOf(rockersOf(file).at(-1), thread.unit), [file, thread.unit]);
  const { control, typed, problem, isDraft, settle, submit } = usePaperForm<Form, object>({
    kind: 'rockers',
    filed,
    check: checkRockers,
    fieldOf: rockersFieldOf,
    filedWords: () => 'Rockers and tips filed',
  });
  return (
    <form
      className="measuring-form beside-wheel"
      noValidate
      aria-label="Rockers and tips"
      onSubmit={(event) => void submit(event)}
    >
      <div>
        <h2>Rockers and tips</h2>
        <p className="now-quiet">
          What rubs on what. A mark keeps what was filed last before it; file anew when something changes.
        </p>
        <fieldset>
          <FormChoice control={control} name="unit" label="Lengths in" options={LIFT_UNITS} />
          <FormChoice
            control={control}
            name="rockers"
            label="Rockers that are tried"
            help="another of the same name rubs elsewhere: the record says so"
            options={[
              ['final', 'the very ones of the engine'],
              ['another', 'another of the same name'],
            ]}
          />
          <Controller
            control={control}
            name="isRough"
            render={({ field: { value, ref, ...field } }) => (
              <FormControlLabel
                control={<Checkbox {...field} checked={value} slotProps={{ input: { ref } }} />}
                label="Tapped on a dyed tip before there is a pushrod: quick, and rough"
              />
            )}
          />
        </fieldset>
        {KINDS.map((kind) => (
          <fieldset key={kind}>
            <legend>{KIND_NAME[kind]}</legend>
            {(
              [
                ['tipDiameter', 'Diameter of the tip', ' '],
                ['lashCap', 'Lash cap, thickness', '0 without one'],
              ] as const
            ).map(([key, label, help]) => (
              <FormField
                key={key}
                control={control}
                name={rockersFieldOf(`${key}.${kind}`) as FieldPath<Form>}
                label={label}
                help={help}
                slotProps={{
                  htmlInput: { autoComplete: 'off', 'aria-label': `${label}, ${KIND_NAME[kind].toLowerCase()}` },
                }}
              />
            ))}
          </fieldset>
        ))}
        <FormEnd file="File rockers and tips" what="sheet" problem={problem} isDraft={isDraft} onDrop={settle} />
      </div>
      <figure className="timing-wheel tips">
        {KINDS.map((kind) => {
          const tip = figureIn(typed.figures, `tipDiameter.${kind}`);
          const practised = file.spec.practice.geometry;
          return tip ? (
            <div key={kind}>
              <TipMark
                tipMm={toCanonical(tip, typed.unit)}
                marks={[]}
                edgeKept={practised && toCanonical(practised.edgeKept[thread.unit], thread.unit)}
                step={0.05}
                say={String}
                label={`${KIND_NAME[kind]}: a tip of ${tip} ${typed.unit}`}
              />
              <p>
                {KIND_NAME[kind]}, {tip} {typed.unit}
              </p>
            </div>
          ) : null;
        })}
        <figcaption>The dashed ring is what a mark keeps clear of the edge, as the shop’s practice says it.</figcaption>
      </figure>
    </form>
  );
}
