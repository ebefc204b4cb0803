import type { PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import type { Term } from './rule.js';

/**
 * The length of a checking rod that is turned open, mm: its closed length and what its thread adds.
 *
 * @param tool closed length and travel of a turn, mm
 * @param turns from its shortest
 */
export function turnedRod(tool: NonNullable<PushrodSetUp['tool']>, turns: number): { value: number; terms: Term[] } {
  const opened = turns * tool.perTurn;
  return {
    value: tool.base + opened,
    terms: [
      { name: 'tool-closed', sign: '+', value: tool.base, unit: 'mm', source: 'paper' },
      { name: 'tool-opened', sign: '+', value: opened, unit: 'mm', source: 'reading' },
    ],
  };
}
