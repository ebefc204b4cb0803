import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import type { DeskPosition } from '../state/preferences.js';

/** The place of the interface where a stage is measured. */
const PLACE: Partial<Record<Stage, string>> = {
  'bottom-end': 'bottom-end',
  'dead-centre': 'dead-centre',
  'cam-timing': 'timing',
};

/** What is read to get a value that is computed, where the two have different names. */
const READ_FIRST: Record<string, string> = {
  'tdc-wheel-error': 'tdc-stop-first',
  'intake-centreline': 'intake-drop-opening',
  'exhaust-centreline': 'exhaust-drop-opening',
  'deck-square': 'deck-height',
};

/** Where a value is measured again: the place's address, and the position to stand at there. */
export function wayBack(
  { measure, place }: { measure: string; place: string },
  steps: DeskPosition['steps'],
): { path: string; position: Partial<DeskPosition> } {
  const path = PLACE[measureOf(measure).stage];
  if (!path) return { path: 'setting', position: { place } };
  const key = READ_FIRST[measure] ?? measure.replace(/-(taper|round)$/, '');
  return { path, position: { steps: { ...steps, [path]: `${key}@${place}@` } } };
}
