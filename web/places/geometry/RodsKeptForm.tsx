import { useMemo } from 'react';
import { keptRods } from '../../../core/sheet/kept-rods.js';
import { lengthNeeds } from '../../../core/sheet/length-needs.js';
import { rodsKeptOf } from '../../../core/sheet/papers.js';
import { stoodBy } from '../../../core/valvetrain/rods-kept.js';
import { FigureGroup } from '../../app/FigureGroup.js';
import { FormChoice } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS } from '../timing/choices.js';
import { FormEnd } from '../timing/FormEnd.js';
import { KeptResult } from './KeptResult.js';
import {
  checkKept,
  KEPT_FIGURES,
  keptFieldOf,
  keptFormOf,
  keptGroups,
  type KeptForm as Form,
} from './rods-kept-form.js';

/** Rods that go in again after something was cut: where they will leave plunger, adjuster or lash, before anybody measures. */
export function RodsKeptForm() {
  const file = useDesk((desk) => desk.file!);
  const judging = useDesk((desk) => desk.judging!);
  const engine = useDesk((desk) => desk.engine!);
  const { unit } = engine.thread;
  const filed = useMemo(() => keptFormOf(rodsKeptOf(file), unit), [file, unit]);
  const { control, typed, wrong, problem, isDraft, settle, submit } = usePaperForm<Form, object>({
    kind: 'rods-kept',
    filed,
    check: checkKept,
    fieldOf: keptFieldOf,
    filedWords: () => 'Kept pushrods filed',
  });
  const { said } = checkKept(typed);
  // Once, and not for each key: the fits of the trials are in it.
  const needs = useMemo(() => lengthNeeds(judging), [judging]);
  const found = said ? keptRods(judging, needs, said) : [];
  return (
    <form
      className="measuring-form beside-wheel"
      noValidate
      aria-label="Kept pushrods"
      onSubmit={(event) => void submit(event)}
    >
      <div>
        <h2>Kept pushrods</h2>
        <p className="now-quiet">
          Old pushrods going back in? Here is where they will stand, and which length to try first. Leave blank what has
          not changed.
        </p>
        <fieldset>
          <FormChoice control={control} name="unit" label="Lengths in" options={LIFT_UNITS} />
        </fieldset>
        {keptGroups(engine.mount, stoodBy(engine)).map((group) => (
          <FigureGroup key={group.legend} control={control} paths={KEPT_FIGURES} group={group} />
        ))}
        <FormEnd
          file="File kept pushrods"
          what="sheet"
          wrong={wrong}
          problem={problem}
          isDraft={isDraft}
          onDrop={settle}
        />
      </div>
      <section className="kept-results" aria-label="Before measuring">
        <h3>Before measuring</h3>
        {found.length === 0 ? (
          <p className="now-quiet">Type both lengths to see where they will stand.</p>
        ) : (
          found.map((one) => <KeptResult key={one.kind} found={one} unit={typed.unit} />)
        )}
      </section>
    </form>
  );
}
