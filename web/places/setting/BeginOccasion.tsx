import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { issuesOf } from '../../../contracts/errors.js';
import { occasionSchema } from '../../../contracts/papers/occasion.js';
import { runningSchema } from '../../../contracts/papers/running.js';
import { wordOccasion } from '../../../contracts/wording/occasion.js';
import { RECHECK_COUNT } from '../../../contracts/wording/recheck.js';
import { nextOccasion, OCCASION_KINDS, RUN_COUNTS, type OccasionKind } from '../../../core/plan/running.js';
import { occasionsOf } from '../../../core/sheet/papers.js';
import { act } from '../../app/api.js';
import { DayField } from '../../app/DayField.js';
import { FormDialog } from '../../app/FormDialog.js';
import { typedNumber } from '../../app/typed-number.js';
import { useAsking } from '../../app/use-asking.js';
import { useDesk } from '../../state/use-desk.js';

/** Chosen where nothing is read, and only told how the engine was run. */
const TOLD = 'told';

/** Figures of how the engine was run: in all since its hand-over, and a week from here on. */
type Figures = Record<`${'total' | 'perWeek'}.${(typeof RUN_COUNTS)[number]}` | 'highestRpm', string>;
const NO_FIGURES = Object.fromEntries([
  ...RUN_COUNTS.flatMap((count) => [`total.${count}`, `perWeek.${count}`]),
  'highestRpm',
].map((key) => [key, ''])) as Figures; // prettier-ignore

const figuresOf = (typed: Figures, part: 'total' | 'perWeek') =>
  Object.fromEntries(RUN_COUNTS.map((count) => [count, typedNumber(typed[`${part}.${count}`])]).filter(([, value]) => value !== undefined)); // prettier-ignore

/** The valves are read anew: when, what of the shop's table is looked at with it, and how the engine was run until then. */
export function BeginOccasion({
  onDone,
  onClose,
}: {
  /** With the occasion that was begun; null where nothing is read. */
  onDone: (occasion: string | null) => void;
  onClose: () => void;
}) {
  const engine = useDesk((desk) => desk.engine!);
  const file = useDesk((desk) => desk.file!);
  const reload = useDesk((desk) => desk.reload);
  const known = occasionsOf(file);
  const { rechecks = [] } = engine.specSet.practice;
  const [kind, setKind] = useState<OccasionKind | typeof TOLD>(known.some((one) => one.kind === 'first-heat') ? 'recheck' : 'first-heat'); // prettier-ignore
  const [on, setOn] = useState(format(new Date(), 'yyyy-MM-dd'));
  const [looked, setLooked] = useState<string[]>([]);
  const [figures, setFigures] = useState(NO_FIGURES);
  const { wrong, problem, refuse, asking, mended, told } = useAsking();
  const occasion = kind === TOLD ? null : nextOccasion(known, kind);
  const runs = kind !== 'try-out';
  const counts = RUN_COUNTS.filter((count) => rechecks.some((one) => one.count === count));
  const begin = asking(async () => {
    const said =
      occasion === null ? null : occasionSchema.safeParse({ occasion, kind, on, looked: runs ? looked : [] });
    const ran = runningSchema.safeParse({
      on,
      total: figuresOf(figures, 'total'),
      perWeek: figuresOf(figures, 'perWeek'),
      highestRpm: typedNumber(figures.highestRpm),
    });
    const issues = [...issuesOf(said?.error), ...(runs ? issuesOf(ran.error) : [])];
    // Both have the day.
    if (issues.length > 0) return refuse(issues.filter(({ path }, at) => issues.findIndex((one) => one.path === path) === at)); // prettier-ignore
    const params = { id: engine.id };
    const saysNothing = Object.values(figures).every((text) => text.trim() === '');
    if (runs && ran.success && !saysNothing)
      await act('POST /api/engines/:id/papers/:kind', { params: { ...params, kind: 'running' }, body: ran.data });
    if (said?.success)
      await act('POST /api/engines/:id/papers/:kind', { params: { ...params, kind: 'occasion' }, body: said.data });
    await reload();
    onDone(occasion);
  });
  const figure = (key: keyof Figures, label: string) => (
    <TextField
      key={key}
      size="small"
      label={label}
      value={figures[key]}
      {...told(key)}
      onChange={(event) => {
        mended(key);
        setFigures({ ...figures, [key]: event.target.value });
      }}
    />
  );
  return (
    <FormDialog
      title={occasion === null ? 'How it was run' : `The valves are read anew: ${wordOccasion(occasion)}`}
      className="begin-occasion"
      problem={problem}
      wrong={wrong}
      file={occasion === null ? 'Write it down' : 'Read them anew'}
      onFile={begin}
      onClose={onClose}
    >
      <TextField select label="What for" value={kind} onChange={(event) => setKind(event.target.value as typeof kind)}>
        {OCCASION_KINDS.map((one) => (
          <MenuItem key={one} value={one}>
            {wordOccasion(one)}
          </MenuItem>
        ))}
        <MenuItem value={TOLD}>nothing is read: only how it was run</MenuItem>
      </TextField>
      <DayField
        label="Day"
        value={on}
        {...told('on')}
        onDay={(day) => {
          mended('on');
          setOn(day);
        }}
      />
      {runs && occasion !== null && rechecks.length > 0 && (
        <fieldset>
          <legend>Looked at with it, and counted anew from here on</legend>
          {rechecks.map(({ what }) => (
            <FormControlLabel
              key={what}
              label={what}
              control={
                <Checkbox
                  checked={looked.includes(what)}
                  onChange={(_, checked) =>
                    setLooked(checked ? [...looked, what] : looked.filter((one) => one !== what))
                  }
                />
              }
            />
          ))}
        </fieldset>
      )}
      {runs && counts.length > 0 && (
        <fieldset className="begin-figures">
          <legend>How it was run; empty for what nobody knows</legend>
          {counts.flatMap((count) => [
            figure(`total.${count}`, `${RECHECK_COUNT[count][1]} since hand-over`),
            figure(`perWeek.${count}`, `${RECHECK_COUNT[count][1]} a week`),
          ])}
          {figure('highestRpm', 'Highest speed used, rpm')}
        </fieldset>
      )}
    </FormDialog>
  );
}
