import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { DEFAULT_MARGIN_DEG, STOP_METHODS } from '../../../core/cam/valve-stops.js';
import { neighbourValve, valveMapLayout } from '../../../core/drawing/valve-map.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import { BenchKeysHelp } from '../../bench/BenchKeysHelp.js';
import { sayEventSource } from '../../bench/say-event-source.js';
import { useBenchKeys } from '../../bench/use-bench-keys.js';
import { CrankStrip } from '../../drawings/CrankStrip.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { NowPanel } from './NowPanel.js';
import '../../bench/bench.css';
import { useSetting } from './use-setting.js';
import { METHOD_NAME } from './words.js';

const KEYS: [string, string][] = [
  ['0 … 9 . / −', 'into the active valve; 5/8 and 1 3/8 are read as fractions'],
  ['Enter', 'take the value and step on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['[  ]', 'turn the crank to the stop before, the stop after'],
  ['← → ↑ ↓', 'walk over the valves'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/** Setting the valves: the number goes into the engine, the engine says what to turn to next. */
export function Setting() {
  const setting = useSetting();
  const { engine, sheet, order, active, crank, stops, method, along } = setting;
  const [help, setHelp] = useState(false);
  const navigate = useNavigate();

  useBenchKeys({
    type: setting.type,
    erase: setting.erase,
    escape: () => (setting.typed ? setting.clear() : void navigate('/')),
    take: setting.take,
    turn: setting.turn,
    walk: (heading) => setting.pick(neighbourValve(valveMapLayout(engine.banks), active, heading)),
    cycleUnit: setting.cycleUnit,
    help: () => setHelp((shown) => !shown),
  });

  const next = order.steps[order.steps.findIndex((step) => step.place === active) + 1];
  const flags = sheet.flags.filter((flag) => flag.open && parseValve(flag.place));
  return (
    <div className="bench without-list">
      <section className="bench-main">
        <div className="bench-line">
          <h2>Setting the valves</h2>
          <span className="bench-count">
            <span className="figure">
              {sheet.taken} of {sheet.required}
            </span>{' '}
            taken
          </span>
          {flags.slice(0, 1).map((flag) => (
            <span key={flag.measure + flag.place} style={{ color: 'var(--flag)' }}>
              <VerdictMark mark={flag.verdict} word={false} /> {spokenPlace(flag.place)} {flag.verdict}
            </span>
          ))}
          {flags.length > 1 && <span style={{ color: 'var(--flag)' }}>{flags.length - 1} more</span>}
          <span className="bench-rest" />
          <Select
            size="small"
            variant="standard"
            disableUnderline
            value={method}
            onChange={(event) => setting.choose({ method: event.target.value as typeof method })}
            inputProps={{ 'aria-label': 'Method' }}
            className="bench-choice"
          >
            {STOP_METHODS.map((name) => (
              <MenuItem key={name} value={name}>
                {METHOD_NAME[name]}
              </MenuItem>
            ))}
          </Select>
          <Select
            size="small"
            variant="standard"
            disableUnderline
            value={along}
            onChange={(event) => setting.choose({ along: event.target.value as typeof along })}
            inputProps={{ 'aria-label': 'Order' }}
            className="bench-choice"
          >
            <MenuItem value="firing">by firing order</MenuItem>
            <MenuItem value="bank">along the bank</MenuItem>
          </Select>
        </div>
        {order.unsafe.length > 0 && (
          <p className="bench-unsafe">
            <VerdictMark mark="high" word={false} /> This method cannot set{' '}
            {order.unsafe.map(({ place }) => spokenPlace(place)).join(', ')} on this cam.
          </p>
        )}
        <div className="bench-drawing">
          <ValveMap
            banks={engine.banks}
            faces={setting.faces}
            active={active}
            typed={setting.typed}
            onPick={setting.pick}
          />
        </div>
        <p className="bench-keys">
          <kbd>Enter</kbd> take{next && ` and go to ${spokenPlace(next.place)}`} <kbd>[</kbd> <kbd>]</kbd> turn the
          crank <kbd>U</kbd> {setting.lengthUnit}{' '}
          <Button size="small" onClick={() => setHelp(true)}>
            <kbd>?</kbd>&nbsp;keys
          </Button>
        </p>
      </section>
      <NowPanel setting={setting} />
      <section className="bench-strip" aria-label="Crank strip">
        <p className="bench-strip-source">{sayEventSource(setting.source)}</p>
        <CrankStrip
          spans={setting.spans}
          crankDeg={crank}
          stops={stops}
          marginDeg={DEFAULT_MARGIN_DEG}
          onTurn={setting.turnTo}
        />
      </section>
      <BenchKeysHelp open={help} onClose={() => setHelp(false)} keys={KEYS} />
    </div>
  );
}
