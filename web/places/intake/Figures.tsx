import { FIGURE_GROUPS } from '../../../core/engine/engine-data.js';
import { FigureField } from './FigureField.js';

/** The figures of the engine in the groups in which they are at hand, each with what is computed from it. */
export function Figures() {
  return FIGURE_GROUPS.map(({ id, title, neededFor, figures }) => (
    <fieldset key={id}>
      <legend>{title}</legend>
      <p className="intake-why">For {neededFor}.</p>
      {figures.map((figure) => (
        <FigureField key={figure.id} figure={figure} />
      ))}
    </fieldset>
  ));
}
