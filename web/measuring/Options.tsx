import { wordOption } from '../../contracts/wording/options.js';
import type { Measure } from '../../core/plan/measure.js';
import type { EntryState } from './use-entry.js';

/** What may be named at a place, each with the digit that names it; a press does what the digit does. */
export function Options({ measure, entry }: { measure: Measure; entry: EntryState }) {
  if (!measure.options) return null;
  return (
    <p className="now-options" role="group" aria-label={measure.title}>
      {measure.options.map((option, index) => (
        <button
          key={option}
          type="button"
          aria-pressed={entry.typed === option}
          onClick={(event) => {
            // The keys go back to the bench: Enter takes it.
            event.currentTarget.blur();
            entry.put(option);
          }}
        >
          <kbd>{index + 1}</kbd> {wordOption(option)}
        </button>
      ))}
    </p>
  );
}
