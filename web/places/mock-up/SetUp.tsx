import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useDeferredValue, useMemo, useState } from 'react';
import { Controller } from 'react-hook-form';
import { mockUpsOf } from '../../../core/sheet/papers.js';
import { valueChanges, type ValueChange } from '../../../core/sheet/value-changes.js';
import { toCanonical } from '../../../core/units/units.js';
import {
  CHECK_SPRINGS,
  LIFTER_STATES,
  SAME_PARTS,
  type MockUp,
  type SamePart,
} from '../../../core/valvetrain/mock-up.js';
import { figureIn, textOf } from '../../app/figures-form.js';
import { FigureGroup, type FigureGroupRow } from '../../app/FigureGroup.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { CheckAndBuild } from '../../drawings/CheckAndBuild.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS } from '../timing/choices.js';
import { FormEnd } from '../timing/FormEnd.js';
import { ValueChanges } from '../../measuring/ValueChanges.js';
import { FIGURES, checkSetUp, emptyForm, fieldOf, formOf, type FigurePath, type SetUpForm } from './set-up-form.js';

const LIFTER_NAME = { solid: 'solid', 'pumped-up': 'pumped up', collapsed: 'collapsed' };
const SPRING_NAME = { checking: 'checking springs', final: 'the final springs' };
const PART_NAME: Record<SamePart, string> = {
  rockers: 'rockers',
  lifters: 'lifters',
  lashCaps: 'lash caps',
  springs: 'springs',
};

/** The figures in groups: what was at the check stands beside what will be. */
const GROUPS: (FigureGroupRow<FigurePath> & { onStands?: true })[] = [
  {
    legend: 'Gasket, compressed; 0 for none',
    fields: [
      ['gasketAtCheck', 'At the check'],
      ['gasketFinal', 'In the build'],
      ['deckAtCheck', 'Piston over deck', 'where none was read before'],
      ['millHead', 'Still off the head'],
      ['millDeck', 'Still off the deck'],
    ],
  },
  {
    legend: 'Lash at the valve; 0 for hydraulic lifters',
    fields: [
      ['lashAtCheck.I', 'Intake, at the check'],
      ['lash.I', 'Intake, in service'],
      ['lashAtCheck.E', 'Exhaust, at the check'],
      ['lash.E', 'Exhaust, in service'],
    ],
  },
  {
    legend: 'Sprocket, crank degrees advanced',
    fields: [
      ['camAtCheckDeg', 'At the check'],
      ['camDeg', 'In the build', 'empty: as the timing has it'],
    ],
  },
  {
    legend: 'Pushrod diameter, where it is to be another',
    fields: [
      ['pushrodAtCheck', 'At the check'],
      ['pushrodFinal', 'To be fitted'],
    ],
  },
  {
    legend: 'Shims under the stands, where they move; minus for metal cut off',
    onStands: true,
    fields: [
      ['standShimAtCheck.I', 'Intake, at the check'],
      ['standShimFinal.I', 'Intake, in the build'],
      ['standShimAtCheck.E', 'Exhaust, at the check'],
      ['standShimFinal.E', 'Exhaust, in the build'],
    ],
  },
  {
    legend: 'Base circle, diameter, where it is to be another cam',
    fields: [
      ['baseCircleAtCheck.I', 'Intake, at the check'],
      ['baseCircleFinal.I', 'Intake, in the build'],
      ['baseCircleAtCheck.E', 'Exhaust, at the check'],
      ['baseCircleFinal.E', 'Exhaust, in the build'],
    ],
  },
  {
    legend: 'Lifter, from its foot up to the rod’s seat, where they are to be others',
    fields: [
      ['lifterSeatAtCheck', 'At the check'],
      ['lifterSeatFinal', 'In the build'],
    ],
  },
];

const turnedOf = (changes: readonly ValueChange[]) => changes.filter(({ before, after }) => before.verdict !== after.verdict).length; // prettier-ignore

