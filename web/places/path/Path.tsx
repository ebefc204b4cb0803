import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { GATE_WORD, STAGE_WORD } from '../../../contracts/wording/gate.js';
import { wordWhere } from '../../../contracts/wording/where.js';
import { GATES, type Gate } from '../../../core/plan/gates.js';
import { measureOf } from '../../../core/plan/measures.js';
import { actsOf } from '../../../core/sheet/acts.js';
import { sayDay } from '../../app/say-day.js';
import { sayMoney } from '../../app/money.js';
import { PathWay } from '../../drawings/PathWay.js';
import { KeysHelp } from '../../measuring/KeysHelp.js';
import { useDesk } from '../../state/use-desk.js';
import { isAtRisk, wordPromise } from '../../../contracts/wording/promise.js';
import { usePromises } from '../../state/promises.js';
import { useLooksOn } from '../../state/session.js';
import { FIRST_POSITION, usePreferences } from '../../state/preferences.js';
import { useLatest } from '../../state/use-latest.js';
import { wayBack } from '../way-back.js';
import { placeNext } from '../way-next.js';
import { ENGINE_PLACES, type Standing } from '../stages.js';
import { OnTheBench } from './OnTheBench.js';
import { GateDialog } from './GateDialog.js';
import { thingsOf } from './things.js';
import { GATE_KEY, STATION_KEYS, usePath } from './use-path.js';
import './path.css';

const KEYS: [string, string][] = [
  ['Enter', 'to what is next'],
  ['0 … 9 R', 'to a place of the way, as each is numbered'],
  ['P F H V O', 'pan, front cover, heads, valve covers, hand-over: close or open it'],
  ['Esc', 'leave the engine'],
  ['?', 'these keys'],
];

/** Keys with a meaning here; the others are the browser’s. */
const HEARD = /^([0-9rpfhvo?]|Enter|Escape)$/i;

