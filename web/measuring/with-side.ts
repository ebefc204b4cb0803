import type { Measure } from '../../core/plan/measure.js';
import { DOES_NOT_PASS, UNTOUCHED } from '../../core/plan/read-entry.js';

/**
 * What is typed with the side whose first letter was pressed: behind its number, before it where none is typed yet. Pressed
 * again it goes, another takes its place. N is a blade that does not go in, or clay that was not touched.
 *
 * @example withSide(measureOf('deck-height'), '', 'b') // 'below '
 */
export function withSide(measure: Measure, text: string, letter: string): string {
  if (measure.mayNotPass && letter === 'n')
    return text.startsWith(DOES_NOT_PASS) ? text.slice(1) : `${DOES_NOT_PASS}${text}`;
  const { plus, minus } = measure.sides ?? {};
  const clear = measure.mayBeClear && letter === 'n' ? UNTOUCHED : undefined;
  const word = clear ?? [plus, minus].find((side) => side?.startsWith(letter));
  if (!word) return text;
  const [, before, number, behind] = /^(?:([a-z]+) )?(.*?)(?: ([a-z]+))?$/.exec(text)!;
  const isOff = (before ?? behind) === word;
  if (number === '') return isOff ? '' : `${word} `;
  if (before !== undefined) return isOff ? number : `${word} ${number}`;
  return isOff ? number : `${number} ${word}`;
}
