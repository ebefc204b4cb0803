import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { plungerByTurns } from '../plunger-stands.js';
import type { Rule } from '../rule.js';

/** Turns are not depth: how deep the plunger stands, by the lever of the rocker. A shimmed pedestal has no turns. */
export const plungerDepth: Rule = {
  name: 'plunger-depth',
  wokenBy: ['preload-turns'],
  reads: [],
  gives: ['plunger-depth'],
  first: (_gives, { mount }) => (mount === 'pedestal-shim' ? null : 'preload-turns'),
  carries: true,
  derive(turns, seen) {
    const stands = plungerByTurns(seen, turns);
    if (!stands) return [];
    const { depth, perTurn, terms } = stands;
    const uncertainty = uncertaintyOf(seen.practice, measureOf('preload-turns')) * perTurn;
    return [{ measure: 'plunger-depth', value: depth, uncertainty, terms }];
  },
};
