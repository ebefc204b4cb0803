import type { EventSource, EventSources } from '../../core/cam/turning-events.js';

const FROM: Record<EventSource, string> = {
  'measured-at-seat': 'as they were measured at the seat',
  'measured-events': 'from the card’s seat events, moved as its events were measured',
  'measured-centreline': 'from the card’s seat events, moved to the measured centreline',
  'card-seat': 'from the seat events of the card',
  swept: 'from the swept lobe',
  'card-durations': 'from the events at the card’s check lift and a made-up ramp',
  intake: 'from the events typed at intake',
  template: 'a guess, no card',
};

/** What the spans of the crank strip are drawn from. */
export const sayEventSource = ({ I, E }: EventSources): string =>
  I === E ? `Open spans: ${FROM[I]}.` : `Open spans, intakes: ${FROM[I]}; exhausts: ${FROM[E]}.`;
