import type { EventSource } from '../../core/cam/turning-events.js';

/** What the spans of the crank strip are drawn from. */
export function sayEventSource(source: EventSource): string {
  switch (source) {
    case 'card':
      return 'Open spans from the seat events of the card.';
    case 'measured-events':
      return 'Open spans from the measured events.';
    case 'measured-centreline':
      return 'Open spans from the card, moved to the measured centreline.';
  }
}
