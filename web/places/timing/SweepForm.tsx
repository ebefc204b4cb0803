import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useMemo, useState, type FormEvent } from 'react';
import { wordImpossibility } from '../../../contracts/wording.js';
import { parsePoints } from '../../../core/cam/parse-points.js';
import { ratioOf } from '../../../core/engine/engine.js';
import { parseValve, placesOf, spokenPlace } from '../../../core/engine/places.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { call, sayError } from '../../app/api.js';
import { useDesk } from '../../state/desk.js';
import { useDraft } from '../../state/draft.js';
import { useLooksOn } from '../../state/session.js';
import { useLobeAnalysis } from '../../workers/use-lobe-analysis.js';
import { LiftUnit, LobeOrValve } from './choices.js';
import { LobeTable } from './LobeTable.js';
import { NotFiled } from './NotFiled.js';

/** A whole lobe: pairs of angle and lift, typed, streamed by a gauge or pasted, smoothed and told. */
export function SweepForm() {
  const { engine, card, sweeps, reload } = useDesk();
  const { enqueueSnackbar } = useSnackbar();
  const looksOn = useLooksOn();
  const valves = placesOf(engine!, 'valve');
  /** What was kept of this lobe, as text, so that it is seen again and can be gone on with. */
  const keptOf = (place: string) => {
    const kept = sweeps.findLast((sweep) => sweep.place === place);
    return kept
      ? {
          text: kept.points.map((point) => point.join(', ')).join('\n'),
          unit: kept.unit,
          measuredAt: kept.measuredAt,
          ...(kept.rockerRatio === undefined ? {} : { ratio: String(kept.rockerRatio) }),
          ...(kept.lash === undefined ? {} : { lash: String(kept.lash) }),
        }
      : null;
  };
  const [place, setPlace] = useState(sweeps.at(-1)?.place ?? (valves.includes('1I') ? '1I' : valves[0]));
  const { form, isDraft, change, settle } = useDraft(`${engine!.id}.sweep`, () => ({
    place,
    unit: card?.printed.unit ?? engine!.thread.unit,
    measuredAt: 'lobe' as 'lobe' | 'valve',
    ratio: String(ratioOf(engine!, parseValve(place)!.kind)),
    lash: '0',
    start: '',
    step: '',
    text: '',
    ...keptOf(place),
  }));
  const [problem, setProblem] = useState<string | null>(null);
  const set = (changed: Partial<typeof form>) => {
    setProblem(null);
    change(changed);
  };
  /** Points that were typed and not kept yet stay, for whoever chose the wrong lobe first. */
  const goTo = (to: string) => {
    setPlace(to);
    if (isDraft && form.text.trim() !== '' && form.text !== keptOf(form.place)?.text)
      set({ place: to, ratio: String(ratioOf(engine!, parseValve(to)!.kind)) });
    else settle();
  };
  const number = (text: string) => {
    const parsed = parseEntered(text);
    return parsed.ok ? parsed.value : null;
  };

  const parsed = useMemo(
    () => parsePoints({ text: form.text, startDeg: number(form.start), stepDeg: number(form.step) }),
    [form.text, form.start, form.step],
  );
  const [ratio, lash] = [number(form.ratio), number(form.lash)];
  const atValve = form.measuredAt === 'valve';
  const wrong = { ratio: atValve && (ratio === null || ratio <= 0), lash: atValve && (lash === null || lash < 0) };
  const sweep = useMemo(() => {
    if (parsed.points.length === 0 || parsed.issues.length > 0 || wrong.ratio || wrong.lash) return null;
    return {
      unit: form.unit,
      points: parsed.points,
      measuredAt: form.measuredAt,
      ...(atValve ? { rockerRatio: ratio!, lash: lash! } : {}),
    };
  }, [parsed, form.unit, form.measuredAt, atValve, ratio, lash, wrong.ratio, wrong.lash]);
  const { outcome, slow } = useLobeAnalysis(sweep);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!sweep) return setProblem('There is nothing to keep yet.');
    try {
      await call('POST', `/api/engines/${engine!.id}/sweeps`, { ...sweep, place: form.place });
      enqueueSnackbar(`Lobe of ${spokenPlace(form.place)} kept`);
      await reload();
      setPlace(form.place);
      settle();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  const refused = outcome && !outcome.ok ? outcome.issues.map(({ message }) => message).join('; ') : null;
  const unread = parsed.issues.slice(0, 3).map(wordImpossibility).join('; ');
  return (
    <form className="bench-form" onSubmit={(event) => void submit(event)} noValidate aria-label="Sweep a lobe">
      <h2>Sweep a lobe</h2>
      <div className="sweep">
        <div>
          <fieldset>
            <TextField select label="Lobe of" value={form.place} onChange={(event) => goTo(event.target.value)}>
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
                  error={wrong.ratio}
                  helperText={wrong.ratio ? 'a ratio above zero' : ' '}
                  onChange={(event) => set({ ratio: event.target.value })}
                />
                <TextField
                  label="Lash"
                  value={form.lash}
                  error={wrong.lash}
                  helperText={wrong.lash ? 'a lash, zero or more' : ' '}
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
          </fieldset>
          <TextField
            label="Degrees after top centre, lift"
            multiline
            minRows={9}
            maxRows={9}
            value={form.text}
            onChange={(event) => set({ text: event.target.value })}
            error={unread !== '' || refused !== null}
            helperText={unread || refused || 'one pair a line, typed, pasted, or sent by a gauge that ends with Enter'}
            slotProps={{ htmlInput: { spellCheck: false, style: { fontFamily: 'var(--figure)' } } }}
          />
        </div>
        <div aria-live="polite">
          {slow && <progress aria-label="Analysing the lobe" />}
          {outcome?.ok && <LobeTable analysis={outcome.analysis} unit={form.unit} />}
        </div>
      </div>
      {problem && (
        <p role="alert" style={{ color: 'var(--flag)' }}>
          {problem}
        </p>
      )}
      {!looksOn && (
        <div className="bench-form-end">
          <Button type="submit" variant="contained" disabled={!outcome?.ok}>
            Keep this lobe
          </Button>
          {isDraft && <NotFiled what="lobe" onDrop={settle} />}
        </div>
      )}
    </form>
  );
}
