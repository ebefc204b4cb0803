import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useMemo, useState, type FormEvent } from 'react';
import { wordNose } from '../../../contracts/wording/timing.js';
import { advanceEvents, camEvents } from '../../../core/cam/cam-events.js';
import { inPlace } from '../../../core/derive/rule.js';
import { camInstall, installAt } from '../../../core/cam/cam-install.js';
import { movedSince } from '../../../core/cam/sprocket.js';
import { isGuessed, turningEvents } from '../../../core/cam/turning-events.js';
import { findsOfEvents, spansOf } from '../../../core/drawing/wheel-finds.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { targetBeforeCard } from '../../../core/sheet/card-change.js';
import { timingOf } from '../../../core/sheet/timing.js';
import { camKnownOf } from '../../../core/sheet/cam-known.js';
import { formatFigure } from '../../../core/units/format.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { TableHead } from '../../app/TableHead.js';
import { DegreeWheel } from '../../drawings/DegreeWheel.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/use-desk.js';
import { usePreferences } from '../../state/preferences.js';
import { useLooksOn } from '../../state/session.js';

/** The schools of setting a cam, as builders call them. */
const SCHOOL = {
  card: 'as the card says',
  retarded: 'retarded, for the top end',
  advanced: 'advanced, for the bottom',
};
const degrees = (deg: number) => formatFigure(deg, 'deg').replace(/\.?0+$/, '');
const signed = (deg: number) => (deg > 0 ? `+${degrees(deg)}` : degrees(deg));

