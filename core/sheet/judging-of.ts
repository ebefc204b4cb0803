import { expectedFromCard } from '../cam/expected-from-card.js';
import type { Engine } from '../engine/engine.js';
import { figureOf } from '../engine/engine-data.js';
import { parseValve } from '../engine/places.js';
import type { SpecSet } from '../plan/spec-sets.js';
import { angleDoubts, type AngleDoubt } from './angle-doubts.js';
import type { EngineFile } from './engine-file.js';
import { cardOf, engineDataOf } from './papers.js';
import type { Stand, Try } from './stand.js';

/** All that a value is judged by: the engine, the shop's limits, what its cam card says, and what else was read there. */
export interface Judging {
  engine: Engine;
  spec: SpecSet;
  stand: Stand;
  /** What the card (with the chosen target) lets expect, canonical, by measure and kind of valve. */
  expected: (measure: string, place: string) => number | undefined;
  /** The unit in which the card prints its lifts. */
  cardUnit: 'in' | 'mm';
  /** The bore of the cylinder that a place belongs to, mm: as measured, else as the engine's data state it. */
  boreMm: (place: string) => number | undefined;
  /** Why an angle cannot be trusted, or null. */
  doubtOf: (one: Try) => AngleDoubt | null;
}

export function judgingOf({ engine, spec, papers }: EngineFile, stand: Stand): Judging {
  const card = cardOf({ papers });
  const expected = card ? expectedFromCard(card, stand.latest('cam-target', 'engine')?.value) : {};
  const statedBore = figureOf(engineDataOf({ papers }), 'bore');
  return {
    engine,
    spec,
    stand,
    expected: (measure, place) => expected[measure] ?? expected[`${measure}-${parseValve(place)?.kind}`],
    cardUnit: card?.printed.unit ?? 'in',
    boreMm: (place) => stand.latest('bore', String(parseValve(place)?.cylinder ?? place))?.value ?? statedBore,
    doubtOf: angleDoubts(stand, spec.practice),
  };
}
