import { wordTerms } from '../../../contracts/wording/formula.js';
import type { KeptOfKind } from '../../../core/sheet/kept-rods.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { KIND_NAME, sayAgainstKept, sayLength } from './words.js';

const LEFT_AT: Record<KeptOfKind['by'], string> = {
  plunger: 'plunger depth',
  turns: 'adjuster, down from fully up',
  lash: 'lash',
};

/** What becomes of the kept rods of a kind: why, where they stand, the one to try first, and what was measured since. */
export function KeptResult({ found, unit }: { found: KeptOfKind; unit: 'in' | 'mm' }) {
  const { kind, by, length, terms, stands, toTry, overstated, verdict, measured } = found;
  const say = (mm: number) => sayLength(mm, unit);
  const words = wordTerms(
    terms.map(({ name, value }) => ({
      name,
      value,
      sign: '+' as const,
      unit: 'mm' as const,
      source: 'paper' as const,
    })),
    unit,
  );
  return (
    <section aria-label={`Kept pushrods, ${KIND_NAME[kind]}`}>
      <h4>{KIND_NAME[kind]}</h4>
      <dl className="kept-sum">
        <dt>kept pushrod</dt>
        <dd className="figure">{say(length)}</dd>
        {words.map(({ name, figure }, index) => (
          <div key={name} className="kept-term">
            <dt>{name}</dt>
            <dd className="figure">
              {terms[index].value < 0 ? '−' : '+'} {figure.replace(/^[−-]/, '')}
            </dd>
          </div>
        ))}
        <dt>{LEFT_AT[by]}</dt>
        <dd className="figure">
          {stands === null ? 'not entered' : by === 'turns' ? `${stands.toFixed(2)} turns` : say(stands)}{' '}
          {verdict && <VerdictMark mark={verdict} />}
        </dd>
        <dt>try first</dt>
        <dd className="figure">{say(toTry)}</dd>
      </dl>
      {overstated !== 0 && (
        <p className="now-quiet">
          Pushrod angle not filed: cuts and gasket count in full. At 15° they count {say(Math.abs(overstated))} less.
        </p>
      )}
      {measured !== null && <p>{sayAgainstKept(found, unit)}</p>}
    </section>
  );
}
