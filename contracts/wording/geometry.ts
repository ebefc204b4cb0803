import type { Bar } from '../../core/sheet/trials.js';
import type { School } from '../../core/valvetrain/schools.js';

/** What a rocker's geometry is judged by, as it is spoken. */
export const SCHOOL_NAME: Record<School, string> = {
  narrowest: 'narrowest mark',
  centred: 'mark centred',
  square: 'square at mid-lift',
  'longest-travel': 'longest travel',
};
/** What speaks for each, as those say who go by it. */
export const SCHOOL_WHY: Record<School, string> = {
  narrowest: 'the width is the sideways drag on the guide',
  centred: 'the load stands in the middle of the stem, and no edge is near',
  square: 'the rocker loses least of its lift where its arm is square at half of it',
  'longest-travel': 'what the valve lifts is what counts, where nobody rubs a mark',
};
/** A school in a sentence, behind "by". */
export const wordSchool = (school: School): string => `the school of the ${SCHOOL_NAME[school]}`.replace('the mark centred', 'the centred mark').replace('the square at mid-lift', 'the arm square at mid-lift'); // prettier-ignore

/** By what a setting is barred. */
const BAR_NAME: Record<Bar, string> = {
  retainer: 'too near the retainer',
  'pushrod-hole': 'rod too near its hole',
  leans: 'leans on its tip',
  turns: 'adjuster out of its turns',
  'tip-edge': 'mark too near the edge',
};
export const wordBars = (bars: readonly Bar[]): string => bars.map((bar) => BAR_NAME[bar]).join(', ');
