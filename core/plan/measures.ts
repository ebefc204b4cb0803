import { BOTTOM_END } from './catalogue/bottom-end.js';
import { MOCK_UP } from './catalogue/mock-up.js';
import { SETTING } from './catalogue/setting.js';
import { CAM_TIMING, DEAD_CENTRE } from './catalogue/timing.js';
import type { Measure } from './measure.js';

/**
 * The catalogue of measures, in the order of the work: one row here and the sheet, the CSV, the record and the API know
 * it. Resolutions and uncertainties are general shop practice for clean parts and a careful hand.
 */
export const MEASURES: Measure[] = [...BOTTOM_END, ...DEAD_CENTRE, ...CAM_TIMING, ...MOCK_UP, ...SETTING];

const byKey = new Map(MEASURES.map((measure) => [measure.key, measure]));

/** The measure of that key, or undefined. */
export function findMeasure(key: string): Measure | undefined {
  return byKey.get(key);
}

/** The measure of that key, which the caller knows to exist. */
export function measureOf(key: string): Measure {
  const measure = byKey.get(key);
  if (!measure) throw new Error(`No measure called ${key}`);
  return measure;
}
