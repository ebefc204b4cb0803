import { useMemo } from 'react';
import { pushrodsOf } from '../../../core/sheet/papers.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import { LENGTH_CONVENTIONS, type LengthConvention } from '../../../core/valvetrain/gauge-length.js';
import { besideRod, inConventions } from '../../../core/valvetrain/pushrod-set-up.js';
import { figureIn } from '../../app/figures-form.js';
import { FigureGroup, type FigureGroupRow } from '../../app/FigureGroup.js';
import { FormChoice } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { RodEnds } from '../../drawings/RodEnds.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS } from '../timing/choices.js';
import { FormEnd } from '../timing/FormEnd.js';
import {
  ROD_FIGURES,
  checkPushrods,
  pushrodsFormOf,
  rodFieldOf,
  type PushrodsForm as Form,
  type RodFigure,
} from './pushrods-form.js';

const CONVENTION: Record<LengthConvention, string> = {
  theoretical: 'theoretical',
  overall: 'overall',
  gauge: 'by gauge',
};

const GROUPS: (FigureGroupRow<RodFigure> & { hydraulicOnly?: true; turnsOnly?: true })[] = [
  {
    legend: 'Ends: what a length is told by',
    fields: [
      ['ballDiameter', 'Ball'],
      ['holeDiameter', 'Oil hole'],
      ['gaugeDiameter', 'Gauge’s seat'],
    ],
  },
  {
    legend: 'Checking rod that is counted in turns',
    fields: [
      ['tool.base', 'Closed'],
      ['tool.perTurn', 'Opens per turn'],
    ],
  },
  {
    legend: 'In the engine',
    fields: [
      ['angleDeg', 'Angle to the cylinder, °', 'what moves the head counts by its cosine'],
      ['headHole', 'Hole in the head, or plate'],
    ],
  },
  {
    legend: 'Plunger below its clip',
    hydraulicOnly: true,
    fields: [
      ['plunger.target', 'Wanted'],
      ['plunger.min', 'At least'],
      ['plunger.max', 'At most'],
    ],
  },
  {
    legend: 'Adjuster, turns down from wholly up',
    turnsOnly: true,
    fields: [['adjusterWanted', 'To end at', 'empty: as it stood at the check']],
  },
  {
    legend: 'Rods to be bought',
    fields: [
      ['rodDiameter', 'Diameter'],
      ['wall', 'Wall'],
    ],
  },
  {
    legend: 'Made to length: tip heights over the tube',
    fields: [
      ['tips.lower', 'Lower tip', 'by the same convention'],
      ['tips.upper', 'Upper tip', 'both, or neither'],
    ],
  },
];

/** How pushrods are measured here, and what they must fit. */
export function PushrodsForm() {
  const file = useDesk((desk) => desk.file!);
  const sheet = useDesk((desk) => desk.sheet!);
  const { thread, lifter, mount } = useDesk((desk) => desk.engine!);
  const filed = useMemo(() => pushrodsFormOf(pushrodsOf(file), thread.unit), [file, thread.unit]);
  const { control, typed, wrong, problem, isDraft, settle, submit } = usePaperForm<Form, object>({
    kind: 'pushrods',
    filed,
    check: checkPushrods,
    fieldOf: rodFieldOf,
    filedWords: () => 'Pushrods filed',
  });
  const { said } = checkPushrods(typed);
  const groups = GROUPS.filter(({ hydraulicOnly, turnsOnly }) => (!hydraulicOnly || lifter === 'hydraulic') && (!turnsOnly || mount !== 'pedestal-shim')); // prettier-ignore
  const size = (path: RodFigure) => {
    const figure = figureIn(typed.figures, path);
    return figure === undefined ? undefined : toCanonical(figure, typed.unit);
  };
  const row = sheet.rows.find(({ measure }) => measure === 'pushrod-length') ?? sheet.rows.find(({ measure }) => measure === 'pushrod-checked'); // prettier-ignore
  const digits = typed.unit === 'mm' ? 2 : 4;
  const lengths = said && row ? inConventions(said, fromCanonical(row.value, typed.unit)) : null;
  const beside = said && besideRod(said);
  return (
    <form
      className="measuring-form beside-wheel"
      noValidate
      aria-label="Pushrods"
      onSubmit={(event) => void submit(event)}
    >
      <div>
        <h2>Pushrods</h2>
        <p className="now-quiet">Leave empty what nobody knows yet: what hangs on it then says so.</p>
        <fieldset>
          <FormChoice control={control} name="unit" label="Lengths in" options={LIFT_UNITS} />
          <FormChoice
            control={control}
            name="convention"
            label="Lengths are read"
            options={LENGTH_CONVENTIONS.map((name) => [name, CONVENTION[name]])}
          />
          <FormChoice
            control={control}
            name="rods"
            label="Bought as"
            options={[
              ['by-kind', 'for each kind'],
              ['one', 'one set'],
            ]}
          />
        </fieldset>
        {groups.map((group) => (
          <FigureGroup key={group.legend} control={control} paths={ROD_FIGURES} group={group} />
        ))}
        {beside !== null && (
          <p>
            In the middle of its hole the rod has <span className="figure">{beside.toFixed(digits)}</span> {typed.unit}{' '}
            on each side.
          </p>
        )}
        <FormEnd file="File pushrods" what="sheet" wrong={wrong} problem={problem} isDraft={isDraft} onDrop={settle} />
      </div>
      <figure className="timing-wheel">
        <RodEnds
          end={{
            ballDiameter: size('ballDiameter'),
            holeDiameter: size('holeDiameter'),
            gaugeDiameter: size('gaugeDiameter'),
            rodDiameter: size('rodDiameter'),
          }}
          active={(typed.convention || 'overall') as LengthConvention}
          lengths={
            Object.fromEntries(
              LENGTH_CONVENTIONS.map((name) => [
                name,
                lengths?.[name] == null ? null : `${lengths[name].toFixed(digits)} ${typed.unit}`,
              ]),
            ) as Record<LengthConvention, string | null>
          }
        />
        <figcaption>
          {row
            ? 'One rod, told in three ways: both ends count. A length without its convention buys the wrong rod.'
            : 'The same rod is told in three ways; once one is read here, all three stand beside each other.'}
        </figcaption>
      </figure>
    </form>
  );
}
