import type { CardEvents, Engine } from '../engine/engine.js';
import { eventsOfCard, type CompletedCard } from './cam-card.js';
import { advanceEvents, camEvents } from './cam-events.js';
import { EVENT_MEASURES } from './expected-from-card.js';

/** Where the seat events that the crank strip is drawn from come from. */
export type EventSource = 'card' | 'measured-events' | 'measured-centreline';

/** What an angle of the timing was measured at, degrees in its own signs; nothing where it was not, or is suspect. */
export type MeasuredAngle = (measure: string) => number | undefined;

/** The four measured events at the check lift, where all four are there and none is suspect. */
function measuredEvents(measured: MeasuredAngle): CardEvents | null {
  const events: Partial<CardEvents> = {};
  for (const [event, measure] of Object.entries(EVENT_MEASURES)) {
    const deg = measured(measure);
    if (deg === undefined) return null;
    events[event as keyof CardEvents] = deg;
  }
  return events as CardEvents;
}

/**
 * The seat events of the cam as it turns in this engine. Measured events beat the card: each seat event is moved by as
 * much as its event at the check lift differs from the card. Failing those, a measured intake centreline moves all
 * four. Failing both, the seat events stand as the engine was opened with.
 */
export function turningEvents(
  engine: Pick<Engine, 'seatEvents'>,
  angle: MeasuredAngle,
  card: CompletedCard | null,
): { events: CardEvents; source: EventSource } {
  const { seatEvents } = engine;
  const measured = measuredEvents(angle);
  const printed = card && eventsOfCard(card);
  const atSeat = (card && eventsOfCard(card, 'seat')) ?? seatEvents;
  if (measured && printed) {
    const moved = (event: keyof CardEvents) => atSeat[event] + measured[event] - printed[event];
    return {
      events: {
        intakeOpenBtdc: moved('intakeOpenBtdc'),
        intakeCloseAbdc: moved('intakeCloseAbdc'),
        exhaustOpenBbdc: moved('exhaustOpenBbdc'),
        exhaustCloseAtdc: moved('exhaustCloseAtdc'),
      },
      source: 'measured-events',
    };
  }
  const centreline = angle('intake-centreline');
  if (centreline !== undefined) {
    const advance = camEvents(atSeat).intakeCentreline - centreline;
    return { events: advanceEvents(atSeat, advance), source: 'measured-centreline' };
  }
  return { events: seatEvents, source: 'card' };
}
