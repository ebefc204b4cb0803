import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { METHOD_TITLE } from '../../../contracts/wording/setting.js';
import type { StopMethod } from '../../../core/cam/valve-stops.js';
import { hangsOnCam, isGuessed } from '../../../core/cam/turning-events.js';
import { ALONG_NAME } from '../../../contracts/wording/setting.js';
import { ALONG } from '../../../core/plan/practice.js';
import { settingWays } from '../../../core/plan/setting-order.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { WayStrip } from '../../drawings/WayStrip.js';
import { useLooksOn } from '../../state/session.js';
import { AskGuess } from './AskGuess.js';
import { DamperMarks } from './DamperMarks.js';
import type { SettingState } from './use-setting.js';
import type { SettingActs } from './use-setting-acts.js';
import { degrees, METHOD_HOW, sayUnsafe } from './words.js';

/**
 * The ways in which the valves of this engine may be set: for this very cam how often one stops, what is turned, and
 * which valves a way cannot set. The one that is chosen drives map, strip, panel and Enter, for everybody at the engine.
 */
export function Ways({ setting, acts, onDone }: { setting: SettingState; acts: SettingActs; onDone: () => void }) {
  const { engine, turning, method, along } = setting;
  const [walk, setWalk] = useState(along);
  const looksOn = useLooksOn();
  const { marginDeg } = engine.specSet.practice.setting;
  const ways = useMemo(
    () => settingWays({ ...engine, seatEvents: turning.events }, walk, marginDeg),
    [engine, turning.events, walk, marginDeg],
  );
  /** A way that hangs on the cam is asked about once more where nobody has said anything of the cam. */
  const [asked, setAsked] = useState<StopMethod | null>(null);
  const choose = async (chosen: StopMethod, isOnGuess = false) => {
    if (!isOnGuess && hangsOnCam(chosen) && isGuessed(turning.source)) return setAsked(chosen);
    if (await acts.choose({ method: chosen, along: walk })) onDone();
  };
  return (
    <section className="ways" aria-label="Ways to set">
      <div className="measuring-line">
        <h2>Ways to set, for this cam</h2>
        <span className="measuring-rest" />
        <span role="group" aria-label="Order">
          {ALONG.map((way) => (
            <Button
              key={way}
              size="small"
              aria-pressed={walk === way}
              variant={walk === way ? 'outlined' : 'text'}
              onClick={() => setWalk(way)}
            >
              {ALONG_NAME[way]}
            </Button>
          ))}
        </span>
      </div>
      <ol className="ways-list">
        {ways.map(({ method: name, stops, turningDeg, unsafe, steps }) => {
          const isChosen = name === method && walk === along;
          return (
            <li key={name} className={isChosen ? 'way chosen' : 'way'}>
              <div className="way-says">
                <h3>{METHOD_TITLE[name]}</h3>
                <p className="now-quiet">{METHOD_HOW[name]}</p>
                {unsafe.length > 0 && (
                  <p className="measuring-unsafe">
                    <VerdictMark mark="high" word={false} /> Not safe here: {sayUnsafe(unsafe, marginDeg)}.
                  </p>
                )}
              </div>
              <WayStrip stops={stops} label={`Stops of ${METHOD_TITLE[name]}`} />
              <dl className="way-figures">
                <div>
                  <dd className="figure">{stops.length}</dd>
                  <dt>stops</dt>
                </div>
                <div>
                  <dd className="figure">{degrees(turningDeg)}</dd>
                  <dt>{name === 'quarter-turns' ? 'turned, at least' : 'turned'}</dt>
                </div>
                <div>
                  <dd className="figure">
                    {steps.length === 0 ? '–' : degrees(Math.min(...steps.map((step) => step.clearanceDeg)))}
                  </dd>
                  <dt>least to a ramp</dt>
                </div>
              </dl>
              {asked === name && (
                <AskGuess
                  method={name}
                  isBusy={acts.isBusy}
                  onInstead={() => void choose('each-tdc')}
                  onGuess={() => void choose(name, true)}
                />
              )}
              {!looksOn && asked !== name && (
                <Button
                  variant={isChosen ? 'outlined' : 'contained'}
                  disabled={acts.isBusy}
                  onClick={() => void choose(name)}
                >
                  {isChosen ? (name === 'quarter-turns' ? 'Begin anew' : 'Set in this way') : 'Choose'}
                </Button>
              )}
            </li>
          );
        })}
      </ol>
      <DamperMarks setting={setting} />
    </section>
  );
}
