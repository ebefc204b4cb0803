import Button from '@mui/material/Button';
import { spokenPlace } from '../../../core/engine/places.js';
import { useLooksOn } from '../../state/session.js';
import type { Rounds } from './use-rounds.js';
import type { SettingState } from './use-setting.js';
import { degrees, sayTurn } from './words.js';

/** A round of quarter turns: what to feel for, what is marked, and the turn on to the next quarter. */
export function RoundTodo({ setting, rounds, isBusy }: { setting: SettingState; rounds: Rounds; isBusy: boolean }) {
  const { crank } = setting;
  const { isFirst, here, isThere, loose, expected, clean } = rounds;
  const looksOn = useLooksOn();
  const named = (places: string[]) => places.map(spokenPlace).join(', ');
  if (!isThere)
    return (
      <>
        <p style={{ color: 'var(--flag)' }}>
          The next quarter is at {degrees(here)}. {sayTurn(crank, here)}
        </p>
        <Button variant="outlined" size="small" onClick={() => setting.turnTo(here)}>
          Turn there
        </Button>
      </>
    );
  return (
    <>
      {isFirst ? (
        <p>
          <strong>Quarter turns.</strong> Take the slack from every valve where it stands, then turn a quarter.
        </p>
      ) : (
        <>
          <p>
            <strong>At {degrees(here)}.</strong> Feel each pushrod; take up what came loose and mark it with{' '}
            <kbd>L</kbd>.
          </p>
          <p className="now-quiet">
            {expected.length > 0
              ? `By the cam these may have come loose: ${named(expected)}.`
              : 'By the cam none should come loose here.'}
          </p>
          <p aria-live="polite">{loose.length > 0 ? `Came loose: ${named(loose)}.` : 'None marked.'}</p>
        </>
      )}
      <p>
        <span className="figure">{clean} of 8</span> quarters in a row without slack.
      </p>
      {!looksOn && (
        <Button
          variant="contained"
          size="small"
          disabled={isBusy}
          onClick={(event) => {
            // The keys go back to the bench.
            event.currentTarget.blur();
            void rounds.turn();
          }}
        >
          {isFirst
            ? 'Slack is out of all: a quarter on'
            : loose.length > 0
              ? 'Taken up: a quarter on'
              : 'None loose: a quarter on'}
        </Button>
      )}
    </>
  );
}
