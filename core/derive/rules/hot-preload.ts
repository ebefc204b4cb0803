import { ratioOf } from '../../engine/engine.js';
import { parseValve, placesOf } from '../../engine/places.js';
import { measureOf } from '../../plan/measures.js';
import { growthMm, uncertaintyOf } from '../../plan/practice.js';
import { hotPreload } from '../../valvetrain/hot-preload.js';
import { plungerByTurns } from '../plunger-stands.js';
import type { Made, Rule, Seen, Taken } from '../rule.js';
import { perTurnToStop } from './stop-depth.js';

/** How warm the engine was as its preload was set, by the options of the measure. */
const COLD = 0;

/** How deep a plunger stands: by the turns that are just read, which nothing follows from yet, else as it stood last. */
function depthAt(seen: Seen, place: string, woken: Taken): { of: Taken; depth: number; uncertainty: number; isRead: boolean } | null {
  const { practice, engine } = seen;
  const trust = (key: string) => uncertaintyOf(practice, measureOf(key));
  const perTurn = woken.measure === 'stop-turns' ? perTurnToStop(engine, place) : plungerByTurns(seen, woken)?.perTurn;
  if (woken.measure.endsWith('-turns'))
    return perTurn ? { of: woken, depth: woken.value * perTurn, uncertainty: trust(woken.measure) * perTurn, isRead: false } : null;
  const depth = seen.latest('plunger-depth', place);
  return depth ? { of: depth, depth: depth.value, uncertainty: depth.derived?.uncertainty ?? trust('plunger-depth'), isRead: !depth.derived } : null;
} // prettier-ignore

/** What is left of the preload of a valve in the hot engine, where it was set cold and the shop knows how it grows. */
function hotAt(seen: Seen, place: string, woken: Taken): Made[] {
  const { engine, practice, latest, leastAt } = seen;
  const state = latest('engine-warmth', 'engine');
  const stands = depthAt(seen, place, woken);
  const { block, head } = engine.metals;
  const tabled = growthMm(practice, block, head);
  if (!stands || tabled === undefined || !state) return [];
  // Set warm it has grown already; also where it was called cold before.
  const growth = state.value === COLD ? tabled : 0;
  const { of, depth, uncertainty, isRead } = stands;
  const rockerRatio = ratioOf(engine, parseValve(place)!.kind);
  const least = leastAt('plunger-depth', place);
  const { depthHot, ok } = hotPreload({ depthCold: depth, growthAtValve: growth, rockerRatio, least: least ?? 0 });
  return [
    {
      measure: 'plunger-depth-hot',
      place,
      of,
      value: depthHot,
      uncertainty,
      terms: [
        { name: 'plunger-depth', sign: '+', value: depth, unit: 'mm', source: isRead ? 'reading' : 'rule' },
        ...(growth === 0 ? [] : [{ name: 'growth-at-lifter', sign: growth > 0 ? '−' : '+', value: Math.abs(growth) / rockerRatio, unit: 'mm', source: 'practice' } as const]),
      ],
      ...(least === undefined || ok || growth === 0 ? {} : { hints: [{ code: 'preload-hot-under', left: depthHot, least }] }),
    },
  ]; // prettier-ignore
}

/** The growth of head and block takes its part of the preload by the ratio: what is left is told at each valve. */
export const preloadHot: Rule = {
  name: 'preload-hot',
  wokenBy: ['preload-turns', 'plunger-depth', 'stop-turns'],
  reads: [],
  stirredBy: ['engine-warmth'],
  gives: ['plunger-depth-hot'],
  first: () => 'plunger-depth',
  derive(woken, seen) {
    const { place } = woken;
    if (seen.engine.lifter !== 'hydraulic') return [];
    const valves = place === 'engine' ? placesOf(seen.engine, 'valve') : [place];
    return valves.flatMap((valve) => hotAt(seen, valve, woken));
  },
};
