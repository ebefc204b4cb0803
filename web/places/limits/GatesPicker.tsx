import Button from '@mui/material/Button';
import { useController, useWatch, type Control } from 'react-hook-form';
import { GATE_WORD, STAGE_WORD, wordAsk, wordFastened } from '../../../contracts/wording/gate.js';
import { GATES, GENERAL_GATES, type Gate } from '../../../core/plan/gates.js';
import { STAGES } from '../../../core/plan/measure.js';
import { MEASURES } from '../../../core/plan/measures.js';
import { SIGN_OFFS } from '../../../core/plan/sign-offs.js';
import { FASTENED } from '../../../core/tightening/plan.js';
import { ownFormKey, type OwnForm, type SetForm } from './set-form.js';
import { PRACTICE_NAME } from './words.js';

/** What a gate can ask, in groups, each with its words. */
const groupsFor = (gate: Gate, own: readonly OwnForm[]): { title: string; asks: [ask: string, word: string][] }[] => [
  {
    title: 'Taken at every place',
    asks: [...MEASURES, ...own.map((one) => ({ key: ownFormKey(one), title: one.title.trim() }))].map(
      ({ key, title }) => [`measure:${key}`, title],
    ),
  },
  { title: 'Everything required of', asks: STAGES.map((stage) => [`required:${stage}`, STAGE_WORD[stage]]) },
  { title: 'No open flag on', asks: STAGES.map((stage) => [`flags:${stage}`, STAGE_WORD[stage]]) },
  { title: 'Signed by name', asks: SIGN_OFFS.map((what) => [`sign-off:${what}`, wordAsk(`sign-off:${what}`)]) },
  { title: 'Tightened to the last pass', asks: FASTENED.map((what) => [`tightened:${what}`, wordFastened(what)]) },
  {
    title: 'Closed before it',
    asks: GATES.filter((other) => other !== gate).map((other) => [`gate:${other}`, GATE_WORD[other].is.toLowerCase()]),
  },
  {
    title: 'Besides',
    asks: ['wheel:confirmed', 'parts:fitted', 'record:signed'].map((ask) => [ask, wordAsk(ask)]),
  },
];

/** What each gate asks before it closes: by general practice, or as the shop picks it. */
export function GatesPicker({ control }: { control: Control<SetForm> }) {
  const { field, fieldState } = useController({ control, name: 'practice.path.gates' });
  const own = useWatch({ control, name: 'measures' });
  const rows = field.value;
  const say = (gate: string, asks: readonly string[] | null) => {
    const others = rows.filter((row) => row.gate !== gate);
    const order = [...GATES, ...others.map((row) => row.gate as Gate)];
    const next = asks ? [...others, { gate, asks: [...asks] }] : others;
    field.onChange(next.sort((one, other) => order.indexOf(one.gate as Gate) - order.indexOf(other.gate as Gate)));
  };
  const wrong = fieldState.error?.message;
  return (
    <fieldset
      className="gates-picker"
      data-field="practice.path.gates"
      tabIndex={-1}
      aria-label={PRACTICE_NAME['path.gates']}
      aria-describedby={wrong ? 'gates-wrong' : undefined}
    >
      <legend>{PRACTICE_NAME['path.gates']}</legend>
      {wrong && (
        <p id="gates-wrong" className="limits-wrong">
          {wrong}
        </p>
      )}
      {GATES.map((gate) => {
        const row = rows.find((one) => one.gate === gate);
        const name = GATE_WORD[gate].close;
        return (
          <section key={gate} aria-label={name} className="gate-picked">
            <h3>{name}</h3>
            <ul className="plain-list">
              {(row?.asks ?? GENERAL_GATES[gate]).map((ask) => (
                <li key={ask} className={row ? undefined : 'limit-quiet'}>
                  {wordAsk(ask)}
                  {row && (
                    <Button
                      size="small"
                      aria-label={`Remove: ${wordAsk(ask)}`}
                      onClick={() =>
                        say(
                          gate,
                          row.asks.filter((one) => one !== ask),
                        )
                      }
                    >
                      Remove
                    </Button>
                  )}
                </li>
              ))}
              {row?.asks.length === 0 && <li>Nothing: it closes without a question.</li>}
            </ul>
            {row ? (
              <>
                <label className="limits-add">
                  Ask for
                  <select
                    value=""
                    aria-label={`${name}: ask for`}
                    onChange={({ target }) => say(gate, [...row.asks, target.value])}
                  >
                    <option value="">choose …</option>
                    {groupsFor(gate, own).map(({ title, asks }) => (
                      <optgroup key={title} label={title}>
                        {asks
                          .filter(([ask]) => !row.asks.includes(ask))
                          .map(([ask, word]) => (
                            <option key={ask} value={ask}>
                              {word}
                            </option>
                          ))}
                      </optgroup>
                    ))}
                  </select>
                </label>
                <Button size="small" onClick={() => say(gate, null)} aria-label={`${name}: go by general practice`}>
                  Go by general practice
                </Button>
              </>
            ) : (
              <Button
                size="small"
                variant="outlined"
                onClick={() => say(gate, GENERAL_GATES[gate])}
                aria-label={`${name}: say it ourselves`}
              >
                Say it ourselves
              </Button>
            )}
          </section>
        );
      })}
      {rows
        .filter((row) => !(GATES as readonly string[]).includes(row.gate))
        .map((row) => (
          <section key={row.gate} aria-label={row.gate} className="gate-picked">
            <h3>{row.gate}</h3>
            <p>No gate that Utex knows.</p>
            <Button size="small" onClick={() => say(row.gate, null)} aria-label={`Remove ${row.gate}`}>
              Remove
            </Button>
          </section>
        ))}
    </fieldset>
  );
}
