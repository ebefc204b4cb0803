import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { together, type Rule } from '../rule.js';

/** How far the deck of a bank is out of square: its highest piston less its lowest, once all of it is measured. */
export const deckSquare: Rule = {
  name: 'deck-square',
  wokenBy: ['deck-height'],
  reads: [],
  gives: ['deck-square'],
  first: () => 'deck-height',
  derive({ place }, { engine, latest, practice }) {
    const bank = engine.banks.findIndex(({ cylinders }) => cylinders.includes(Number(place)));
    if (bank < 0) return [];
    const { cylinders } = engine.banks[bank];
    const heights = cylinders.flatMap((cylinder) => latest('deck-height', String(cylinder))?.value ?? []);
    if (heights.length < cylinders.length || heights.length < 2) return [];
    const trust = uncertaintyOf(practice, measureOf('deck-height'));
    const [highest, lowest] = [Math.max(...heights), Math.min(...heights)];
    return [
      {
        measure: 'deck-square',
        place: `B${bank + 1}`,
        value: highest - lowest,
        uncertainty: together(trust, trust),
        terms: [
          { name: 'highest', sign: '+', value: highest, unit: 'mm', source: 'reading' },
          { name: 'lowest', sign: '−', value: lowest, unit: 'mm', source: 'reading' },
        ],
      },
    ];
  },
};
