import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Gate } from '../../core/plan/gates.js';
import { hidingGate } from '../../core/sheet/gates.js';
import { isBuild } from '../../core/sheet/slot.js';
import { useLooksOn } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';
import { useAwake } from '../state/use-awake.js';
import { BehindGate } from './BehindGate.js';
import { KeysHelp } from './KeysHelp.js';
import './measuring.css';
import { StrikeReading } from './StrikeReading.js';
import { StagePanel, type PanelProps } from './StagePanel.js';
import { WantPart, wantedAt } from './WantPart.js';
import { useStrike } from './use-strike.js';
import { useMeasuringKeys, type MeasuringActs } from './use-keys.js';

/** The one key that every bench has for what is missing or wrong. */
const WANTED_KEY: [string, string] = ['P', 'a part is missing or wrong: onto the list of parts'];
/** And the one for a reading that was wrong, where more than the newest counts. */
const STRIKE_KEY: [string, string] = ['X', 'strike the reading that counts, with a reason'];

/** Where the builder stands on the way through a stage, and how he goes on. */
interface Way extends Pick<PanelProps, 'target' | 'entry' | 'lengthUnit'> {
  take: () => void;
  cycleUnit: () => void;
}

interface Props extends Pick<PanelProps, 'stage' | 'todo' | 'below'> {
  steps: Way;
  /** What the drawing is of, and what stands beside it in its line: counts, flags, choices. */
  title: string;
  line?: ReactNode;
  /** What is said over the drawing. */
  notice?: ReactNode;
  drawing: ReactNode;
  /** Down the side: the measures of the stage. */
  list?: ReactNode;
  /** What has the panel's heading: the place or the measure that is active. */
  where: string;
  /** Further things in the panel, below the verdict. */
  children?: ReactNode;
  /** Along the bottom: the crank strip. */
  strip?: ReactNode;
  /** Instead of all but the strip: what is read from two metres away. */
  far?: ReactNode;
  turn: MeasuringActs['turn'];
  walk: MeasuringActs['walk'];
  /** Keys that only this place has. */
  more?: MeasuringActs['more'];
  /** The keys of this place that are worth a line under the drawing, and all of them for `?`. */
  keyLine: ReactNode;
  keys: [key: string, does: string][];
}

/**
 * A measuring place: its drawing as the form, the panel that says what to do now, the keys of one hand, and the crank
 * strip. A stage brings its steps and its drawing.
 */
export function MeasuringPlace({
  steps,
  title,
  line,
  notice,
  drawing,
  list,
  where,
  strip,
  far,
  turn,
  walk,
  more,
  keyLine,
  keys,
  ...panel
}: Props) {
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [wants, setWants] = useState(false);
  const looksOn = useLooksOn();
  useAwake();
  const engineId = useDesk((desk) => desk.engine!.id);
  const { target, entry, lengthUnit } = steps;
  const file = useDesk((desk) => desk.file!);
  // At a re-check the engine is open again by itself.
  const gate = isBuild(target.slot) ? hidingGate(file, target.measure) : undefined;
  const [asks, setAsks] = useState(false);
  /** Gates that do not hide what is read here, as somebody has said. */
  const [reached, setReached] = useState<readonly Gate[]>([]);
  const strike = useStrike(target.slot);
  const take = () => {
    if (gate && entry.typed !== '' && !reached.includes(gate)) return setAsks(true);
    steps.take();
  };
  useMeasuringKeys({
    type: entry.type,
    erase: entry.erase,
    escape: () => (entry.typed ? entry.clear() : void navigate('/')),
    take,
    gauge: entry.fromGauge,
    turn,
    walk,
    side: entry.side,
    cycleUnit: steps.cycleUnit,
    help: () => setHelp((shown) => !shown),
    more: {
      ...(looksOn ? {} : { p: () => setWants(true) }),
      ...(strike.askFirst ? { x: strike.askFirst } : {}),
      ...more,
    },
  });
  const { place } = target.slot;
  if (far)
    return (
      <div className="measuring-far">
        {far}
        {strip && (
          <section className="measuring-strip" aria-label="Crank strip">
            {strip}
          </section>
        )}
      </div>
    );
  return (
    <div className={list ? 'measuring' : 'measuring without-list'}>
      {list}
      <section className="measuring-main">
        <div className="measuring-line">
          <h2>{title}</h2>
          {line}
        </div>
        {notice}
        <div className="measuring-drawing">{drawing}</div>
        <p className="measuring-keys">
          {keyLine} <kbd>U</kbd> {lengthUnit}{' '}
          <Button size="small" onClick={() => setHelp(true)}>
            <kbd>?</kbd>&nbsp;keys
          </Button>
        </p>
      </section>
      <StagePanel title={where} target={target} entry={entry} strike={strike} lengthUnit={lengthUnit} {...panel} />
      {strip && (
        <section className="measuring-strip" aria-label="Crank strip">
          {strip}
        </section>
      )}
      <StrikeReading strike={strike} />
      {asks && gate && (
        <BehindGate
          gate={gate}
          measure={target.measure}
          onClose={() => setAsks(false)}
          onTake={() => {
            setAsks(false);
            setReached([...reached, gate]);
            steps.take();
          }}
        />
      )}
      {wants && <WantPart begun={wantedAt(engineId, target.measure, place)} onClose={() => setWants(false)} />}
      <KeysHelp
        open={help}
        onClose={() => setHelp(false)}
        keys={[...keys.slice(0, -1), WANTED_KEY, ...(strike.askFirst ? [STRIKE_KEY] : []), ...keys.slice(-1)]}
      />
    </div>
  );
}