/** How the engine was put together for a check, and how it will be: filed anew, it tells what changes by it. */
export function SetUp() {
  const { engine, file } = useDesk();
  const { thread } = engine!;
  const filed = useMemo(() => {
    const last = mockUpsOf(file!).at(-1);
    return last ? formOf(last) : emptyForm(thread.unit);
  }, [file, thread.unit]);
  const [changed, setChanged] = useState<ValueChange[] | null>(null);
  const { control, typed, wrong, problem, isDraft, settle, submit } = usePaperForm<SetUpForm, MockUp>({
    kind: 'mock-up',
    filed,
    check: checkSetUp,
    fieldOf,
    filedWords: ({ check }): string => `Set-up of check ${check} filed; ${changes.length} values changed, ${turnedOf(changes)} verdicts with them`,
    onFiled: () => setChanged(changes),
  }); // prettier-ignore
  // What follows for the whole sheet is looked at when the hand rests.
  const rested = useDeferredValue(typed);
  const changes: ValueChange[] = useMemo(() => {
    const { said } = checkSetUp(rested);
    if (!said) return [];
    const paper = { id: 'typed', kind: 'mock-up', body: said, by: '', at: new Date().toISOString() };
    return valueChanges(file!, [...file!.papers, paper]);
  }, [rested, file]);
  const checks = Math.max(0, ...mockUpsOf(file!).map(({ check }) => check));

  const mm = (path: FigurePath) => {
    const figure = figureIn(typed.figures, path);
    return figure === undefined ? undefined : toCanonical(figure, typed.unit);
  };
  const text = (path: FigurePath) => {
    const figure = textOf(typed.figures, path);
    return figure ? `${figure} ${typed.unit}` : '';
  };
  return (
    <form
      className="measuring-form beside-wheel"
      onSubmit={(event) => void submit(event)}
      noValidate
      aria-label="Set-up of the check"
    >
      <div>
        <h2>Set-up of the check</h2>
        <p className="now-quiet">
          Every correction hangs on it. A check that was taken under another set-up keeps its own.
        </p>
        <fieldset>
          <FormChoice
            control={control}
            name="check"
            label="Of which check"
            options={Array.from({ length: checks + 1 }, (_, index): [string, string] => [
              String(index + 1),
              index < checks ? `check ${index + 1}, put right` : `check ${index + 1}, a new one`,
            ])}
          />
          <FormChoice control={control} name="unit" label="Lengths in" options={LIFT_UNITS} />
          <FormChoice
            control={control}
            name="lifters"
            label="Lifters"
            options={LIFTER_STATES.map((state) => [state, LIFTER_NAME[state]])}
          />
          {typed.lifters === 'collapsed' && (
            <FormField
              control={control}
              name="figures.collapsedBy"
              label="Plungers down at zero lash"
              help="below the clip; for the rod’s length"
            />
          )}
          {typed.lifters !== '' && typed.lifters !== 'solid' && (
            <>
              <FormField
                control={control}
                name="figures.sankBy"
                label="Sank further while turning"
                help="takes lift; empty for none"
              />
              <FormField
                control={control}
                name="figures.turnsPastZero"
                label="Turns past zero lash"
                help="preload in the check; empty for none"
              />
            </>
          )}
          <FormChoice
            control={control}
            name="springs"
            label="Springs"
            options={CHECK_SPRINGS.map((kind) => [kind, SPRING_NAME[kind]])}
          />
        </fieldset>
        {GROUPS.filter(({ onStands }) => !onStands || engine!.mount !== 'stud-nut').map((group) => (
          <FigureGroup key={group.legend} control={control} paths={FIGURES} group={group} />
        ))}
        <fieldset className="same-parts">
          <legend>The very ones of the final engine</legend>
          {SAME_PARTS.map((part) => (
            <Controller
              key={part}
              control={control}
              name={`same.${part}`}
              render={({ field: { value, ref, ...field } }) => (
                <FormControlLabel
                  control={<Checkbox {...field} checked={value} slotProps={{ input: { ref } }} />}
                  label={PART_NAME[part]}
                />
              )}
            />
          ))}
        </fieldset>
        <FormEnd
          file="File the set-up"
          what="set-up"
          wrong={wrong}
          problem={problem}
          isDraft={isDraft}
          onDrop={settle}
        />
        {isDraft && (
          <section aria-label="If it is filed">
            <h3>If it is filed</h3>
            <ValueChanges changes={changes} unit={typed.unit} none="No value changes." />
          </section>
        )}
        {!isDraft && changed && (
          <section aria-label="What changed" aria-live="polite">
            <h3>What changed</h3>
            <ValueChanges changes={changed} unit={typed.unit} none="No value changed." />
          </section>
        )}
      </div>
      <figure className="timing-wheel">
        <CheckAndBuild
          check={{
            title: 'at the check',
            joint: { gasket: mm('gasketAtCheck'), deck: mm('deckAtCheck') },
            gasket: text('gasketAtCheck'),
            deck: text('deckAtCheck'),
          }}
          build={{
            title: 'in the build',
            joint: { gasket: mm('gasketFinal'), deck: mm('deckAtCheck') },
            gasket: text('gasketFinal'),
            deck: text('deckAtCheck'),
          }}
        />
        <figcaption>Both magnified alike. What differs is a term of every corrected value.</figcaption>
      </figure>
    </form>
  );
}
