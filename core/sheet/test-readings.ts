import type { CamCard } from '../cam/cam-card.js';
import { chance } from '../chance.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { MEASURES, measureOf } from '../plan/measures.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { Reading } from './reading.js';
import { readingOf } from './test-file.js';

const CARD: CamCard = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeLobeLift: 0.34, exhaustLobeLift: 0.35,
  events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 },
}; // prettier-ignore
/** What builders read most, and a few of everything else, so that values meet each other. */
const OFTEN = ['main-bore', 'main-journal', 'bore', 'ring-gap-top', 'tdc-stop-first', 'tdc-stop-second', 'tdc-quick', 'intake-open', 'intake-drop-opening', 'intake-drop-closing', 'cam-offset', 'cam-target', 'preload-turns', 'plunger-depth', 'lash-cold', 'lash-hot', 'lobe-lift', 'pv-depth', 'mark-width', 'deck-height']; // prettier-ignore

/** Readings that somebody might type: measures of the catalogue, any of their places, numbers of their size or slips. */
export function readingsOf(seed: number, count: number) {
  const next = chance(seed);
  const pick = <T>(from: readonly T[]) => from[Math.floor(next() * from.length)];
  const { engine, specSet } = pick(LAYOUTS.filter((layout) => layout.engine));
  const usual: Record<string, number> = { length: 0.5, angle: 30, turns: 1, force: 500, torque: 40, choice: 0 };
  const readings = Array.from({ length: count }, (): Reading => {
    const measure = measureOf(next() < 0.8 ? pick(OFTEN) : pick(MEASURES).key);
    const unit = pick(measure.units.filter((one) => !one.startsWith('deg3')));
    const size = measure.quantity === 'angle' ? (next() - 0.3) * 60 : usual[measure.quantity] * next() * 1.4;
    const figure = String(
      Number((pick([size, size, size, measure.quantity === 'angle' ? size : size * 10, 0.02]) || 0.1).toFixed(4)),
    );
    const several = measure.several && next() < 0.4 ? `${figure};${(Number(figure) * 1.0005).toFixed(4)};${figure}` : figure; // prettier-ignore
    const places = placesOf(engine!, measure.scope);
    return readingOf(measure.key, pick(places) ?? 'engine', measure.options ? pick(measure.options) : several, unit, {
      ...(measure.at && next() < 0.9 ? { atValue: pick([0.508, 1.27]) } : {}),
      ...(next() < 0.05 ? { occasion: 'first-heat' } : {}),
    });
  });
  const spec = EXAMPLE_SPEC_SETS.find((set) => set.id === specSet)!;
  return { engine: engine!, spec, card: next() < 0.7 ? CARD : null, readings };
}
