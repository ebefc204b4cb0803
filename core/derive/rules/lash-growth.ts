import { ImpossibleInput } from '../../impossible.js';
import { measureOf } from '../../plan/measures.js';
import { growthMm, uncertaintyOf } from '../../plan/practice.js';
import { lash } from '../../valvetrain/lash.js';
import { readTerm, type Rule } from '../rule.js';

/** Lash of the cold engine from that of the hot one, or the other way round, by what the shop knows of its metals. */
export const lashGrowth: Rule = {
  name: 'lash-growth',
  wokenBy: ['lash-hot', 'lash-cold'],
  reads: [],
  gives: ['lash-cold', 'lash-hot'],
  first: () => null,
  carries: true,
  derive(read, { engine, practice }) {
    const { block, head } = engine.metals;
    const growth = growthMm(practice, block, head);
    // Metals without a tabled growth: then only what was measured counts.
    if (growth === undefined) return [];
    const state = read.measure === 'lash-hot' ? 'hot' : 'cold';
    const other = state === 'hot' ? 'cold' : 'hot';
    try {
      const both = lash({ state, value: read.value, block, head, growth, unit: 'mm' });
      const opens = (state === 'cold') === growth >= 0;
      return [
        {
          measure: `lash-${other}`,
          value: both[other],
          uncertainty: uncertaintyOf(practice, measureOf(read.measure)),
          terms: [
            readTerm('+', read, 'mm'),
            { name: 'growth', sign: opens ? '+' : '−', value: Math.abs(growth), unit: 'mm', source: 'practice' },
          ],
        },
      ];
    } catch (error) {
      // A lash that would close up: the reading stands for itself.
      if (error instanceof ImpossibleInput) return [];
      throw error;
    }
  },
};
