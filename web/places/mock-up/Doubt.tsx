import TextField from '@mui/material/TextField';
import { memo, useEffect, useMemo, useState } from 'react';
import { spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { uncertaintyOf } from '../../../core/plan/practice.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { fromCanonical, toCanonical, type Unit } from '../../../core/units/units.js';
import { useDesk } from '../../state/use-desk.js';
import { useClearances } from '../../workers/use-clearances.js';
import { doubtQuestion, isKnown, type Doubts } from '../../../core/sheet/in-mind.js';

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
  { input: 'rockerRatio', label: 'Rocker ratio', isLength: false, remedy: 'measure the rockers’ ratio' },
  { input: 'valveAngleDeg', label: 'Valve’s angle, °', isLength: false, remedy: 'measure the valve’s angle' },
]; // prettier-ignore

/** What a careful hand is off by, one standard deviation, mm and degrees; shown in its field, to be written over. */
const USUAL: Doubts = {
  gasketAtCheck: toCanonical(0.0005, 'in'),
  gasketFinal: toCanonical(0.001, 'in'),
  camPositionDeg: 0.25,
  rockerRatio: 0.01,
  valveAngleDeg: 0.25,
};

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
  const { practice } = judging!.spec;
  // What is trusted to so much is two standard deviations.
  const clay = uncertaintyOf(practice, measureOf('pv-depth')) / 2;
  const [text, setText] = useState<Partial<Record<Input, string>>>({});
  const shown = ({ input, isLength }: (typeof INPUTS)[number]) => {
    const usual = input === 'clearance' ? clay : USUAL[input];
    return (
      text[input] ??
      (usual === undefined ? '' : String(Number((isLength ? fromCanonical(usual, unit) : usual).toFixed(5))))
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
  const say = (mm: number) => `${formatFigure(mm, unit)} ${UNIT_LABEL[unit]}`;
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
        const share = 100 * shareBelowLimit;
        return (
          <p key={place}>
            <strong>{spokenPlace(place)}</strong>: give or take{' '}
            <span className="figure">{say(2 * standardDeviation)}</span>;{' '}
            {isLimited(place) ? (
              <>
                <span className="figure">{share === 0 || share >= 1 ? share.toFixed(0) : share.toFixed(1)} %</span> of
                such builds lie below the limit.
              </>
            ) : (
              'the shop states no limit here.'
            )}{' '}
            {remedy && first.share > 0 && (
              <>
                Best worth the time: {remedy}, it makes{' '}
                <span className="figure">{(100 * first.share).toFixed(0)} %</span> of the doubt.
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
