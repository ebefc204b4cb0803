import { choice, length, torque, type Measure } from '../measure.js';

/** At which pass over its group: told apart by it. */
const AT_PASS = { at: 'pass' } as const;
const fastened = (more: Partial<Measure> = {}): Partial<Measure> => ({ stage: 'torque', scope: 'fastener', ...AT_PASS, ...more }); // prettier-ignore

/** What is read at each fastener, pass by pass, as the maker's steps say. */
export const TIGHTENING: Measure[] = [
  { ...torque('torque', 'Tightening torque', 'torque', 'fastener', 'Drawn slowly to the target, in one pull.'), ...AT_PASS },
  {
    key: 'fastener-angle',
    title: 'Turned on by an angle',
    stage: 'torque',
    scope: 'fastener',
    quantity: 'angle',
    units: ['deg'],
    resolution: 1,
    uncertainty: 2,
    how: 'Turned on from where the pass before left it, by the angle gauge.',
    needs: [],
    counts: 'newest',
    ...AT_PASS,
  },
  length('fastener-stretch', 'Stretch', 'torque', 'fastener', [0.0001, 0.0002], 'Length now less its length free, by the stretch gauge.', AT_PASS),
  choice('fastener-done', 'Seated, or loosened', ['done'], 'Seated by hand, or loosened again, as the step says.', fastened()),
  choice('fastener-moved', 'Looked at once more', ['held', 'moved'], 'Drawn to the last torque again: does it turn before that?', fastened()),
]; // prettier-ignore
