import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import type { Rule } from '../rule.js';
import { turnedRod } from '../turned-rod.js';

/** The length that is tried, where the checking rod is set by its turns. Under a stand shims are tried, and no rod. */
export const trialTurned: Rule = {
  name: 'trial-turned',
  wokenBy: ['trial-tool-turns'],
  reads: [],
  gives: ['trial-setting'],
  first: () => null,
  carries: true,
  derive(read, { engine, onFile, practice }) {
    const tool = onFile.pushrods?.tool;
    if (!tool || engine.mount !== 'stud-nut') return [];
    const doubt = uncertaintyOf(practice, measureOf(read.measure)) * tool.perTurn;
    return [{ measure: 'trial-setting', uncertainty: doubt, ...turnedRod(tool, read.value) }];
  },
};
