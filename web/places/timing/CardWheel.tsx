import { findsOfEvents, spansOf } from '../../../core/drawing/wheel-finds.js';
import type { CardEvents } from '../../../core/engine/engine.js';
import { DegreeWheel } from '../../drawings/DegreeWheel.js';
import { usePreferences } from '../../state/preferences.js';

/** The part of a card's figures that lies on the wheel: its events at the check lift. */
function eventsIn(figures: Record<string, number>): Partial<CardEvents> {
  const events = Object.entries(figures).filter(([path]) => path.startsWith('events.'));
  return Object.fromEntries(events.map(([path, value]) => [path.slice('events.'.length), value]));
}

/** A card while it is typed: its events on the builder's own wheel, printed or as they follow. */
export function CardWheel({ events: figures }: { events: Record<string, number> }) {
  const { face, runs } = usePreferences((state) => state.wheel);
  const events = eventsIn(figures);
  const finds = findsOfEvents(events);
  return (
    <figure className="timing-wheel">
      <DegreeWheel face={face} runs={runs} crankDeg={0} finds={finds} spans={spansOf(events)} />
      <figcaption>
        {finds.length === 0
          ? 'Each event goes on the wheel as it is typed, or as it follows from the rest.'
          : 'At the check lift: open from event to event; where the two lie side by side, both valves are open.'}
      </figcaption>
    </figure>
  );
}
