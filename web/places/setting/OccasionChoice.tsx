import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useMemo } from 'react';
import { wordOccasion } from '../../../contracts/wording/occasion.js';
import { occasionsOf } from '../../../core/sheet/papers.js';
import { BUILD } from '../../../core/sheet/slot.js';
import { useDesk } from '../../state/use-desk.js';

/** What is chosen to begin another. */
export const ANEW = 'anew';

/** The occasions of this engine: the build, those that were begun, and those of which there are readings. */
export function useOccasions(): string[] {
  const file = useDesk((desk) => desk.file!);
  const rows = useDesk((desk) => desk.sheet!.rows);
  return useMemo(
    () => [...new Set([BUILD, ...occasionsOf(file).map(({ occasion }) => occasion), ...rows.flatMap(({ occasion }) => occasion ?? [])])], // prettier-ignore
    [file, rows],
  );
}

/** On which occasion the valves are read; the build, unless another was begun. */
export function OccasionChoice({
  occasions,
  occasion,
  onChoose,
}: {
  occasions: string[];
  occasion: string;
  onChoose: (occasion: string) => void;
}) {
  return (
    // A list that opens: a letter goes to an entry, and only a press or Enter chooses it.
    <Select
      size="small"
      variant="standard"
      disableUnderline
      value={occasion}
      onChange={({ target }) => onChoose(target.value)}
      // The keys go back to the bench.
      onClose={() => setTimeout(() => (document.activeElement as HTMLElement | null)?.blur())}
      SelectDisplayProps={{ 'aria-label': `Occasion: ${wordOccasion(occasion)}` }}
      className="measuring-choice"
    >
      {occasions.map((one) => (
        <MenuItem key={one} value={one}>
          {wordOccasion(one)}
        </MenuItem>
      ))}
      <MenuItem value={ANEW}>read anew …</MenuItem>
    </Select>
  );
}
