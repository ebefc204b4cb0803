import type { Engine } from '../../../core/engine/engine.js';
import { parseValve, placesOf } from '../../../core/engine/places.js';
import { atValue } from '../../../core/plan/measure.js';
import { MEASURES } from '../../../core/plan/measures.js';
import type { Practice } from '../../../core/plan/practice.js';
import type { Slot } from '../../../core/sheet/slot.js';

/** What one piece of clay tells of a valve, in the order in which it is cut and read. */
const OF_CLAY = ['pv-depth', 'pv-depth-middle', 'pv-radial'];

/** Everything that is typed at the mock-up; what is brought to the final build follows. */
export const TYPED = MEASURES.filter(
  ({ stage, key }) => stage === 'mock-up' && !key.endsWith('-final') && key !== 'spring-open-height',
);

/**
 * The way through the mock-up's numbers: the clay valve by valve, the dial valve by valve at one angle after another,
 * everything else measure by measure.
 */
export function mockUpSteps(engine: Engine, { mockUp }: Pick<Practice, 'mockUp'>): Slot[] {
  const valves = placesOf(engine, 'valve');
  const dial = valves.flatMap((place) => {
    const side = parseValve(place)!.kind === 'I' ? 1 : -1;
    const angles = (mockUp?.dialAnglesDeg ?? []).map((deg) => atValue(side * deg));
    return angles
      .sort((a, b) => a - b)
      .map((value): Slot => ({ measure: 'pv-dial', place, at: { by: 'crank', value } }));
  });
  const others = TYPED.filter(({ key, at }) => !OF_CLAY.includes(key) && !at);
  return [
    ...valves.flatMap((place) => OF_CLAY.map((measure): Slot => ({ measure, place }))),
    ...dial,
    ...others.flatMap(({ key }) => valves.map((place): Slot => ({ measure: key, place }))),
  ];
}
