import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { spokenPlace } from '../../../core/engine/places.js';
import { act, sayError } from '../../app/api.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { useDesk } from '../../state/use-desk.js';
import { LIFT_UNITS, LOBE_OR_VALVE } from './choices.js';
import { FormEnd } from './FormEnd.js';
import { LobeChart } from './LobeChart.js';
import { LobeTable } from './LobeTable.js';
import { useSweep } from './use-sweep.js';

/** A whole lobe: pairs of angle and lift, typed, streamed by a gauge or pasted, smoothed and told. */
export function SweepForm() {
  const { engine, reload } = useDesk();
  const { enqueueSnackbar } = useSnackbar();
  const { form, valves, liftsAsked, askLifts, isDraft, typed, sweep, slow, analysis, atValve, problems, goTo, settle } =
    useSweep();
  const { control, handleSubmit } = form;
  const [problem, setProblem] = useState<string | null>(null);
  const submit = handleSubmit(async () => {
    setProblem(null);
    if (!sweep) return setProblem('There is nothing to keep yet.');
    try {
      await act('POST /api/engines/:id/sweeps', { params: { id: engine!.id }, body: { ...sweep, place: typed.place } });
      enqueueSnackbar(`Lobe of ${spokenPlace(typed.place)} kept`);
      await reload();
      settle();
    } catch (error) {
      setProblem(sayError(error));
    }
  });
  return (
    <form className="measuring-form" onSubmit={(event) => void submit(event)} noValidate aria-label="Sweep a lobe">
      <h2>Sweep a lobe</h2>
      <div className="sweep">
        <div>
          <fieldset>
            <FormChoice
              control={control}
              name="place"
              label="Lobe of"
              options={valves.map((place) => [place, spokenPlace(place)])}
              onChoose={goTo}
            />
            <FormChoice control={control} name="unit" label="Lifts in" options={LIFT_UNITS} />
            <FormChoice control={control} name="measuredAt" label="Measured at the" options={LOBE_OR_VALVE} />
            {atValve && (
              <>
                <FormField control={control} name="ratio" label="Rocker ratio" wrong={problems.ratio} />
                <FormField control={control} name="lash" label="Lash" wrong={problems.lash} />
              </>
            )}
            <FormField control={control} name="start" label="Starts at, °" help="for lifts alone" />
            <FormField control={control} name="step" label="Each turn, °" help="for lifts alone" />
            <TextField
              label="Durations at lifts"
              value={liftsAsked}
              onChange={(event) => askLifts(event.target.value)}
              error={problems.lifts !== ''}
              helperText={problems.lifts || 'left empty: where the trade looks'}
            />
          </fieldset>
          <FormField
            control={control}
            name="text"
            label="Degrees after top centre, lift"
            multiline
            minRows={9}
            maxRows={9}
            wrong={problems.points}
            help="one pair a line, typed, pasted, or sent by a gauge that ends with Enter"
            slotProps={{ htmlInput: { spellCheck: false, style: { fontFamily: 'var(--figure)' } } }}
          />
          <FormEnd
            file="Keep this lobe"
            what="lobe"
            problem={problem}
            disabled={!analysis}
            isDraft={isDraft}
            onDrop={settle}
          />
        </div>
        <div aria-live="polite">
          {slow && <progress aria-label="Analysing the lobe" />}
          {analysis && sweep && <LobeChart analysis={analysis} sweep={sweep} />}
          {analysis && <LobeTable analysis={analysis} unit={typed.unit} />}
        </div>
      </div>
    </form>
  );
}
