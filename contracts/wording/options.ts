/** What is named rather than counted, in words; an option that is a word by itself stays as it is. */
const OPTION_NAME: Record<string, string> = {
  'at-clip': 'at its clip',
  'part-way': 'part of the way down',
  bottomed: 'on its bottom',
  bled: 'bled down',
  hung: 'hung in its bore',
  'full-of-air': 'full of air',
  play: 'no more play',
  drag: 'the pushrod’s drag',
  'go-only': 'the thin one goes, the thick one does not',
  neither: 'neither goes',
  both: 'both go',
  right: 'right',
  'put-right': 'was wrong, put right',
};

/** An option as it is said at the bench. @example wordOption('at-clip') // 'at its clip' */
export const wordOption = (option: string): string => OPTION_NAME[option] ?? option;
