import { wordHint } from '../../../contracts/wording/hint.js';
import type { Pass } from '../../../core/sheet/angle-doubts.js';
import type { WheelState } from '../../../core/wheel/wheel-passes.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import type { Mark } from '../../../core/judge/mark.js';

const STATE: Record<WheelState, { mark: Mark; says: string }> = {
  true: { mark: 'in', says: 'reads true' },
  confirmed: { mark: 'in', says: 'true again: proved' },
  off: { mark: 'high', says: 'bend the pointer' },
  slipped: { mark: 'suspect', says: 'the wheel slipped' },
  misread: { mark: 'unjudged', says: 'misread: the wheel had not moved' },
  rough: { mark: 'doubt', says: 'rough' },
};

/** The question for a forgotten side, where both ways were read on one: before it is answered nobody bends anything. */
export const oneSided = ({ reading }: Pass) => reading.derived?.hints.find(({ code }) => code === 'both-on-one-side');

const degrees = (deg: number) => `${Math.abs(Number(deg.toFixed(2)))}°`;

/** What the last pass says to do, and all passes before it. */
export function Passes({ passes, say }: { passes: Pass[]; say: (deg: number) => string }) {
  if (passes.length === 0) return null;
  const last = passes[passes.length - 1];
  return (
    <section aria-label="Passes" aria-live="polite">
      <Advice pass={last} say={say} />
      <ol className="now-tries">
        {passes.map((pass) => (
          <li key={pass.reading.id}>
            <VerdictMark mark={STATE[pass.state].mark} word={false} />{' '}
            <span className="figure">{say(pass.errorDeg)}</span>,{' '}
            {pass.state === 'off' && oneSided(pass) ? 'a side forgotten?' : STATE[pass.state].says}
            {pass.movedDeg !== null && Math.abs(pass.movedDeg) >= 0.25 && `, moved ${degrees(pass.movedDeg)}`}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Advice({ pass, say }: { pass: Pass; say: (deg: number) => string }) {
  const { state, errorDeg, reading } = pass;
  const [first, second] = (reading.derived?.formula.terms ?? []).map(({ value }) => value);
  /** What the wheel ought to read at either stop, plus where the builder stands now. */
  const halfSpan = second === undefined ? null : Math.sign(second || -first) * (Math.abs(first - second) / 2);
  const forgotten = oneSided(pass);
  switch (state) {
    case 'off':
      if (forgotten)
        return (
          <p className="now-hint">
            {wordHint(forgotten, 'deg')} If both are right, the wheel is {degrees(errorDeg)} out: set it anew and take
            both again.
          </p>
        );
      return (
        <p className="now-hint">
          At true dead centre the wheel reads {say(errorDeg)}.{' '}
          {halfSpan !== null && (
            <>
              Standing where you are, bend the pointer until it reads <strong>{say(halfSpan)}</strong>; the other way it
              will then read <strong>{say(-halfSpan)}</strong>.
            </>
          )}{' '}
          Tighten the bolt and take both again.
        </p>
      );
    case 'slipped':
      return (
        <p className="now-hint" role="alert">
          The midpoint moved to {say(errorDeg)}: the wheel slipped, or a reading was wrong. Take both again as the wheel
          stands. If it had slipped, angles read since the last true pass must be read again.
        </p>
      );
    case 'misread':
      return <p>The wheel had not moved: the pass before was misread.</p>;
    case 'rough':
      return <p className="now-hint">Rough only. Find TDC by stop or drop before you read an angle.</p>;
    case 'true':
      return <p>The wheel reads true, within half a degree. Tighten its bolt and take both again.</p>;
    case 'confirmed':
      return <p>Proved twice. The wheel is true; go on to the cam.</p>;
  }
}
