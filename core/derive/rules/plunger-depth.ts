import { pitchMmOf, ratioOf } from '../../engine/engine.js';
import { parseValve } from '../../engine/places.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { preload } from '../../valvetrain/preload.js';
import { readTerm, type Rule } from '../rule.js';

/** Turns are not depth: how deep the plunger stands, by the lever of the rocker. A shimmed pedestal has no turns. */
export const plungerDepth: Rule = {
  name: 'plunger-depth',
  wokenBy: ['preload-turns'],
  reads: [],
  gives: ['plunger-depth'],
  first: (_gives, { mount }) => (mount === 'pedestal-shim' ? null : 'preload-turns'),
  carries: true,
  derive(turns, { engine, practice }) {
    const valve = parseValve(turns.place);
    if (!valve || engine.mount === 'pedestal-shim') return [];
    const rockerRatio = ratioOf(engine, valve.kind);
    const pitch = pitchMmOf(engine);
    const { leverFactor, plungerTravel } = preload({ mount: engine.mount, rockerRatio, turns: turns.value, pitch });
    const { threadsPerUnit, unit } = engine.thread;
    return [
      {
        measure: 'plunger-depth',
        value: plungerTravel!,
        uncertainty: uncertaintyOf(practice, measureOf('preload-turns')) * pitch * leverFactor,
        terms: [
          readTerm('+', turns, 'turn'),
          { name: 'thread', sign: '÷', value: threadsPerUnit, unit: `per-${unit}`, source: 'engine' },
          { name: leverFactor === 1 ? 'one-to-one' : 'lever', sign: '×', value: leverFactor, unit: 'ratio', source: 'engine' },
        ],
      },
    ]; // prettier-ignore
  },
};
