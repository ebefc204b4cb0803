import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useSnackbar } from 'notistack';
import { useState, type FormEvent, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { wordLimit } from '../../../contracts/wording.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { STANDING_CAUTION } from '../../../core/plan/cautions.js';
import { measureOf } from '../../../core/plan/measures.js';
import { DISPOSITION_ACTIONS, type DispositionAction } from '../../../core/record/reading.js';
import { settingValue } from '../../../core/record/setting-value.js';
import type { Flag, Missing } from '../../../core/record/sheet.js';
import { formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import { call, sayError } from '../../app/api.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/desk.js';
import { wayBack } from '../../bench/way-back.js';
import { usePreferences } from '../../state/preferences.js';
import { useSession } from '../../state/session.js';
import './review.css';

/** Choose what was done, say why, write it down. Accepting is offered to the lead alone. */
function Decide({ at, actions }: { at: { measure: string; place: string }; actions: readonly DispositionAction[] }) {
  const { engine, reload } = useDesk();
  const [action, setAction] = useState<DispositionAction | null>(actions.length === 1 ? actions[0] : null);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { enqueueSnackbar } = useSnackbar();
  const where = `${measureOf(at.measure).title}, ${spokenPlace(at.place)}`;

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!action) return setProblem('Choose what was done.');
    try {
      await call('POST', `/api/engines/${engine!.id}/dispositions`, { ...at, action, reason });
      enqueueSnackbar(`${where}: ${action}, written down`);
      setReason('');
      setProblem(null);
      await reload();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="review-decide">
      {actions.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={action}
          onChange={(_event, chosen: DispositionAction | null) => setAction(chosen)}
          aria-label={`What was done: ${where}`}
        >
          {actions.map((name) => (
            <ToggleButton key={name} value={name}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <TextField
        label="Reason"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        error={problem !== null}
        helperText={problem ?? undefined}
        slotProps={{ htmlInput: { 'aria-label': `Reason: ${where}` } }}
      />
      <Button type="submit" variant="outlined">
        {actions.length === 1 ? 'Accept as missing' : 'Write it down'}
      </Button>
    </form>
  );
}

function Item({ mark, title, children }: { mark: ReactNode; title: ReactNode; children: ReactNode }) {
  return (
    <li className="review-item">
      <span className="review-mark">{mark}</span>
      <div>
        <p className="review-title">{title}</p>
        {children}
      </div>
    </li>
  );
}

/** The way back to the valve, so that it can be taken again. */
function TakeAgain({ at, word }: { at: { measure: string; place: string }; word: string }) {
  const { engine } = useDesk();
  const { move, positions } = usePreferences();
  const { path, position } = wayBack(at, positions[engine!.id]?.steps ?? {});
  return (
    <Link to={`/engines/${engine!.id}/${path}`} onClick={() => move(engine!.id, position)} className="review-again">
      {word} {whereOf(at)}
    </Link>
  );
}

/** A place as it is spoken; for the whole engine, what is measured there. */
function whereOf({ measure, place }: { measure: string; place: string }): string {
  return place === 'engine' ? measureOf(measure).title.toLowerCase() : spokenPlace(place);
}

/** Where, and what: `6 exhaust, preload, turns`, or `intake opens`. */
function Where({ at }: { at: { measure: string; place: string } }) {
  return (
    <>
      <strong>{whereOf(at)}</strong>
      {at.place !== 'engine' && `, ${measureOf(at.measure).title.toLowerCase()}`}
    </>
  );
}

function FlagItem({ flag, actions }: { flag: Flag; actions: readonly DispositionAction[] }) {
  const { sheet } = useDesk();
  const row = sheet!.rows.find(
    (candidate) => candidate.readingId === flag.readingId && candidate.measure === flag.measure,
  );
  // Turns are judged by the depth that they make; every other value by itself.
  const shown =
    settingValue(
      sheet!.rows.filter((candidate) => candidate.readingId === flag.readingId),
      flag.place,
    ) ?? row;
  const unit = shown?.limit?.stated.unit ?? row?.enteredUnit;
  const settled = flag.disposition;
  return (
    <Item
      mark={<VerdictMark mark={settled?.action === 'accepted' ? 'accepted' : flag.verdict} />}
      title={
        <>
          <Where at={flag} />{' '}
          <span className="figure">
            {row
              ? `${row.entered} ${UNIT_LABEL[row.enteredUnit]}`
              : formatValue(flag.value, measureOf(flag.measure).units[0])}
          </span>
          {shown?.derivedFrom && unit && <span className="figure"> → {formatValue(shown.value, unit)}</span>}
          {shown?.limit && <span className="review-limit">, limit {wordLimit(shown.limit.stated)}</span>}
        </>
      }
    >
      {settled && (
        <p>
          {settled.action} by {settled.by}: {settled.reason}
          {flag.open && ' Waits for a reading within the limits.'}
        </p>
      )}
      {!flag.open && !settled && <p>A later reading lies within the limits.</p>}
      {flag.open && (
        <>
          <TakeAgain at={flag} word="Measure again:" />
          {actions.length > 0 && <Decide at={flag} actions={actions} />}
        </>
      )}
    </Item>
  );
}

function MissingItem({ missing, lead }: { missing: Missing; lead: boolean }) {
  const { disposition } = missing;
  return (
    <Item
      mark={<VerdictMark mark={disposition ? 'accepted' : 'missing'} />}
      title={
        <>
          <Where at={missing} />
        </>
      }
    >
      {disposition ? (
        <p>
          accepted as missing by {disposition.by}: {disposition.reason}
        </p>
      ) : (
        <>
          <TakeAgain at={missing} word="Measure" />
          {lead && <Decide at={missing} actions={['accepted']} />}
        </>
      )}
    </Item>
  );
}

/** The signature: refused while a flag is open; what is missing must be accepted with a reason. */
function Sign({ open, unanswered }: { open: number; unanswered: number }) {
  const { engine, saved, readings } = useDesk();
  const person = useSession((state) => state.person)!;
  const navigate = useNavigate();
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const lead = person.role === 'lead' || person.role === 'owner';
  const keptHere = readings.filter((reading) => saved[reading.id] && saved[reading.id] !== 'on-server').length;

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      await call('POST', `/api/engines/${engine!.id}/records`, unanswered > 0 ? { missing: 'accepted', reason } : {});
      void navigate(`/engines/${engine!.id}/record`);
    } catch (error) {
      setProblem(sayError(error));
      setBusy(false);
    }
  };
  return (
    <section className="review-sign" aria-label="Signing">
      <h2>Signature</h2>
      {open > 0 && (
        <p style={{ color: 'var(--flag)' }}>
          {open} {open === 1 ? 'value is' : 'values are'} out of limits and not dealt with. Signing waits.
        </p>
      )}
      {keptHere > 0 && (
        <p style={{ color: 'var(--flag)' }}>
          {keptHere} readings are kept on this device and not on the server yet. Signing waits.
        </p>
      )}
      {unanswered > 0 && (
        <p>{unanswered} required values are missing. They can be left out with a reason, which stands on the record.</p>
      )}
      {lead ? (
        <form onSubmit={(event) => void submit(event)}>
          {unanswered > 0 && (
            <TextField
              label="Reason for leaving them out"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              required
            />
          )}
          {problem && (
            <p role="alert" style={{ color: 'var(--flag)' }}>
              {problem}
            </p>
          )}
          <Button type="submit" variant="contained" disabled={open > 0 || keptHere > 0 || busy} sx={{ mt: 2 }}>
            {unanswered > 0 ? `Sign record with ${unanswered} missing` : 'Sign record'}
          </Button>
        </form>
      ) : (
        <p>The lead signs.</p>
      )}
      <p className="review-caution">{STANDING_CAUTION}</p>
    </section>
  );
}

/** Everything that is out of limits, in doubt or missing, each with what was or is to be done; then the signature. */
export function Review() {
  const { sheet } = useDesk();
  const role = useSession((state) => state.person!.role);
  const lead = role === 'lead' || role === 'owner';
  const actions = role === 'apprentice' ? [] : DISPOSITION_ACTIONS.filter((action) => action !== 'accepted' || lead);
  const { flags, missing, rows } = sheet!;
  const open = flags.filter((flag) => flag.open);
  const settled = flags.filter((flag) => !flag.open);
  const unanswered = missing.filter((gap) => !gap.disposition);
  const inQuestion = rows.filter(
    (row) =>
      row.verdict === 'doubt' || (row.hints.length > 0 && !flags.some((flag) => flag.readingId === row.readingId)),
  );
  // A depth in doubt and the turns that make it are one question.
  const asked = inQuestion.filter(
    (row) => !row.derivedFrom || !inQuestion.some((other) => other !== row && other.readingId === row.readingId),
  );

  const block = (title: string, items: ReactNode[], none?: string) =>
    (items.length > 0 || none) && (
      <section aria-label={title}>
        <h2>
          {title} {items.length > 0 && <span className="figure">{items.length}</span>}
        </h2>
        {items.length > 0 ? <ul>{items}</ul> : <p className="review-none">{none}</p>}
      </section>
    );
  return (
    <div className="review">
      <div>
        {block(
          'Out of limits',
          open.map((flag) => <FlagItem key={flag.readingId + flag.measure} flag={flag} actions={actions} />),
          'No value waits to be dealt with.',
        )}
        {block(
          'Missing',
          missing.map((gap) => <MissingItem key={gap.measure + gap.place} missing={gap} lead={lead} />),
        )}
        {block(
          'In doubt, or unlike their siblings',
          asked.map((row) => (
            <Item
              key={row.readingId + row.measure}
              mark={<VerdictMark mark={row.verdict} />}
              title={
                <>
                  <Where at={row} /> <span className="figure">{row.entered}</span>
                </>
              }
            >
              <TakeAgain at={row} word="Measure again:" />
            </Item>
          )),
        )}
        {block(
          'Dealt with',
          settled.map((flag) => <FlagItem key={flag.readingId + flag.measure} flag={flag} actions={actions} />),
        )}
      </div>
      <Sign open={open.length} unanswered={unanswered.length} />
    </div>
  );
}
