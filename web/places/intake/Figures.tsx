import { figureGroupsOf } from '../../../core/engine/engine-data.js';
import { useFormContext, useWatch } from 'react-hook-form';
import type { EngineForm } from './engine-form.js';
import { FigureField } from './FigureField.js';

/** The figures of the engine in the groups in which they are at hand, each with what is computed from it. */
export function Figures() {
  const { control } = useFormContext<EngineForm>();
  const lifter = useWatch({ control, name: 'lifter' });
  return figureGroupsOf(lifter).map(({ id, title, neededFor, figures }) => (
    <fieldset key={id}>
      <legend>{title}</legend>
      <p className="intake-why">For {neededFor}.</p>
      {figures.map((figure) => (
        <FigureField key={figure.id} figure={figure} />
      ))}
    </fieldset>
  ));
}
