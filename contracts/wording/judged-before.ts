import type { JudgedBefore } from '../../core/sheet/judged-before.js';

/** Why a verdict is another than it was when the value was read. */
export const CHANGED_WHY: Record<JudgedBefore['by'], string> = {
  step: 'A reading is no longer trusted further than the step of its gauge.',
  terms: 'A computed value now carries the doubt of everything in it.',
  tries: 'Readings that agree now count by their mean.',
  directions: 'A clearance is now judged by its least and its largest direction.',
};