/** Where the sprocket goes: every position side by side, the best one named, the chosen one written down. */
export function Decision() {
  const { file, sheet, stand, card, take } = useDesk();
  const { timing } = file!.spec.practice;
  const looksOn = useLooksOn();
  const { enqueueSnackbar } = useSnackbar();
  const rowOf = (measure: string) => sheet!.rows.find((row) => row.measure === measure);
  const measured = rowOf('intake-centreline');
  const whole = useMemo(() => timingOf(file!, sheet!), [file, sheet]);
  const disputed = wordNose('I', whole.noses.I);
  const printed = card?.figures.intakeCentreline;
  const current = rowOf('cam-offset')?.value ?? 0;
  const read = stand!.latest('intake-centreline', 'engine');
  const moved = read ? movedSince(read.turn, inPlace(stand!.triesAt('cam-offset', 'engine'))) : 0;
  /** Where the sprocket stood when the centreline was read: what was measured then is moved from there. */
  const readAt = current - moved;
  const old = targetBeforeCard(file!, sheet!);
  const [form, setForm] = useState({
    school: 'card',
    // A target that was chosen for the card before is chosen anew.
    target: String((old === null ? rowOf('cam-target')?.value : undefined) ?? printed ?? ''),
    offsets: timing.offsetsDeg.join(' '),
    settle: String(timing.settleDeg),
    tolerance: String(timing.toleranceDeg),
  });
  const [problem, setProblem] = useState<string | null>(null);
  /** The position that the wheel shows; without one, the best. */
  const [looked, lookAt] = useState<number | null>(null);
  const { face, runs } = usePreferences((state) => state.wheel);
  const set = (change: Partial<typeof form>) => setForm((before) => ({ ...before, ...change }));
  const number = (text: string) => {
    const parsed = parseEntered(text);
    return parsed.ok ? parsed.value : null;
  };
  const offsets = form.offsets
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(number);
  const wrong = {
    target: number(form.target) === null && 'degrees after top centre',
    offsets: (offsets.length === 0 || offsets.includes(null)) && 'positions in crank degrees, e.g. -4 -2 0 2 4',
    settle: (number(form.settle) === null || number(form.settle)! < 0) && 'degrees, zero or more',
    tolerance: (number(form.tolerance) === null || number(form.tolerance)! < 0) && 'degrees, zero or more',
  };
  /** Where the cam stands: what was read before the sprocket was moved is all that is known then. */
  const centreline = moved && measured ? measured.value : (whole.centreline?.deg ?? measured?.value);
  const complete = centreline !== undefined && !Object.values(wrong).some(Boolean);
  const { events, source } = useMemo(() => {
    // Read before the sprocket was moved, the centreline is suspect by now, and still what all is moved from.
    const known = camKnownOf(file!, sheet!);
    const readThen = { read: () => [], centreline: (kind: ValveKind) => (kind === 'I' ? measured!.value : undefined) };
    return turningEvents(moved ? { ...known, ...readThen } : known);
  }, [file, sheet, moved, measured]);

  const field = (name: 'target' | 'offsets' | 'settle' | 'tolerance', label: string) => (
    <TextField
      label={label}
      value={form[name]}
      onChange={(event) => set({ [name]: event.target.value })}
      error={!!wrong[name]}
      helperText={wrong[name] || ' '}
    />
  );
  const input = complete && {
    measuredCentreline: centreline,
    targetCentreline: number(form.target)!,
    availableOffsets: offsets as number[],
    currentOffset: readAt,
    settleRetard: number(form.settle)!,
    tolerance: number(form.tolerance)!,
  };
  const best = input && camInstall(input);
  const shown = looked !== null && offsets.includes(looked) ? looked : best ? best.offset : null;
  // Of a cam that nobody has told anything of, nothing is made up.
  const isTold = { I: source.I !== 'template', E: source.E !== 'template' };
  const event = (kind: ValveKind, deg: number, side: string) => (isTold[kind] ? `${degrees(deg)} ${side}` : '–');
  const onWheel = best && shown !== null && !isGuessed(source) ? advanceEvents(events, shown - readAt) : null;
  const record = (event: FormEvent, offset: number) => {
    event.preventDefault();
    if (!input) return setProblem('Measure the intake centreline first.');
    take({ measure: 'cam-target', place: 'engine', entered: String(input.targetCentreline), unit: 'deg' });
    take({ measure: 'cam-offset', place: 'engine', entered: String(offset), unit: 'deg' });
    enqueueSnackbar(`Sprocket at ${degrees(offset)}°, written down`);
  };
  return (
    <div className="measuring-form">
      <h2>Where the sprocket goes</h2>
      {old !== null && (
        <p className="now-hint">
          The target of {degrees(old)}° was chosen before this card was filed. Choose it again: the table goes by what
          is typed here.
        </p>
      )}
      {centreline === undefined && (
        <p>Measure the intake centreline first: equal drops either side of peak lift, or both intake events.</p>
      )}
      {!measured && whole.centreline && (
        <p>No equal drops read. Going by the intake events: {degrees(whole.centreline.deg)}°.</p>
      )}
      {moved === 0 && disputed && <p className="now-hint">{disputed} Settle this before you choose.</p>}
      {moved !== 0 ? (
        <p className="now-hint">
          The sprocket was moved from {signed(readAt)} to {signed(current)} after the centreline was read. Find dead
          centre and read the centreline again; until then the table is what is to be expected.
        </p>
      ) : (
        measured?.verdict === 'suspect' && (
          <p className="now-hint">The wheel slipped after the centreline was read. Read it again before deciding.</p>
        )
      )}
      <fieldset className="sprocket-choice">
        <TextField
          select
          label="Target"
          value={form.school}
          onChange={(event) => {
            const { shiftDeg } = timing.targets.find(({ school }) => school === event.target.value)!;
            const target = printed === undefined ? {} : { target: String(printed + shiftDeg) };
            set({ school: event.target.value, ...target });
          }}
        >
          {timing.targets.map(({ school }) => (
            <MenuItem key={school} value={school}>
              {SCHOOL[school]}
            </MenuItem>
          ))}
        </TextField>
        {field('target', 'Centreline wanted, °')}
        {field('offsets', 'Sprocket positions, °')}
        {field('settle', 'Chain settles by, °')}
        {field('tolerance', 'Near enough, °')}
      </fieldset>
      {input && isGuessed(source) && (
        <p className="now-quiet">File the cam card to see events and overlap at each position.</p>
      )}
      {input && (
        <table className="measuring-table sprocket" aria-label="Positions of the sprocket">
          <TableHead
            heads={[
              'position',
              'centreline now',
              'settled',
              'from target',
              'I opens',
              'I closes, filling ends',
              'E opens',
              'E closes',
              'overlap',
              { unseen: 'choose' },
            ]}
          />
          <tbody>
            {input.availableOffsets.map((offset) => {
              const at = installAt(input, offset);
              const moved = advanceEvents(events, offset - readAt);
              const isBest = best && offset === best.offset;
              return (
                <tr
                  key={offset}
                  style={isBest ? { background: 'var(--dye-wash)' } : undefined}
                  onMouseEnter={() => lookAt(offset)}
                  onFocus={() => lookAt(offset)}
                >
                  <th scope="row" className="figure">
                    {signed(offset)}
                    {offset === current && <span className="now-quiet"> now</span>}
                    {isBest && <strong> best</strong>}
                  </th>
                  <td className="figure">{degrees(at.centrelineNow)}</td>
                  <td className="figure">{degrees(at.centrelineSettled)}</td>
                  <td>
                    <VerdictMark mark={at.within ? 'in' : at.errorSettled > 0 ? 'high' : 'low'} word={false} />{' '}
                    <span className="figure">{degrees(at.errorSettled)}</span>
                  </td>
                  <td className="figure">{event('I', moved.intakeOpenBtdc, 'BTDC')}</td>
                  <td className="figure">{event('I', moved.intakeCloseAbdc, 'ABDC')}</td>
                  <td className="figure">{event('E', moved.exhaustOpenBbdc, 'BBDC')}</td>
                  <td className="figure">{event('E', moved.exhaustCloseAtdc, 'ATDC')}</td>
                  <td className="figure">{isGuessed(source) ? '–' : degrees(camEvents(moved).overlap)}</td>
                  <td>
                    {!looksOn && (
                      <Button
                        size="small"
                        variant={isBest ? 'contained' : 'outlined'}
                        onClick={(event) => record(event, offset)}
                      >
                        Fit {signed(offset)}
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {onWheel && (
        <figure className="timing-wheel sprocket-wheel">
          <DegreeWheel face={face} runs={runs} crankDeg={0} finds={findsOfEvents(onWheel)} spans={spansOf(onWheel)} />
          <figcaption>
            <strong>With the sprocket at {signed(shown!)}</strong>
            <br />
            the intake is open {degrees(camEvents(onWheel).intakeDuration)}°, the exhaust{' '}
            {degrees(camEvents(onWheel).exhaustDuration)}°, both for {degrees(camEvents(onWheel).overlap)}°. Go over the
            positions, with the pointer or by Tab, and the events move.
          </figcaption>
        </figure>
      )}
      {input && best && (
        <p>
          Plus advances the cam. Events are at the seat.{' '}
          {best.within ? '' : 'No position comes near enough: another sprocket or bush is needed. '}
          After moving the sprocket, find dead centre and the centreline again.
        </p>
      )}
      {problem && <p role="alert">{problem}</p>}
    </div>
  );
}
