import Button from '@mui/material/Button';
import { spokenPlace } from '../../../core/engine/places.js';
import { formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { usePreferences } from '../../state/preferences.js';
import type { SettingState } from './use-setting.js';
import { degrees } from './words.js';

/** What is next, as it is said aloud: the valve, and where the crank goes first. */
export function sayNext({ active, crank, step, rests, isAnywhere, inRounds, target }: SettingState): string {
  const turn = !isAnywhere && !inRounds && step && !rests ? `, turn to ${Math.round(step.crankDeg)} degrees` : '';
  const what = target.measure.options ? `, ${target.measure.title.toLowerCase()}` : '';
  return `${spokenPlace(active)}${turn}${what}, crank at ${Math.round(crank)}`;
}

/** For hands that are full and eyes that are two metres away: what is next, what is typed, how the last was judged. */
export function FarView({ setting, onLeave }: { setting: SettingState; onLeave: () => void }) {
  const { active, crank, step, rests, isAnywhere, target, entry, rows, next, lengthUnit } = setting;
  const judgedAs = entry.preview?.judgedAs;
  const { voice, toggleVoice } = usePreferences();
  const last = rows.findLast(({ readingId }) => readingId === entry.lastTaken);
  return (
    <section className="far" aria-label="Next, in large type">
      <h2>{spokenPlace(active)}</h2>
      <p className="far-turn" style={rests ? undefined : { color: 'var(--flag)' }}>
        {isAnywhere || rests
          ? `may be set, crank at ${degrees(crank)}`
          : step
            ? `turn to ${degrees(step.crankDeg)}`
            : 'not by this method'}
      </p>
      <p className="far-number">
        <span data-testid="active-number">{entry.typed || '–'}</span>
        <span>
          {target.measure.options ? target.measure.title : UNIT_LABEL[target.unit]}{' '}
          {judgedAs && `→ ${formatValue(judgedAs.value, lengthUnit)} `}
          {entry.preview && entry.preview.verdict !== 'unjudged' && (
            <VerdictMark mark={entry.preview.verdict} size={30} />
          )}
        </span>
      </p>
      <p className="far-last">
        {entry.problem ? (
          <span role="alert" style={{ color: 'var(--flag)' }}>
            {entry.problem}
          </span>
        ) : last ? (
          <>
            {spokenPlace(last.place)} {last.entered}{' '}
            {last.verdict !== 'unjudged' && <VerdictMark mark={last.verdict} size={24} />}
          </>
        ) : (
          next && `then ${spokenPlace(next.place)}`
        )}
      </p>
      <p className="far-keys">
        <Button size="small" onClick={onLeave}>
          <kbd>F</kbd>&nbsp;the whole bench
        </Button>
        <Button
          size="small"
          aria-pressed={voice}
          onClick={(event) => {
            // The keys go back to the bench.
            event.currentTarget.blur();
            toggleVoice();
          }}
        >
          <kbd>V</kbd>&nbsp;voice and tones: {voice ? 'on' : 'off'}
        </Button>
      </p>
    </section>
  );
}
