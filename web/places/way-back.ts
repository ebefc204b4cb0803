import { readFirst } from '../../core/derive/rules.js';
import type { Engine } from '../../core/engine/engine.js';
import { isOwnKey } from '../../core/plan/own-measure.js';
import { measureOf } from '../../core/plan/measures.js';
import { familyKey } from '../../core/sheet/slot.js';
import { stageAt } from './stages.js';
import type { DeskPosition } from '../state/preferences.js';

/** Where a value is measured again: the place's address, and the position to stand at there. */
export function wayBack(
  engine: Pick<Engine, 'mount'>,
  { measure, place }: { measure: string; place: string },
  steps: DeskPosition['steps'],
): { path: string; position: Partial<DeskPosition> } {
  const first = readFirst(engine, measure);
  const { path, byValve } = stageAt(measureOf(measure).stage);
  if (byValve && !isOwnKey(measure)) return { path, position: { place, steps: { ...steps, [path]: '' } } };
  return { path, position: { steps: { ...steps, [path]: familyKey({ measure: first, place }) } } };
}
