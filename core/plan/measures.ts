import { BOTTOM_END } from './catalogue/bottom-end.js';
import { GEOMETRY } from './catalogue/geometry.js';
import { MOCK_UP } from './catalogue/mock-up.js';
import { SETTING } from './catalogue/setting.js';
import { TIGHTENING } from './catalogue/tightening.js';
import { CAM_TIMING, DEAD_CENTRE } from './catalogue/timing.js';
import type { Measure } from './measure.js';
import { BY_BLADE, ON_DIAL, plausibleOf } from './plausible.js';
import { isOwnKey, readOwnKey } from './own-measure.js';
import { withRounding } from './trust.js';

/**
 * The catalogue of measures, in the order of the work: one row here and the sheet, the CSV, the record and the API know
 * it. Resolutions, and what hand and gauge may be off, are general shop practice for clean parts and a careful hand; what is
 * chosen or named rather than read is off by nothing.
 */
export const MEASURES: Measure[] = [
  ...BOTTOM_END,
  ...DEAD_CENTRE,
  ...CAM_TIMING,
  ...MOCK_UP,
  ...GEOMETRY,
  ...TIGHTENING,
  ...SETTING,
].map((measure): Measure => {
  const plausible = plausibleOf(measure.key);
  return {
    ...measure,
    uncertainty: measure.uncertainty === 0 ? 0 : withRounding(measure.uncertainty, measure.resolution),
    ...(plausible ? { plausible } : {}),
    ...(ON_DIAL.includes(measure.key) ? { onDial: true } : {}),
    ...(BY_BLADE.includes(measure.key) ? { mayNotPass: true } : {}),
  };
});

const byKey = new Map(MEASURES.map((measure) => [measure.key, measure]));

/** A shop's own measures by their keys, once each: they are asked for as often as those of the catalogue. */
const own = new Map<string, Measure | undefined>();
/** Keys come from outside; a shop has some dozens. */
const MOST_OWN = 1000;

function findOwn(key: string): Measure | undefined {
  if (!isOwnKey(key)) return undefined;
  if (!own.has(key)) {
    if (own.size >= MOST_OWN) own.clear();
    own.set(key, readOwnKey(key));
  }
  return own.get(key);
}

/** The measure of that key, of the catalogue or a shop's own, or undefined. */
export function findMeasure(key: string): Measure | undefined {
  return byKey.get(key) ?? findOwn(key);
}

/** The measure of that key, which the caller knows to exist. */
export function measureOf(key: string): Measure {
  const measure = findMeasure(key);
  if (!measure) throw new Error(`No measure called ${key}`);
  return measure;
}
