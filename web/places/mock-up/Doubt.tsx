import TextField from '@mui/material/TextField';
import { memo, useEffect, useMemo, useState } from 'react';
import { spokenPlace } from '../../../core/engine/places.js';
import { sayChance } from '../../../contracts/wording/chance.js';
import { formatTrust, UNIT_LABEL } from '../../../core/units/format.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { fromCanonical, toCanonical, type Unit } from '../../../core/units/units.js';
import { useDesk } from '../../state/use-desk.js';
import { useClearances } from '../../workers/use-clearances.js';
import { doubtQuestion, isKnown, usualDoubts, type Doubts } from '../../../core/sheet/in-mind.js';

type Known = Extract<Parameters<typeof doubtQuestion>[0][number], unknown>;
type Input = keyof Doubts;

/** What may be known only so well: how it is asked for, and what settles it. */
const INPUTS: { input: Input; label: string; isLength: boolean; remedy: string }[] = [
  { input: 'clearance', label: 'The clay itself', isLength: true, remedy: 'take the clay again' },
  { input: 'gasketAtCheck', label: 'Gasket at the check', isLength: true, remedy: 'measure the gasket of the check again' },
  { input: 'gasketFinal', label: 'Gasket of the build', isLength: true, remedy: 'measure the gasket to be used again' },
  { input: 'lashAtCheck', label: 'Lash at the check', isLength: true, remedy: 'set the lash of the check again' },
  { input: 'lash', label: 'Lash in service', isLength: true, remedy: 'know the lash in service better' },
  { input: 'camPositionDeg', label: 'Cam’s position, °', isLength: false, remedy: 'degree the cam again' },
  { input: 'camMovedDeg', label: 'Cam moved since, °', isLength: false, remedy: 'degree the cam again' },
  { input: 'deck', label: 'Deck heights', isLength: true, remedy: 'measure both deck heights again' },
  { input: 'milled', label: 'Milled off', isLength: true, remedy: 'measure what is milled off' },
  { input: 'plunger', label: 'Plunger at the check', isLength: true, remedy: 'check with solid lifters' },
  { input: 'rockerRatio', label: 'Rocker ratio', isLength: false, remedy: 'measure the rockers’ ratio' },
  { input: 'valveAngleDeg', label: 'Valve’s angle, °', isLength: false, remedy: 'measure the valve’s angle' },
]; // prettier-ignore

/**
 * How sure the least clearance is: the share of builds that would lie below the limit, and what is worth measuring again.
 * It is of the build as it stands: what one has in mind does not draw it anew.
 */
export const Doubt = memo(function Doubt({
  known,
  unit,
  onSpread,
}: {
  known: Known[];
  unit: Unit;
  onSpread: (deviations: Record<string, number>) => void;
}) {
  const { judging } = useDesk();
  const usual = useMemo(() => usualDoubts(judging!, known.filter(isKnown)), [judging, known]);
  const [text, setText] = useState<Partial<Record<Input, string>>>({});
  const shown = ({ input, isLength }: (typeof INPUTS)[number]) => {
    const one = usual[input];
    return (
      text[input] ?? (one === undefined ? '' : String(Number((isLength ? fromCanonical(one, unit) : one).toFixed(5))))
    );
  };
  const read = INPUTS.map((one) => {
    const typed = shown(one);
    const parsed = parseEntered(typed);
    const value = typed.trim() === '' ? 0 : parsed.ok && parsed.value >= 0 ? parsed.value : null;
    return { ...one, value: value !== null && one.isLength ? toCanonical(value, unit) : value };
  });
  const asked = JSON.stringify(read.map(({ input, value }) => [input, value]));
  const question = useMemo(() => {
    const pairs = JSON.parse(asked) as [Input, number | null][];
    if (pairs.some(([, value]) => value === null)) return null;
    const doubts = Object.fromEntries(pairs.filter(([, value]) => value! > 0)) as Doubts;
    return doubtQuestion(known.filter(isKnown), judging!.stand.seen().onFile, doubts);
  }, [asked, known, judging]);
  const told = useClearances('doubt', question);
  useEffect(() => {
    const found = Object.entries(told ?? {}).flatMap(([place, one]) =>
      one.ok ? [[place, one.answer.standardDeviation] as const] : [],
    );
    onSpread(Object.fromEntries(found));
  }, [told, onSpread]);
  const say = (mm: number) => `${formatTrust(mm, unit)} ${UNIT_LABEL[unit]}`;
  const isLimited = (place: string) => known.find((one) => one.place === place)?.limit?.min !== undefined;
  return (
    <section aria-label="How sure it is" className="doubt">
      <h3>How sure it is</h3>
      {Object.entries(told ?? {}).map(([place, one]) => {
        if (!one.ok)
          return (
            <p key={place} className="now-hint">
              {spokenPlace(place)}: {one.message}
            </p>
          );
        const { standardDeviation, shareBelowLimit, sensitivity } = one.answer;
        const [first] = sensitivity;
        const { remedy } = INPUTS.find(({ input }) => input === first?.input) ?? {};
        return (
          <p key={place}>
            <strong>{spokenPlace(place)}</strong>: ± <span className="figure">{say(2 * standardDeviation)}</span>;{' '}
            {isLimited(place) ? (
              <>
                below the limit in <strong>{sayChance(shareBelowLimit)}</strong> of such builds.
              </>
            ) : (
              'the shop states no limit here.'
            )}{' '}
            {remedy && first.share > 0 && (
              <>
                Best worth the time: {remedy}. It makes <strong>{sayChance(first.share)}</strong> of the doubt.
              </>
            )}
          </p>
        );
      })}
      <p className="now-quiet">How well each is known, one standard deviation; empty for exactly.</p>
      <div className="doubt-inputs">
        {read.map((one) => (
          <TextField
            key={one.input}
            label={one.label}
            value={shown(one)}
            error={one.value === null}
            helperText={one.value === null ? 'a number, zero or more' : one.isLength ? UNIT_LABEL[unit] : ' '}
            onChange={({ target }) => setText((before) => ({ ...before, [one.input]: target.value }))}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
          />
        ))}
      </div>
    </section>
  );
});
