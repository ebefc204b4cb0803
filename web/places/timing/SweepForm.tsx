import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useState, type FormEvent } from 'react';
import { spokenPlace } from '../../../core/engine/places.js';
import { ask, sayError } from '../../app/api.js';
import { useDesk } from '../../state/use-desk.js';
import { useLooksOn } from '../../state/session.js';
import { LiftUnit, LobeOrValve } from './choices.js';
import { LobeTable } from './LobeTable.js';
import { NotFiled } from './NotFiled.js';
import { useSweep } from './use-sweep.js';

/** A whole lobe: pairs of angle and lift, typed, streamed by a gauge or pasted, smoothed and told. */
export function SweepForm() {
  const { engine, reload } = useDesk();
  const { enqueueSnackbar } = useSnackbar();
  const looksOn = useLooksOn();
  const {
    valves,
    form,
    liftsAsked,
    askLifts,
    isDraft,
    change,
    sweep,
    slow,
    analysis,
    atValve,
    problems,
    goTo,
    settle,
  } = useSweep();
  const [problem, setProblem] = useState<string | null>(null);
  const set = (changed: Partial<typeof form>) => {
    setProblem(null);
    change(changed);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!sweep) return setProblem('There is nothing to keep yet.');
    try {
      await ask('POST /api/engines/:id/sweeps', { params: { id: engine!.id }, body: { ...sweep, place: form.place } });
      enqueueSnackbar(`Lobe of ${spokenPlace(form.place)} kept`);
      await reload();
      settle();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <form className="measuring-form" onSubmit={(event) => void submit(event)} noValidate aria-label="Sweep a lobe">
      <h2>Sweep a lobe</h2>
      <div className="sweep">
        <div>
          <fieldset>
            <TextField
              select
              label="Lobe of"
              value={form.place}
              onChange={(event) => {
                setProblem(null);
                goTo(event.target.value);
              }}
            >
              {valves.map((place) => (
                <MenuItem key={place} value={place}>
                  {spokenPlace(place)}
                </MenuItem>
              ))}
            </TextField>
            <LiftUnit value={form.unit} choose={(unit) => set({ unit })} />
            <LobeOrValve label="Measured at the" value={form.measuredAt} choose={(measuredAt) => set({ measuredAt })} />
            {atValve && (
              <>
                <TextField
                  label="Rocker ratio"
                  value={form.ratio}
                  error={problems.ratio !== ''}
                  helperText={problems.ratio || ' '}
                  onChange={(event) => set({ ratio: event.target.value })}
                />
                <TextField
                  label="Lash"
                  value={form.lash}
                  error={problems.lash !== ''}
                  helperText={problems.lash || ' '}
                  onChange={(event) => set({ lash: event.target.value })}
                />
              </>
            )}
            <TextField
              label="Starts at, °"
              value={form.start}
              onChange={(event) => set({ start: event.target.value })}
              helperText="for lifts alone"
            />
            <TextField
              label="Each turn, °"
              value={form.step}
              onChange={(event) => set({ step: event.target.value })}
              helperText="for lifts alone"
            />
            <TextField
              label="Durations at lifts"
              value={liftsAsked}
              onChange={(event) => askLifts(event.target.value)}
              error={problems.lifts !== ''}
              helperText={problems.lifts || 'left empty: where the trade looks'}
            />
          </fieldset>
          <TextField
            label="Degrees after top centre, lift"
            multiline
            minRows={9}
            maxRows={9}
            value={form.text}
            onChange={(event) => set({ text: event.target.value })}
            error={problems.points !== ''}
            helperText={problems.points || 'one pair a line, typed, pasted, or sent by a gauge that ends with Enter'}
            slotProps={{ htmlInput: { spellCheck: false, style: { fontFamily: 'var(--figure)' } } }}
          />
        </div>
        <div aria-live="polite">
          {slow && <progress aria-label="Analysing the lobe" />}
          {analysis && <LobeTable analysis={analysis} unit={form.unit} />}
        </div>
      </div>
      {problem && (
        <p role="alert" style={{ color: 'var(--flag)' }}>
          {problem}
        </p>
      )}
      {!looksOn && (
        <div className="measuring-form-end">
          <Button type="submit" variant="contained" disabled={!analysis}>
            Keep this lobe
          </Button>
          {isDraft && <NotFiled what="lobe" onDrop={settle} />}
        </div>
      )}
    </form>
  );
}
