import type { CardEvents } from '../engine/engine.js';
import { toCanonical } from '../units/units.js';
import { eventOfCard, type CompletedCard } from './cam-card.js';

/** Measures of the events, by the names that the card has for them. */
export const EVENT_MEASURES = {
  intakeOpenBtdc: 'intake-open',
  intakeCloseAbdc: 'intake-close',
  exhaustOpenBbdc: 'exhaust-open',
  exhaustCloseAtdc: 'exhaust-close',
} as const;
export type CardEvent = keyof CardEvents;
export const EVENTS = Object.keys(EVENT_MEASURES) as CardEvent[];

/** An opening is counted before its dead centre: earlier is more. A closing is counted after it. */
export const isOpening = (event: CardEvent): boolean => event.includes('Open');

/**
 * What each measure of the timing ought to read by the card, canonical; the lobe lifts as `lobe-lift-I` and `-E`. With
 * a target centreline chosen, the whole cam is expected that much earlier or later.
 *
 * @param targetDeg the intake centreline that was chosen, after top centre
 * @param liftMm the lift at which an event is read; the card's check lift where nothing is said
 */
export function expectedFromCard(card: CompletedCard, targetDeg?: number, liftMm?: number): Record<string, number> {
  const { figures, printed } = card;
  const { intakeCentreline, exhaustCentreline, intakeLobeLift, exhaustLobeLift } = figures;
  const advance = targetDeg === undefined || intakeCentreline === undefined ? 0 : intakeCentreline - targetDeg;
  const expected: Record<string, number> = {};
  // Each by itself: a card may print one lobe's events, and nothing of the other's.
  for (const event of EVENTS) {
    const deg = eventOfCard(card, event, liftMm ?? toCanonical(printed.checkLift, printed.unit));
    if (deg !== undefined) expected[EVENT_MEASURES[event]] = deg + (isOpening(event) ? advance : -advance);
  }
  if (intakeCentreline !== undefined) expected['intake-centreline'] = intakeCentreline - advance;
  if (exhaustCentreline !== undefined) expected['exhaust-centreline'] = exhaustCentreline + advance;
  if (intakeLobeLift !== undefined) expected['lobe-lift-I'] = toCanonical(intakeLobeLift, printed.unit);
  if (exhaustLobeLift !== undefined) expected['lobe-lift-E'] = toCanonical(exhaustLobeLift, printed.unit);
  return expected;
}