const hours = (minutes: number) => `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;

/** The whole job as one way: where the work is, what is next, what holds; each place and gate one key away. */
export function Path() {
  const { path, parts, forgotten } = usePath();
  const engine = useDesk((desk) => desk.engine!);
  const file = useDesk((desk) => desk.file!);
  const sheet = useDesk((desk) => desk.sheet!);
  const navigate = useNavigate();
  const [gate, setGate] = useState<Gate | null>(null);
  const [help, setHelp] = useState(false);
  const standing: Standing = { engine, file, sheet, stations: path.stations };
  const looksOn = useLooksOn();
  const { answer: promises, load: loadPromises } = usePromises();
  useEffect(() => {
    // Reckoned on the server, beside what is shown already; anew whenever something was filed on this engine.
    if (!looksOn) void loadPromises();
  }, [loadPromises, looksOn, file]);
  const promise = promises?.engines.find(({ id }) => id === engine.id);
  const things = thingsOf(path, standing, promise?.steps ?? []);
  const to = (place: string) => `/engines/${engine.id}/${place}`;
  const places = ENGINE_PLACES.filter((place) => place.path !== 'path');
  const signedOn = file.signed && format(new Date(file.signed.signedAt), 'd MMM');
  const where = wordWhere(path.where, sheet.flags.filter(({ open }) => open).length, signedOn);
  const next = to(placeNext(path.where));
  const { positions, move } = usePreferences();
  /** Stands at the very place that is next, before one goes there. */
  const standAtNext = () => {
    // Fasteners and valves have an order of their own there.
    if (!path.next?.next || path.here === 'torque' || path.here === 'setting') return;
    const { steps } = positions[engine.id] ?? FIRST_POSITION;
    move(engine.id, wayBack(engine, { measure: path.next.measure, place: path.next.next }, steps).position);
  };
  const press = useLatest((key: string) => {
    const station = STATION_KEYS.indexOf(key);
    const pressed = GATES.find((one) => GATE_KEY[one] === key);
    if (key === 'enter' && path.where.gate) setGate(path.where.gate);
    else if (key === 'enter') {
      standAtNext();
      void navigate(next);
    } else if (key === 'escape') void navigate('/');
    else if (key === '?') setHelp(true);
    else if (pressed) setGate(pressed);
    else if (station >= 0 && places[station]) void navigate(to(places[station].path));
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || !HEARD.test(event.key)) return;
      const target = event.target instanceof Element ? event.target : null;
      if (target?.closest('input, textarea, select, [role=dialog]')) return;
      if (event.key === 'Enter' && target?.closest('button, a, [role=button]')) return;
      // The key that opens a gate's panel is not typed into it.
      event.preventDefault();
      press.current(event.key.toLowerCase());
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [press]);

  const { holds } = path;
  const opened = actsOf(file, 'gate-opened');
  const forgottenHere = forgotten.filter(({ measure }) =>
    path.stations.some(({ checks, isPast }) =>
        !isPast && checks.some((check) => check.measure === measure && check.next !== null)),
  ); // prettier-ignore
  const stand = gate && path.gates.find((one) => one.gate === gate)!;
  return (
    <div className="path">
      <section className="path-glance" aria-label="Where the job stands">
        <p>
          <span className="path-word">where</span>
          <strong>{where.says}</strong>
        </p>
        <p>
          <span className="path-word">next</span>
          <strong>
            {path.where.gate ? (
              <button type="button" onClick={() => setGate(path.where.gate)}>
                {where.next}
              </button>
            ) : where.next === '' ? (
              'nothing'
            ) : (
              <Link to={next} onClick={standAtNext}>
                {where.next}
              </Link>
            )}
          </strong>
        </p>
        <p className={holds && holds.lacks.length > 0 ? 'holds' : undefined}>
          <span className="path-word">holds</span>
          <strong>
            {holds ? (
              <button type="button" onClick={() => setGate(holds.gate)}>
                {GATE_WORD[holds.gate].is}
                {holds.lacks.length > 0 ? `, ${holds.lacks.length} lacking` : ': may close'}
              </button>
            ) : (
              'nothing'
            )}
          </strong>
        </p>
        {promise && (
          <p className={isAtRisk(promise) ? 'holds' : undefined}>
            <span className="path-word">ready</span>
            <strong>{wordPromise(promise, sayDay)}</strong>
          </p>
        )}
        <Button size="small" onClick={() => setHelp(true)}>
          <kbd>?</kbd>&nbsp;keys
        </Button>
      </section>
      <PathWay
        things={things}
        onGate={(key) => setGate(key as Gate)}
        link={(station, label, content) => (
          <Link
            to={to(station.key)}
            className="path-station"
            aria-label={label}
            aria-current={station.isHere ? 'step' : undefined}
          >
            {content}
          </Link>
        )}
      />
      <div className="path-beside">
        {(path.orders.length > 0 || forgottenHere.length > 0 || opened.length > 0) && (
          <section aria-label="To look out for">
            <h2>To look out for</h2>
            <ul className="plain-list">
              {path.orders.map(({ first, before, taken, why }) => (
                <li key={first + before} className="path-warning">
                  ▲ {measureOf(first).title} comes before {measureOf(before).title.toLowerCase()} ({taken} taken): {why}
                  .
                </li>
              ))}
              {forgottenHere.map(({ measure, times, of }) => (
                <li key={measure} className="path-warning">
                  ▲ {measureOf(measure).title} is usually forgotten here: lacking at {times} of the last {of} gates.
                </li>
              ))}
              {opened.length > 0 && (
                <li>
                  Opened again {opened.length} ×: {hours(opened.reduce((sum, one) => sum + one.minutes, 0))}
                  {opened.some(({ cost }) => cost !== null) &&
                    `, ${sayMoney(
                      opened.reduce((sum, { cost }) => sum + (cost ?? 0), 0),
                      parts?.currency ?? null,
                    )}`}
                  . {opened.map((one) => `${GATE_WORD[one.gate].is}: “${one.reason}”`).join(' · ')}
                </li>
              )}
            </ul>
          </section>
        )}
        <OnTheBench stage={path.here ?? 'proof'} />
        <section aria-label="Cautions read">
          <h2>Cautions read</h2>
          <CautionsRead />
        </section>
      </div>
      {stand && <GateDialog stand={stand} currency={parts?.currency ?? null} onClose={() => setGate(null)} />}
      <KeysHelp open={help} onClose={() => setHelp(false)} press={(key) => press.current(key)} keys={KEYS} />
    </div>
  );
}

/** Who has read the cautions of which stage on this engine. */
function CautionsRead() {
  const file = useDesk((desk) => desk.file!);
  const read = actsOf(file, 'caution');
  if (read.length === 0) return <p className="now-quiet">nobody has, on this engine</p>;
  const stages = [...new Set(read.map(({ stage }) => stage))];
  return (
    <ul className="plain-list">
      {stages.map((stage) => (
        <li key={stage}>
          {STAGE_WORD[stage]}: {[...new Set(read.filter((one) => one.stage === stage).map(({ by }) => by))].join(', ')}
        </li>
      ))}
    </ul>
  );
}
