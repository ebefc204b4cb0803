import type { Measure } from '../../core/plan/measure.js';
import type { EntryProblem } from '../../core/plan/read-entry.js';

/** A side with its key: `A for above`. */
const sayLetter = (side: string) => `${side[0].toUpperCase()} for ${side}`;

/** Why what was typed at a measure cannot be read. */
export function wordEntry(reason: EntryProblem, measure: Pick<Measure, 'options' | 'sides'>): string {
  switch (reason) {
    case 'empty':
      return 'nothing was typed';
    case 'two-marks':
      return 'two decimal marks. Type one, without thousands: 1250.5 or 1250,5';
    case 'zero-denominator':
      return 'a fraction cannot be over zero';
    case 'not-a-number':
      return 'this is no number; write 0.625 or 5/8';
    case 'too-large':
      return 'nothing on an engine is as large as this';
    case 'not-an-option':
      return `one of ${measure.options?.join(', ')}`;
    case 'unknown-side':
      return measure.sides ? `the side is ${measure.sides.plus} or ${measure.sides.minus}` : 'this has no side';
    case 'which-side':
      return `which side? ${measure.sides ? `Type ${sayLetter(measure.sides.plus)} or ${sayLetter(measure.sides.minus)}` : ''}`;
    case 'side-twice':
      return 'two sides. Type one';
    case 'sign-twice':
      return 'either a sign or a side, not both';
    case 'off-the-wheel':
      return 'the wheel reads from 0 to 360';
    case 'two-edges':
      return 'the inner edge and the outer one with ; between them, or the width alone';
    case 'edges-crossed':
      return 'the outer edge lies further from the pivot than the inner one';
    case 'too-many-sizes':
      return 'at most four directions: front, front across, rear, rear across';
  }
}
