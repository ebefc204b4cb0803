import type { Engine } from '../engine/engine.js';
import { placesOf } from '../engine/places.js';
import type { Measure } from './measure.js';
import { MEASURES } from './measures.js';

/** What is tried out or chosen place by place: that it differs from its neighbours says nothing. */
const CHOSEN = ['trial-setting', 'trial-tool-turns', 'stand-shim', 'pushrod-fitted'];

/** Whether a value is chosen rather than found. */
export const isChosen = (key: string): boolean => CHOSEN.includes(key);

/** Whether values of a measure are alike on a good engine, so that one which differs is asked about. */
export const isTested = ({ key, options }: Pick<Measure, 'key' | 'options'>): boolean => !options && !isChosen(key);

/** How many values are tested against their siblings on an engine, from the first to the last. */
export const testedOn = (engine: Pick<Engine, 'banks' | 'pins' | 'mains' | 'lifter'>): number =>
  MEASURES.filter((measure) => isTested(measure) && (!measure.lifter || measure.lifter === engine.lifter))
    .map(({ scope }) => placesOf(engine, scope).length)
    .filter((places) => places > 1)
    .reduce((sum, places) => sum + places, 0);
