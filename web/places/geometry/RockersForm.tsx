import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo } from 'react';
import { Controller } from 'react-hook-form';
import { rockersOf } from '../../../core/sheet/papers.js';
import { toCanonical } from '../../../core/units/units.js';
import { figureIn } from '../../app/figures-form.js';
import { FigureGroup, type FigureGroupRow } from '../../app/FigureGroup.js';
import { FormChoice } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { TipMark } from '../../drawings/TipMark.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS } from '../timing/choices.js';
import { FormEnd } from '../timing/FormEnd.js';
import {
  ROCKER_FIGURES,
  checkRockers,
  rockersFieldOf,
  rockersFormOf,
  type RockersForm as Form,
} from './rockers-form.js';
import { KIND_NAME } from './words.js';

const KINDS = ['I', 'E'] as const;

const groupOf = (kind: (typeof KINDS)[number]): FigureGroupRow<string> => ({
  legend: KIND_NAME[kind],
  fields: [
    [`tipDiameter.${kind}`, 'Diameter of the tip'],
    [`lashCap.${kind}`, 'Lash cap, thickness', '0 without one'],
  ],
});

/** Which rockers rub on which tips. A mark that was rubbed before keeps what was filed then. */
export function RockersForm() {
  const file = useDesk((desk) => desk.file!);
  const { thread } = useDesk((desk) => desk.engine!);
  const filed = useMemo(() => rockersFormOf(rockersOf(file).at(-1), thread.unit), [file, thread.unit]);
  const { control, typed, wrong, problem, isDraft, settle, submit } = usePaperForm<Form, object>({
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
            help="another rubs elsewhere, and the record says so"
            options={[
              ['final', 'the engine’s own'],
              ['another', 'another set'],
            ]}
          />
          <Controller
            control={control}
            name="isRough"
            render={({ field: { value, ref, ...field } }) => (
              <FormControlLabel
                control={<Checkbox {...field} checked={value} slotProps={{ input: { ref } }} />}
                label="Rough: tapped on a dyed tip, no pushrod yet"
                className="whole-row"
              />
            )}
          />
        </fieldset>
        {KINDS.map((kind) => (
          <FigureGroup key={kind} control={control} paths={ROCKER_FIGURES} group={groupOf(kind)} />
        ))}
        <FormEnd
          file="File rockers and tips"
          what="sheet"
          wrong={wrong}
          problem={problem}
          isDraft={isDraft}
          onDrop={settle}
        />
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
