import { readTerm, type Rule } from '../rule.js';

export const ROUGH = 'wheel-error-rough';

/** The quick dial only tells where the piston dwells: a start, and no proof. */
export const wheelErrorRough: Rule = {
  name: ROUGH,
  wokenBy: ['tdc-quick'],
  reads: [],
  gives: ['tdc-wheel-error'],
  first: () => 'tdc-stop-first',
  derive: (read, { practice }) => [
    {
      measure: 'tdc-wheel-error',
      value: read.value,
      uncertainty: practice.deadCentre.roughDeg,
      terms: [readTerm('+', read, 'deg')],
    },
  ],
};
