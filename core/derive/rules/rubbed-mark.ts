import { parseValve } from '../../engine/places.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { readEntry } from '../../plan/read-entry.js';
import type { Rule } from '../rule.js';

/** Where a mark lies that was read by its two edges: its middle, from the middle of the tip. */
export const rubbedMark: Rule = {
  name: 'mark-offset',
  wokenBy: ['mark-width'],
  reads: [],
  gives: ['mark-offset'],
  first: () => null,
  derive({ at, entered, unit, place, takenAt }, { onFile, practice }) {
    const entry = readEntry(measureOf('mark-width'), entered, unit);
    const rockers = onFile.rockersAt(takenAt);
    if (!entry.ok || entry.sizes.length !== 2 || !rockers) return [];
    const [inner, outer] = entry.sizes;
    const tip = rockers.tipDiameter[parseValve(place)!.kind];
    if (outer > tip) return { path: ['entered'], code: 'edge-off-tip' };
    return [
      {
        measure: 'mark-offset',
        at,
        value: (inner + outer) / 2 - tip / 2,
        uncertainty: uncertaintyOf(practice, measureOf('mark-offset')),
        terms: [
          { name: 'mark-middle', sign: '+', value: (inner + outer) / 2, unit: 'mm', source: 'reading' },
          { name: 'half-tip', sign: '−', value: tip / 2, unit: 'mm', source: 'paper' },
        ],
      },
    ];
  },
};
