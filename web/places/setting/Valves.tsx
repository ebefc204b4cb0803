import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { neighbourValve, valveMapLayout } from '../../../core/drawing/valve-map.js';
import { parseValve, placesOf, spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { alsoAtValve } from '../../../core/plan/setting-asks.js';
import { BUILD } from '../../../core/sheet/slot.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { FormPlace } from '../../measuring/FormPlace.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { Options } from '../../measuring/Options.js';
import { TurningStrip } from '../../measuring/TurningStrip.js';
import { useVoice } from '../../measuring/use-voice.js';
import { usePreferences } from '../../state/preferences.js';
import { useLooksOn } from '../../state/session.js';
import { AskGuess } from './AskGuess.js';
import { AskWarmth } from './AskWarmth.js';
import { AtValve } from './AtValve.js';
import { BeginOccasion } from './BeginOccasion.js';
import { DriftView } from './DriftView.js';
import { FarView, sayNext } from './FarView.js';
import { LeaveOut } from './LeaveOut.js';
import { Remedy, useRemedy } from './Remedy.js';
import { ANEW, OccasionChoice, useOccasions } from './OccasionChoice.js';
import { RoundTodo } from './RoundTodo.js';
import { Siblings } from './Siblings.js';
import { TodoHere } from './TodoHere.js';
import { useRounds } from './use-rounds.js';
import { useSetting } from './use-setting.js';
import { useSettingActs } from './use-setting-acts.js';
import { Ways } from './Ways.js';
import { degrees, METHOD_SHORT, sayAgo, sayUnsafe } from './words.js';
import './setting.css';

const KEYS: [string, string][] = [
  ['0 … 9 . / −', 'into the active valve; 5/8 and 1 3/8 are read as fractions'],
  ['Enter', 'take the value and step on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['[  ]', 'turn the crank to the stop before, the stop after'],
  ['← → ↑ ↓', 'walk over the valves'],
  ['E', 'what else can be taken at this valve'],
  ['M', 'the ways to set, for this cam; the marks for its damper'],
  ['H', 'solid lifters: lash read hot, read cold'],
  ['D', 'what has changed since the build; reading the valves anew'],
  ['F', 'large type, for two metres away; and back'],
  ['V', 'voice and tones on, off'],
  ['W', 'leave this valve or its bank out for now, or take it up again'],
  ['R', 'where the adjuster cannot reach: what brings it there, onto the list of parts'],
  ['L', 'quarter turns: this one came loose and was taken up'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/**
 * Setting the valves: the number goes into the engine, the engine says what to turn to next.
 *
 * @param list the measures of the stage, where there are more than the valves
 */
export function Valves({ list }: { list?: ReactNode }) {
  const setting = useSetting();
  const acts = useSettingActs();
  const rounds = useRounds(setting, acts);
  const remedy = useRemedy(setting);
  const looksOn = useLooksOn();
  const [view, setView] = useState<'valves' | 'ways' | 'drift' | 'far'>('valves');
  const [begins, setBegins] = useState(false);
  const toggleVoice = usePreferences((state) => state.toggleVoice);
  const occasions = useOccasions();
  const [leavesOut, setLeavesOut] = useState(false);
  const { engine, sheet, order, active, next, crank, method, target, entry, others, inRounds } = setting;
  const { marginDeg } = engine.specSet.practice.setting;
  const valves = placesOf(engine, 'valve');
  /** Of the build, what the shop's set requires; of another occasion, every valve. */
  const { taken, required } =
    setting.occasion === BUILD
      ? (sheet.stages.setting ?? { taken: 0, required: 0 })
      : { taken: valves.filter(setting.isSet).length, required: valves.length };
  const flags = sheet.flags.filter(
    (flag) => flag.open && parseValve(flag.place) && measureOf(flag.measure).stage === 'setting',
  );
  const last = setting.rows.findLast(({ readingId }) => readingId === entry.lastTaken);
  useVoice(sayNext(setting), {
    id: entry.lastTaken,
    mark: last && last.verdict !== 'unjudged' ? last.verdict : undefined,
  });
  /** Where the shop asks more than what settles a valve, what is asked stands above the limit. */
  const asksMore = setting.asked.length > 1;
  const begin = begins && (
    <BeginOccasion
      onClose={() => setBegins(false)}
      onDone={(occasion) => {
        setBegins(false);
        if (occasion === null) return;
        setView('valves');
        setting.chooseOccasion(occasion);
      }}
    />
  );
  const typesMore = () => {
    const { asked } = setting;
    const all = [...asked, ...alsoAtValve(engine, asked, setting.occasion !== BUILD)];
    setting.chooseMeasure(all[(all.indexOf(target.measure.key) + 1) % all.length]);
  };
  if (view === 'ways')
    return (
      <FormPlace list={list} leave={() => setView('valves')} cycleUnit={setting.cycleUnit}>
        <Ways setting={setting} acts={acts} onDone={() => setView('valves')} />
      </FormPlace>
    );
  if (view === 'drift')
    return (
      <FormPlace list={list} leave={() => setView('valves')} cycleUnit={setting.cycleUnit}>
        <DriftView setting={setting} occasions={occasions} onBegin={() => setBegins(true)} />
        {begin}
      </FormPlace>
    );
  return (
    <>
      <MeasuringPlace
        stage="setting"
        steps={inRounds && entry.typed === '' ? { ...setting, take: rounds.holds } : setting}
        list={list}
        title="Setting the valves"
        line={
          <>
            <span className="measuring-count">
              <span className="figure">
                {taken} of {required}
              </span>
              {next &&
                !inRounds &&
                `, next ${spokenPlace(next.place)}${setting.isAnywhere ? '' : ` at ${degrees(next.crankDeg)}`}`}
            </span>
            {others.map(({ handle, place, at }) => (
              <span key={handle} className="setting-hand">
                {handle} at {place}
                {sayAgo(at)}
              </span>
            ))}
            {flags.slice(0, 1).map((flag) => (
              <span key={flag.measure + flag.place} style={{ color: 'var(--flag)' }}>
                <VerdictMark mark={flag.verdict} word={false} /> {spokenPlace(flag.place)} {flag.verdict}
              </span>
            ))}
            {flags.length > 1 && <span style={{ color: 'var(--flag)' }}>{flags.length - 1} more</span>}
            <span className="measuring-rest" />
            {setting.lash && (
              <Button size="small" onClick={setting.toggleLash}>
                {setting.lash === 'lash-hot' ? 'hot' : 'cold'}&nbsp;<kbd>H</kbd>
              </Button>
            )}
            <OccasionChoice
              occasions={occasions}
              occasion={setting.occasion}
              onChoose={(occasion) => (occasion === ANEW ? setBegins(true) : setting.chooseOccasion(occasion))}
            />
            <Button size="small" onClick={() => setView('ways')}>
              {METHOD_SHORT[method]}&nbsp;<kbd>M</kbd>
            </Button>
          </>
        }
        notice={
          <>
            {setting.isOnGuess && !looksOn && (
              <AskGuess
                method={method}
                isBusy={acts.isBusy}
                onInstead={() => void acts.choose({ method: 'each-tdc', along: setting.along })}
                onGuess={() => void acts.choose({ method, along: setting.along })}
              />
            )}
            <AskWarmth setting={setting} />
            {order.unsafe.length > 0 && (
              <p className="measuring-unsafe">
                <VerdictMark mark="high" word={false} /> This method cannot set {sayUnsafe(order.unsafe, marginDeg)} on
                this cam.
              </p>
            )}
          </>
        }
        far={view === 'far' && <FarView setting={setting} onLeave={() => setView('valves')} />}
        drawing={
          <ValveMap
            banks={engine.banks}
            faces={rounds.faces}
            active={active}
            typed={entry.typed}
            onPick={setting.pick}
          />
        }
        where={spokenPlace(active)}
        todo={
          inRounds ? (
            <RoundTodo setting={setting} rounds={rounds} isBusy={acts.isBusy} />
          ) : (
            <>
              <TodoHere setting={setting} />
              <Options measure={target.measure} entry={entry} />
            </>
          )
        }
        turn={(heading) => (inRounds && heading === 1 ? void rounds.turn() : setting.turn(heading))}
        walk={(heading) => setting.pick(neighbourValve(valveMapLayout(engine.banks), active, heading))}
        more={{
          m: () => setView('ways'),
          e: typesMore,
          ...(setting.lash ? { h: setting.toggleLash } : {}),
          d: () => setView('drift'),
          f: () => setView(view === 'far' ? 'valves' : 'far'),
          v: toggleVoice,
          ...(looksOn ? {} : { w: () => setLeavesOut(true), r: () => void remedy.order() }),
          ...(inRounds ? { l: rounds.came } : {}),
        }}
        padKeys={
          inRounds
            ? [
                { key: 'l', shows: 'came loose' },
                { key: ']', shows: '90° on', says: 'a quarter on' },
              ]
            : [
                { key: '[', shows: '‹ stop', says: 'crank to the stop before' },
                { key: ']', shows: 'stop ›', says: 'crank to the next stop' },
                { key: 'e', shows: 'more', says: 'next measure at this valve' },
              ]
        }
        next={
          next && !inRounds
            ? `${spokenPlace(next.place)}${setting.isAnywhere ? '' : ` at ${degrees(next.crankDeg)}`}`
            : undefined
        }
        crankDeg={crank}
        keys={KEYS}
        keyLine={
          inRounds ? (
            <>
              <kbd>L</kbd> came loose <kbd>Enter</kbd> holds <kbd>]</kbd> a quarter on
            </>
          ) : (
            <>
              <kbd>Enter</kbd> take{next && ` and go to ${spokenPlace(next.place)}`} <kbd>[</kbd> <kbd>]</kbd> turn the
              crank
            </>
          )
        }
        below={
          <>
            {!asksMore && <AtValve setting={setting} />}
            <Siblings setting={setting} />
          </>
        }
        strip={
          <TurningStrip
            turning={setting.turning}
            crankDeg={crank}
            stops={inRounds ? [0, 90, 180, 270, 360, 450, 540, 630] : setting.stops}
            onTurn={setting.turnTo}
          />
        }
      >
        <Remedy {...remedy} />
        {asksMore && <AtValve setting={setting} />}
      </MeasuringPlace>
      {begin}
      {leavesOut && <LeaveOut setting={setting} acts={acts} onClose={() => setLeavesOut(false)} />}
    </>
  );
}
