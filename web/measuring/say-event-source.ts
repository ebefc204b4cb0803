import type { EventSource, EventSources } from '../../core/cam/turning-events.js';

const FROM: Record<EventSource, string> = {
  'measured-at-seat': 'measured at the seat',
  'measured-events': 'card’s seat events, moved to the measured events',
  'measured-centreline': 'card’s seat events, moved to the measured centreline',
  'card-seat': 'card’s seat events',
  swept: 'swept lobe',
  'card-durations': 'card’s events at its check lift, with an assumed ramp',
  intake: 'events typed at intake',
  template: 'a guess, no cam card',
};

/** What the spans of the crank strip are drawn from. */
export const sayEventSource = ({ I, E }: EventSources): string =>
  I === E ? `Open spans: ${FROM[I]}.` : `Open spans, intakes: ${FROM[I]}; exhausts: ${FROM[E]}.`;
