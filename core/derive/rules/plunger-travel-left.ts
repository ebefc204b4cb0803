import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { plungerByTurns } from '../plunger-stands.js';
import { readTerm, type Rule } from '../rule.js';

/** What is left from the set plunger down to its bottom, where the lifter's travel is on file. */
export const plungerTravelLeft: Rule = {
  name: 'plunger-travel-left',
  wokenBy: ['preload-turns', 'plunger-depth'],
  reads: [],
  gives: ['plunger-travel-left'],
  first: (_gives, { mount }) => (mount === 'pedestal-shim' ? 'plunger-depth' : 'preload-turns'),
  derive(read, seen) {
    const travel = seen.onFile.figure('plunger-travel');
    if (travel === undefined) return [];
    const byTurns = read.measure === 'preload-turns' ? plungerByTurns(seen, read) : null;
    if (read.measure === 'preload-turns' && !byTurns) return [];
    const depth = byTurns?.depth ?? read.value;
    return [
      {
        measure: 'plunger-travel-left',
        value: travel - depth,
        uncertainty: uncertaintyOf(seen.practice, measureOf(read.measure)) * (byTurns?.perTurn ?? 1),
        terms: [
          { name: 'plunger-travel', sign: '+', value: travel, unit: 'mm', source: 'paper' },
          byTurns
            ? { name: 'plunger-depth', sign: '−', value: depth, unit: 'mm', source: 'rule' }
            : readTerm('−', read, 'mm'),
        ],
      },
    ];
  },
};
