import type { Engine } from '../engine/engine.js';
import type { Rule } from './rule.js';
import { exhaustCentreline, intakeCentreline } from './rules/centreline.js';
import { deckSquare } from './rules/deck-square.js';
import { liftLost } from './rules/lift-lost.js';
import { lashGrowth } from './rules/lash-growth.js';
import { mainClearance } from './rules/main-clearance.js';
import { pistonValveRules } from './rules/piston-valve.js';
import { pistonWall } from './rules/piston-wall.js';
import { plungerDepth } from './rules/plunger-depth.js';
import { plungerTravelLeft } from './rules/plunger-travel-left.js';
import { pushrodLengthToOrder, pushrodOff } from './rules/pushrod-length.js';
import { preloadHot } from './rules/hot-preload.js';
import { pushrodSide } from './rules/pushrod-side.js';
import { rubbedMark } from './rules/rubbed-mark.js';
import { rodClearance } from './rules/rod-clearance.js';
import { shapes } from './rules/shape.js';
import { stopDepth } from './rules/stop-depth.js';
import { springs } from './rules/springs.js';
import { trialTurned } from './rules/trial-turned.js';
import { wheelErrorRough } from './rules/wheel-error-rough.js';
import { wheelError } from './rules/wheel-error.js';

/** Everything that follows from readings, one row a rule. The walk over readings is `sheet/stand.ts`. */
export const RULES: Rule[] = [
  ...shapes,
  mainClearance,
  rodClearance,
  pistonWall,
  deckSquare,
  wheelError,
  wheelErrorRough,
  intakeCentreline,
  exhaustCentreline,
  plungerDepth,
  stopDepth,
  plungerTravelLeft,
  preloadHot,
  lashGrowth,
  ...pistonValveRules,
  springs,
  pushrodSide,
  trialTurned,
  rubbedMark,
  pushrodLengthToOrder,
  pushrodOff,
  liftLost,
];

const wokenBy = new Map<string, Rule[]>();
for (const rule of RULES)
  for (const measure of [...rule.wokenBy, ...(rule.stirredBy ?? [])])
    wokenBy.set(measure, [...(wokenBy.get(measure) ?? []), rule]);

/** The rules that a reading of this measure wakes. */
export const rulesWokenBy = (measure: string): readonly Rule[] => wokenBy.get(measure) ?? [];

/** The measures that are computed from readings of this one, alone or with others. */
export function feeds(measure: string): string[] {
  const rules = RULES.filter(({ wokenBy, reads }) => [...wokenBy, ...reads].includes(measure));
  return [...new Set(rules.flatMap(({ gives }) => gives))].filter((gives) => gives !== measure);
}

/** Whether values of other measures are computed from readings of this one. */
export const isInput = (measure: string): boolean => feeds(measure).length > 0;

const ruleThatGives = (measure: string) => RULES.find(({ gives }) => gives.includes(measure));

/** Where one goes to read what a value of this measure is made from; itself where it is typed. */
export function readFirst(engine: Pick<Engine, 'mount'>, measure: string): string {
  return ruleThatGives(measure)?.first(measure, engine) ?? measure;
}

/** What is typed to settle a limit on `measure`: turns for a plunger depth, wherever the adjuster turns. */
export function keyedMeasure(engine: Pick<Engine, 'mount'>, measure: string): string {
  return ruleThatGives(measure)?.carries ? readFirst(engine, measure) : measure;
}
