import { spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import type { Steps } from './use-steps.js';

/** What Enter goes to, as it is said: the place, and the measure where it is another. */
export function sayStepNext({ next, active }: Pick<Steps, 'next' | 'active'>): string | undefined {
  if (!next) return undefined;
  const title = measureOf(next.measure).title.toLowerCase();
  if (next.place === 'engine') return title;
  return next.measure === active.measure ? spokenPlace(next.place) : `${spokenPlace(next.place)}, ${title}`;
}
