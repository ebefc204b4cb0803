import type { Engine } from '../engine/engine.js';
import { measureOf } from './measures.js';
import { ASKED_BESIDES, type AskedBesides, type Practice } from './practice.js';

/** What is looked at before a valve is set: its parts one by one, and how its zero was found. */
export const LOOK_OVER = ['rod-in-cups', 'trunnion-way', 'rocker-square', 'rod-in-hole'];
const BEFORE = [...LOOK_OVER, 'plunger-state', 'zero-felt-by'];

/** Of those, the ones that engines with these lifters have. */
export const askableOn = ({ lifter }: Pick<Engine, 'lifter'>): AskedBesides[] =>
  ASKED_BESIDES.filter((key) => (measureOf(key).lifter ?? lifter) === lifter);

/** What tells of wear when it is read again: lift of a worn lobe, a valve that has gone into its seat, a spring that sags. */
const READ_AGAIN = ['valve-lift', 'stem-height', 'spring-open-load'];

/** What may be taken at a valve besides what is asked there: more of it when it is read again after the build. */
export function alsoAtValve(engine: Pick<Engine, 'lifter'>, asked: readonly string[], isAgain: boolean): string[] {
  return [...askableOn(engine), ...(isAgain ? READ_AGAIN : [])].filter((key) => !asked.includes(key));
}

/**
 * What is typed at a valve, in the order in which it is come by: how zero was found, what settles it, and what else the
 * shop asks.
 *
 * @param settles the measure that settles it
 */
export function typedAtValve(
  engine: Pick<Engine, 'lifter'>,
  { setting: { asks = [] } }: Pick<Practice, 'setting'>,
  settles: string,
): string[] {
  const asked = askableOn(engine).filter((key) => asks.includes(key));
  const isBefore = (key: string) => BEFORE.includes(key);
  return [...asked.filter(isBefore), settles, ...asked.filter((key) => !isBefore(key) && key !== settles)];
}
