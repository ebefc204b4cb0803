import type { CompletedCard } from '../cam/cam-card.js';
import { expectedFromCard } from '../cam/expected-from-card.js';
import type { Engine } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Reading } from './reading.js';

/** All that a value is judged by: the engine, the shop's limits, what its cam card says, and what else was read there. */
export interface Judging {
  engine: Engine;
  spec: SpecSet;
  /** What the card (with the chosen target) lets expect, canonical, by measure and kind of valve. */
  expected: (measure: string, place: string) => number | undefined;
  /** The measured bore of the cylinder that a place belongs to, mm. */
  boreMm: (place: string) => number | undefined;
}

/** @param latest the newest reading of a measure at a place */
export function judgingOf(
  engine: Engine,
  spec: SpecSet,
  card: CompletedCard | null | undefined,
  latest: (measure: string, place: string) => Pick<Reading, 'value'> | undefined,
): Judging {
  const expected = card ? expectedFromCard(card, latest('cam-target', 'engine')?.value) : {};
  return {
    engine,
    spec,
    expected: (measure, place) => expected[measure] ?? expected[`${measure}-${parseValve(place)?.kind}`],
    boreMm: (place) => latest('bore', String(parseValve(place)?.cylinder ?? place))?.value,
  };
}
