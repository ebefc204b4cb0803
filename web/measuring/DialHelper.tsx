import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { wordImpossibility } from '../../contracts/wording/impossible.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { parseEntered } from '../../core/units/parse-entered.js';
import { dialReading, type DialReading } from '../../core/wheel/dial-reading.js';

const FIELDS = [
  ['revs', 'Whole turns'],
  ['needle', 'Needle at'],
  ['start', 'Started at'],
  ['perRev', 'One turn is'],
  ['expected', 'Expected (if known)'],
] as const;
type Field = (typeof FIELDS)[number][0];

/** Turns and needle of a dial into its travel, whichever way it runs, so that nobody counts backwards in the head. */
export function DialHelper({ unit, onUse }: { unit: 'in' | 'mm'; onUse?: (travel: string) => void }) {
  const [text, setText] = useState<Record<Field, string>>({
    revs: '',
    needle: '',
    start: '0',
    perRev: unit === 'in' ? '0.1' : '1',
    expected: '',
  });
  const [runs, setRuns] = useState<'with' | 'against'>('with');
  const number = (field: Field) => {
    const parsed = parseEntered(text[field]);
    return parsed.ok ? parsed.value : null;
  };
  const faulty = FIELDS.filter(([field]) => text[field] !== '' && number(field) === null).map(([field]) => field);
  const [perRev, revs, needle, start, expected] = (['perRev', 'revs', 'needle', 'start', 'expected'] as const).map(
    number,
  );

  let result: DialReading | null = null;
  let problem: { field: string; message: string } | null = null;
  if (perRev !== null && revs !== null && needle !== null && start !== null && faulty.length === 0)
    try {
      result = dialReading({
        perRev,
        revs,
        needle,
        startNeedle: start,
        runs,
        ...(expected === null ? {} : { expected }),
      });
    } catch (error) {
      if (!(error instanceof ImpossibleInput)) throw error;
      const [issue] = error.issues;
      problem = {
        field: issue.path[0] === 'startNeedle' ? 'start' : String(issue.path[0]),
        message: wordImpossibility(issue),
      };
    }
  const travel = result && Number(result.travel.toFixed(unit === 'in' ? 4 : 3)).toString();
  return (
    <details className="dial-helper">
      <summary>Dial helper</summary>
      <div className="dial-helper-fields">
        {FIELDS.map(([field, label]) => {
          const wrong = faulty.includes(field)
            ? 'this is no number'
            : problem?.field === field
              ? problem.message
              : null;
          return (
            <TextField
              key={field}
              label={label}
              value={text[field]}
              onChange={(event) => setText((before) => ({ ...before, [field]: event.target.value }))}
              error={wrong !== null}
              helperText={wrong}
              slotProps={{ htmlInput: { inputMode: 'decimal', autoComplete: 'off' } }}
            />
          );
        })}
        <TextField select label="Runs" value={runs} onChange={(event) => setRuns(event.target.value as typeof runs)}>
          <MenuItem value="with">with its numbers</MenuItem>
          <MenuItem value="against">against its numbers</MenuItem>
        </TextField>
      </div>
      {result && travel && (
        <p aria-live="polite">
          Travel <strong className="figure">{travel}</strong> {unit}{' '}
          {onUse && (
            <Button size="small" variant="outlined" onClick={() => onUse(travel)}>
              Type it in
            </Button>
          )}
        </p>
      )}
      {!!result?.revolutionsOff && (
        <p className="now-hint">
          {Math.abs(result.revolutionsOff)} {Math.abs(result.revolutionsOff) === 1 ? 'turn' : 'turns'} too{' '}
          {result.revolutionsOff > 0 ? 'many' : 'few'} against what was expected?
        </p>
      )}
    </details>
  );
}
