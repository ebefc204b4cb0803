import Button from '@mui/material/Button';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Gate } from '../../core/plan/gates.js';
import { hidingGate } from '../../core/sheet/gates.js';
import { isBuild, type Slot } from '../../core/sheet/slot.js';
import { useLooksOn } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';
import { useAwake } from '../state/use-awake.js';
import { BehindGate } from './BehindGate.js';
import { useFinger } from '../state/finger.js';
import { BenchStatus } from './BenchStatus.js';
import { KeysHelp } from './KeysHelp.js';
import './measuring.css';
import { StrikeReading } from './StrikeReading.js';
import { NoteReading } from './NoteReading.js';
import { NumberPad, type PadKey } from './NumberPad.js';
import { StageEnd } from './StageEnd.js';
import { StagePanel, type PanelProps } from './StagePanel.js';
import { WantPart, wantedAt } from './WantPart.js';
import { useCorrections } from './use-corrections.js';
import { useOthersFirst } from './use-others-first.js';
import { useMeasuringKeys, type MeasuringActs } from './use-keys.js';

/** The one key that every bench has for what is missing or wrong. */
const WANTED_KEY: [string, string] = ['P', 'a part is missing or wrong: onto the list of parts'];
/** And those for a reading that was wrong, and for words beside one. */
const CORRECTING_KEYS: [string, string][] = [
  ['Z', 'undo the last Enter for ten seconds; later, strike the reading here, or move it'],
  [',', 'put a note to the reading here'],
  ['G', 'where the others look wrong: go to the first of them'],
];

/** Where the builder stands on the way through a stage, and how he goes on. */
interface Way extends Pick<PanelProps, 'target' | 'entry' | 'lengthUnit'> {
  take: () => void;
  cycleUnit: () => void;
  /** Whether the last of the stage was taken: what is open, and where the way goes on, stands there. */
  isAtEnd?: boolean;
  goToMeasure?: (key: string) => void;
  /** To another of its places: where a reading that is undone was taken. */
  go?: (slot: Slot) => void;
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
  /** Keys of this place that a finger needs, besides those of the measure. */
  padKeys?: readonly PadKey[];
  /** What is next, said where what was taken is said: the place, and the crank where it turns. */
  next?: string;
  crankDeg?: number;
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
  padKeys,
  next,
  crankDeg,
  ...panel
}: Props) {
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [wants, setWants] = useState(false);
  const looksOn = useLooksOn();
  useAwake();
  const bench = useRef<HTMLDivElement>(null);
  // Where one is below the other, number, drawing and pad have the screen.
  useEffect(() => {
    if (window.matchMedia('(max-width: 900px)').matches) bench.current?.scrollIntoView();
  }, []);
  const engineId = useDesk((desk) => desk.engine!.id);
  const { target, entry, lengthUnit } = steps;
  const file = useDesk((desk) => desk.file!);
  // At a re-check the engine is open again by itself.
  const gate = isBuild(target.slot) ? hidingGate(file, target.measure) : undefined;
  const [asks, setAsks] = useState(false);
  /** Gates that do not hide what is read here, as somebody has said. */
  const [reached, setReached] = useState<readonly Gate[]>([]);
  const corrections = useCorrections(target.slot, entry.lastTaken, steps.go);
  const others = useOthersFirst(target.slot, entry);
  const take = () => {
    if (gate && entry.typed !== '' && !reached.includes(gate)) return setAsks(true);
    steps.take();
  };
  const isFinger = useFinger();
  const press = useMeasuringKeys({
    type: entry.type,
    erase: entry.erase,
    // One step out: back comes to the same value.
    escape: () => (entry.typed ? entry.clear() : void navigate(`/engines/${engineId}/path`)),
    take,
    gauge: entry.fromGauge,
    turn,
    walk,
    side: entry.side,
    cycleUnit: steps.cycleUnit,
    help: () => setHelp((shown) => !shown),
    more: {
      ...(looksOn ? {} : { p: () => setWants(true) }),
      ...(corrections.takeBack ? { z: corrections.takeBack } : {}),
      ...(others ? { g: () => steps.go?.(others) } : {}),
      // Behind a digit it is a decimal comma.
      ',': () => {
        if (entry.typed !== '' || !corrections.noteHere) return false;
        corrections.noteHere();
        return true;
      },
      ...more,
    },
  });
  const { place } = target.slot;
  const status = (
    <BenchStatus slot={target.slot} where={where} taken={entry.lastTaken} next={next} crankDeg={crankDeg} />
  );
  if (far)
    return (
      <div className="measuring-far">
        {far}
        {status}
        {strip && (
          <section className="measuring-strip" aria-label="Crank strip">
            {strip}
          </section>
        )}
      </div>
    );
  return (
    <div ref={bench} className={list ? 'measuring' : 'measuring without-list'}>
      {list}
      <section className="measuring-main">
        <div className="measuring-line">
          <h2>{title}</h2>
          {line}
        </div>
        {notice}
        <div className="measuring-drawing">{drawing}</div>
        <p className="measuring-keys">
          <span className="measuring-keyline">
            {keyLine} <kbd>U</kbd> {lengthUnit}{' '}
          </span>
          <Button size="small" onClick={() => setHelp(true)}>
            <kbd>?</kbd>&nbsp;keys
          </Button>
        </p>
      </section>
      <StagePanel
        title={where}
        target={target}
        entry={entry}
        corrections={corrections}
        lengthUnit={lengthUnit}
        pad={isFinger && !looksOn && <NumberPad measure={target.measure} more={padKeys} press={press} />}
        wayThere={
          others && (
            <Button size="small" onClick={() => steps.go?.(others)}>
              Go to the first of the others&nbsp;<kbd>G</kbd>
            </Button>
          )
        }
        ending={steps.isAtEnd && <StageEnd stage={panel.stage} goToMeasure={steps.goToMeasure} />}
        {...panel}
      />
      {status}
      {strip && (
        <section className="measuring-strip" aria-label="Crank strip">
          {strip}
        </section>
      )}
      {corrections.asked?.what === 'strike' && (
        <StrikeReading reading={corrections.asked.reading} onClose={corrections.close} />
      )}
      {corrections.asked?.what === 'note' && (
        <NoteReading reading={corrections.asked.reading} onClose={corrections.close} />
      )}
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
        press={press}
        keys={[...keys.slice(0, -1), WANTED_KEY, ...(looksOn ? [] : CORRECTING_KEYS), ...keys.slice(-1)]}
      />
    </div>
  );
}
