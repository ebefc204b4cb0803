import { useMemo } from 'react';
import { SCHOOL_NAME } from '../../../contracts/wording/geometry.js';
import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { SCHOOLS } from '../../../core/valvetrain/schools.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { usePaperForm } from '../../app/use-paper-form.js';
import { useLooksOn } from '../../state/session.js';
import { FormEnd } from '../timing/FormEnd.js';
import { checkChosen, chosenFormOf, type ChosenForm } from './chosen-form.js';
import { KIND_NAME, sayLength, settingName } from './words.js';

/** The setting that is aimed at, with its school and why: signed by whoever chooses it, and kept on the record. */
export function ChooseSetting({ found, unit }: { found: RockerGeometry; unit: Unit }) {
  const { kind, chosen, school, isBracketed, best } = found;
  const looksOn = useLooksOn();
  const inUnit = unit === 'mm' ? 'mm' : 'in';
  const filed = useMemo(() => chosenFormOf(chosen, inUnit, school), [chosen, inUnit, school]);
  const { control, wrong, problem, isDraft, settle, submit } = usePaperForm<ChosenForm, object>({
    kind: 'setting-chosen',
    draft: `setting-chosen-${kind}`,
    filed,
    check: (form) => checkChosen(form, kind, inUnit),
    fieldOf: (path) => path,
    filedWords: () => `${KIND_NAME[kind]} setting chosen`,
  });
  return (
    <section aria-label="Choose a setting" className="choose-setting">
      <h3>Chosen</h3>
      {chosen ? (
        <p>
          <strong className="figure">{sayLength(chosen.setting, unit)}</strong> by {chosen.by},{' '}
          {SCHOOL_NAME[chosen.school]}: {chosen.reason}
        </p>
      ) : (
        <p className="now-quiet">Nobody has chosen a setting of this kind yet.</p>
      )}
      {best !== null && !isBracketed && (
        <p className="now-hint">
          The best is not bracketed: choosing near it is a guess, and its reason stands on the record.
        </p>
      )}
      {!looksOn && (
        <form noValidate aria-label={`Choose a setting, ${KIND_NAME[kind]}`} onSubmit={(event) => void submit(event)}>
          <fieldset>
            <FormField
              control={control}
              name="setting"
              label={`${settingName(found)[0].toUpperCase()}${settingName(found).slice(1)}, ${inUnit}`}
              help={best === null ? ' ' : `the shop’s school: ${formatFigure(best, unit)}`}
            />
            <FormChoice
              control={control}
              name="school"
              label="By the school of"
              options={SCHOOLS.map((name) => [name, SCHOOL_NAME[name]])}
            />
            <FormField control={control} name="reason" label="Reason" help="a little long, kept off the edge" />
          </fieldset>
          <FormEnd
            file="Choose this setting"
            what="sheet"
            wrong={wrong}
            problem={problem}
            isDraft={isDraft}
            onDrop={settle}
          />
        </form>
      )}
    </section>
  );
}
