import { pitchMmOf, ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { Hint } from '../judge/hints.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { adjustRemedy } from '../valvetrain/adjust-remedy.js';
import { preload } from '../valvetrain/preload.js';
import type { Judging } from './judging.js';
import { limitAt } from './limits.js';
import type { Try } from './stand.js';

/** What a reading was judged to be by itself, as far as these ask. */
export interface OwnVerdict {
  verdict: string;
  judgedAs?: { value: number };
}

/** The option that was chosen at a valve, on the same occasion. */
function chosen({ stand }: Judging, measure: string, { place, occasion }: Try): string | undefined {
  const value = stand.latest(measure, place, occasion)?.value;
  return value === undefined ? undefined : measureOf(measure).options![value];
}

/** Where a plunger is to stand, mm: as the pushrods' paper says, else in the middle of the shop's limit. */
function plungerTarget(judging: Judging, place: string): number | undefined {
  const said = judging.stand.seen().onFile.pushrods?.plunger?.target;
  if (said !== undefined) return said;
  const { min, max } = limitAt(judging, 'plunger-depth', place, 0) ?? {};
  return min === undefined || max === undefined ? undefined : (min + max) / 2;
}

/** How its zero was found makes a preload another than its turns say. */
function zeroHints(judging: Judging, one: Try): Hint[] {
  const state = chosen(judging, 'plunger-state', one);
  const turns = judging.spec.practice.setting.dragTurns ?? null;
  return [
    ...(state && state !== 'at-clip' ? [{ code: 'plunger-doubtful', state } as const] : []),
    ...(chosen(judging, 'zero-felt-by', one) === 'drag' ? [{ code: 'zero-by-drag', turns } as const] : []),
  ];
}

/** A plunger that stands too deep: what brings it where it belongs when the adjuster cannot. */
function tooDeep(judging: Judging, one: Try, { verdict, judgedAs }: OwnVerdict): Hint[] {
  const depth = one.measure === 'plunger-depth' ? one.value : judgedAs?.value;
  const target = plungerTarget(judging, one.place);
  if (verdict !== 'high' || depth === undefined || target === undefined) return [];
  const rockerRatio = ratioOf(judging.engine, parseValve(one.place)!.kind);
  return [{ code: 'too-deep', ...adjustRemedy({ rockerRatio, plungerDepth: depth, plungerTarget: target }) }];
}

/** A plunger that is pressed further than it can go: it stands on its bottom, and the rest holds the valve open. */
function onItsBottom(judging: Judging, one: Try, { judgedAs }: OwnVerdict): Hint[] {
  const depth = one.measure === 'plunger-depth' ? one.value : judgedAs?.value;
  const travel = judging.stand.seen().onFile.figure('plunger-travel');
  if (depth === undefined || travel === undefined || depth <= travel) return [];
  return [{ code: 'on-its-bottom', open: ratioOf(judging.engine, parseValve(one.place)!.kind) * (depth - travel) }];
}

/** A valve that stands open although its adjuster was not turned in. */
function heldOpen(judging: Judging, { measure, place, value }: Try): Hint[] {
  if (value <= uncertaintyOf(judging.spec.practice, measureOf(measure))) return [];
  const travel = judging.stand.seen().onFile.figure('plunger-travel');
  const target = plungerTarget(judging, place);
  if (travel === undefined || target === undefined || target > travel) return [{ code: 'no-lash-left', remedy: null }];
  const rockerRatio = ratioOf(judging.engine, parseValve(place)!.kind);
  const remedy = adjustRemedy({ rockerRatio, heldOpen: value, plungerTravel: travel, plungerTarget: target });
  return [{ code: 'no-lash-left', remedy }];
}

/** An adjuster that ends outside the range of the shop's practice. */
function adjusterOff({ engine, spec }: Judging, { place, value }: Try): Hint[] {
  const range = spec.practice.geometry?.adjusterTurns;
  if (!range || engine.mount === 'pedestal-shim' || (value >= range.least && value <= range.most)) return [];
  const over = value - (value > range.most ? range.most : range.least);
  const rockerRatio = ratioOf(engine, parseValve(place)!.kind);
  const { plungerTravel } = preload({ mount: engine.mount, rockerRatio, turns: over, pitch: pitchMmOf(engine) });
  // Turned in further, the adjuster takes up what the pushrod is too short by.
  return [{ code: 'adjuster-off', used: value, ...range, pushrodChange: plungerTravel! }];
}

/** Settings that are read, locked and read again. */
const LOCKED = ['preload-turns', 'plunger-depth', 'lash-cold', 'lash-hot', 'plunger-travel-left'];

/** By how much a valve is set otherwise once its lock was drawn: the last reading before the lock against the first after it. */
function movedOnLocking({ stand }: Judging, one: Try): Hint[] {
  if (one.derived || !LOCKED.includes(one.measure)) return [];
  const lock = stand.latest('lock-torque', one.place, one.occasion);
  const before = lock && stand.tries(one).findLast(({ turn, derived }) => turn < lock.turn && !derived);
  if (!lock || !before || one.turn < lock.turn) return [];
  const by = one.value - before.value;
  return Math.abs(by) < measureOf(one.measure).resolution / 2 ? [] : [{ code: 'moved-on-locking', by }];
}

/** What is odd about a value that is read while a valve is set, by what else was read there on the same occasion. */
export function settingHints(judging: Judging, one: Try, own: OwnVerdict): Hint[] {
  return [...movedOnLocking(judging, one), ...byMeasure(judging, one, own)];
}

function byMeasure(judging: Judging, one: Try, own: OwnVerdict): Hint[] {
  switch (one.measure) {
    case 'preload-turns':
    case 'plunger-depth':
      return [...zeroHints(judging, one), ...onItsBottom(judging, one, own), ...tooDeep(judging, one, own)];
    case 'held-open':
      return heldOpen(judging, one);
    case 'adjuster-turns-used':
      return adjusterOff(judging, one);
    case 'feeler':
      return one.value === 0 ? [] : [{ code: 'feeler-disagrees', blades: measureOf('feeler').options![one.value] }];
    default:
      return [];
  }
}
