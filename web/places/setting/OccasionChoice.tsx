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
    <Select
      size="small"
      variant="standard"
      disableUnderline
      native
      value={occasion}
      onChange={(event) => {
        // The keys go back to the bench.
        (event.target as unknown as HTMLElement).blur();
        onChoose(event.target.value);
      }}
      inputProps={{ 'aria-label': 'Occasion' }}
      className="measuring-choice"
    >
      {occasions.map((one) => (
        <option key={one} value={one}>
          {wordOccasion(one)}
        </option>
      ))}
      <option value={ANEW}>read anew …</option>
    </Select>
  );
}
