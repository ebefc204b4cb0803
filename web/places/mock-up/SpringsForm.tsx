import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { useFieldArray, type Control, type FieldPath } from 'react-hook-form';
import type { ValveKind } from '../../../core/engine/engine.js';
import { placesOf, parseValve } from '../../../core/engine/places.js';
import { springPaperOf } from '../../../core/sheet/papers.js';
import { fromCanonical } from '../../../core/units/units.js';
import { nestAt, springRate, type Springs } from '../../../core/valvetrain/spring-nest.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { SpringHeights } from '../../drawings/SpringHeights.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS } from '../timing/choices.js';
import { FormEnd } from '../timing/FormEnd.js';
import {
  checkSprings,
  EMPTY_SPRING,
  emptySprings,
  springFieldOf,
  springsFormOf,
  type SpringsForm as Form,
} from './springs-form.js';

const NAME: Record<ValveKind, string> = { I: 'Intake', E: 'Exhaust' };
/** Other springs than were measured make heights, loads and gaps to be read again. */
const EXCHANGED = [
  ['no', 'no, the same springs'],
  ['yes', 'yes: read them again'],
] as const;
const KINDS: ValveKind[] = ['I', 'E'];
const LOAD_UNITS = [
  ['lbf', 'lbf'],
  ['N', 'newtons'],
] as const;

/** The springs around the valves as their card or a tester tells them, drawn to scale as they are typed. */
export function SpringsForm() {
  const { engine, file, sheet } = useDesk();
  const { thread } = engine!;
  const filed = useMemo(() => {
    const paper = springPaperOf(file!);
    return paper ? springsFormOf(paper) : emptySprings(thread.unit);
  }, [file, thread.unit]);
  const { control, typed, wrong, problem, isDraft, settle, submit } = usePaperForm<Form, Springs>({
    kind: 'springs',
    filed,
    check: checkSprings,
    fieldOf: springFieldOf,
    filedWords: () => 'Springs filed',
  });
  const { said } = useMemo(() => checkSprings(typed), [typed]);
  /** What was read at the first valve of a kind, in the unit of the form: what the drawing stands at. */
  const readOf = (kind: ValveKind, measure: string) => {
    const place = placesOf(engine!, 'valve').find((one) => parseValve(one)!.kind === kind && sheet!.rows.some((row) => row.measure === measure && row.place === one)); // prettier-ignore
    const row = sheet!.rows.find((one) => one.measure === measure && one.place === place);
    return row && fromCanonical(row.value, typed.unit);
  };
  return (
    <form
      className="measuring-form beside-wheel"
      onSubmit={(event) => void submit(event)}
      noValidate
      aria-label="Springs"
    >
      <div>
        <h2>Springs</h2>
        <p className="now-quiet">
          Of the card, or of the shop’s tester: heights with the loads at them, two at least. Where none are filed, the
          engine’s own figures tell one spring.
        </p>
        <fieldset className="springs-head">
          <FormChoice control={control} name="unit" label="Heights in" options={LIFT_UNITS} />
          <FormChoice control={control} name="loadUnit" label="Loads in" options={LOAD_UNITS} />
          <FormChoice control={control} name="exchanged" label="Springs exchanged since measured" options={EXCHANGED} />
        </fieldset>
        {KINDS.map((kind) => (
          <Nest key={kind} kind={kind} control={control} />
        ))}
        <FormEnd
          file="File the springs"
          what="nest"
          wrong={wrong}
          problem={problem}
          isDraft={isDraft}
          onDrop={settle}
        />
      </div>
      <figure className="timing-wheel spring-heights">
        {KINDS.map((kind) => {
          const own = said?.[kind];
          if (!own) return null;
          const [outer] = own.nest;
          const installed = readOf(kind, 'spring-installed-height') ?? own.wantedHeight ?? Math.max(...outer.table.map(([height]) => height)); // prettier-ignore
          const lift = readOf(kind, 'valve-lift') ?? null;
          const { load } = nestAt(own.nest, installed);
          return (
            <div key={kind}>
              <SpringHeights title={NAME[kind]} nest={own.nest} installed={installed} lift={lift} />
              <figcaption className="figure">
                {installed.toFixed(3)} {typed.unit}: {load.toFixed(0)} {typed.loadUnit}
                <br />
                {own.nest.map((spring) => springRate(spring, installed).toFixed(0)).join(' + ')} {typed.loadUnit}/
                {typed.unit}
              </figcaption>
            </div>
          );
        })}
        {!said && <figcaption>Drawn once the springs are whole.</figcaption>}
      </figure>
    </form>
  );
}

/** The springs of one kind of valve, the outer first, and how they are meant to stand. */
function Nest({ kind, control }: { kind: ValveKind; control: Control<Form> }) {
  const { fields, append, remove } = useFieldArray({ control, name: `${kind}.nest` });
  const name = NAME[kind].toLowerCase();
  const field = (path: string, label: string, help?: string) => (
    <FormField
      control={control}
      name={path as FieldPath<Form>}
      label={label}
      help={help}
      slotProps={{ htmlInput: { autoComplete: 'off', 'aria-label': `${label}, ${name}` } }}
    />
  );
  return (
    <fieldset className="nest">
      <legend>{NAME[kind]}</legend>
      {fields.map(({ id }, index) => (
        <div key={id} className="nest-row">
          {field(
            `${kind}.nest.${index}.table`,
            index === 0 ? 'Heights and loads' : `Heights and loads, spring ${index + 1}`,
            'as 1.900 150; 1.300 390',
          )}
          {field(`${kind}.nest.${index}.solidHeight`, 'Coils touch at')}
          {index > 0 && field(`${kind}.nest.${index}.step`, 'Taller by', 'than the outer; minus for a raised seat')}
          <Button size="small" onClick={() => remove(index)} aria-label={`Remove spring ${index + 1}, ${name}`}>
            Remove
          </Button>
        </div>
      ))}
      <div className="nest-row">
        <Button size="small" onClick={() => append(EMPTY_SPRING)}>
          {fields.length === 0 ? `Add the ${name} spring` : `Add a spring inside it, ${name}`}
        </Button>
        {fields.length > 0 && field(`${kind}.wantedHeight`, 'Wanted height', 'shimmed to it')}
        {fields.length > 0 && field(`${kind}.wantedLoad`, 'Wanted load')}
      </div>
    </fieldset>
  );
}
