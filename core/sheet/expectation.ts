import { expectedLift } from '../derive/expected-lift.js';
import { parseValve } from '../engine/places.js';
import type { Expectation, ExpectedBy } from '../judge/hints.js';
import type { Judging } from './judging.js';
import type { Try } from './stand.js';

/** How far a value may lie from what tells it beforehand, as a part of it, before it is asked about: wear and oversize are none of it. */
const WITHIN = {
  /** An oversize is some hundredths of a bore. */
  bore: 0.03,
  /** A dial out of line and a worn lobe together take less. */
  'lobe-lift': 0.1,
  /** Rockers are off their ratio by a few hundredths, and lash is taken off. */
  'valve-lift': 0.15,
  'trial-lift': 0.15,
  'spring-installed-height': 0.1,
} as const;

/** Beyond this many times the most that the shop ever read of it, or under so small a part of the least, nothing was meant. */
const BEYOND_HISTORY = 4;

const around = (by: ExpectedBy, value: number, within: number): Expectation => ({
  by,
  value,
  least: value * (1 - within),
  most: value * (1 + within),
});

/** What the engine's own data, its card or its lobe tell of a value before it is read; null where nothing does. */
function toldByEngine(judging: Judging, one: Try): Expectation | null {
  const { measure, place } = one;
  const { onFile } = judging.stand.seen();
  const kind = parseValve(place)?.kind;
  switch (measure) {
    case 'bore': {
      const bore = onFile.figure('bore');
      return bore === undefined ? null : around('engine-data', bore, WITHIN.bore);
    }
    case 'lobe-lift': {
      const lift = judging.expected(measure, place);
      return lift === undefined ? null : around('card', lift, WITHIN['lobe-lift']);
    }
    case 'valve-lift':
    case 'trial-lift': {
      const lift = expectedLift(judging.stand.seen(), one);
      return lift && lift.opens > lift.lash ? around('lobe', lift.opens - lift.lash, WITHIN[measure]) : null;
    }
    case 'spring-installed-height': {
      const height = onFile.figure(kind === 'I' ? 'spring-installed-intake' : 'spring-installed-exhaust');
      return height === undefined ? null : around('engine-data', height, WITHIN[measure]);
    }
    default:
      return null;
  }
}

/** What is known of a value before it is read: by the engine itself, else by what this shop has read on others. */
export function expectationOf(judging: Judging, one: Try): Expectation | null {
  const told = toldByEngine(judging, one);
  if (told) return told;
  const range = judging.history[one.measure]?.range;
  // What may lie on either side of nothing has no times as much.
  if (!range || range.least <= 0) return null;
  const { least, most } = range;
  return { by: 'history', value: (least + most) / 2, least: least / BEYOND_HISTORY, most: most * BEYOND_HISTORY };
}
