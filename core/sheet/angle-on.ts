import type { Sheet } from './sheet.js';

/** What an angle was measured at, where it was and is not suspect. */
export const angleOn =
  ({ rows }: Pick<Sheet, 'rows'>) =>
  (measure: string): number | undefined => {
    const row = rows.find((candidate) => candidate.measure === measure && candidate.place === 'engine');
    return row && row.verdict !== 'suspect' ? row.value : undefined;
  };
