/** One term of a formula, in words. */
interface Term {
  sign: string;
  figure: string;
  name: string;
}

/**
 * The sum behind a value with this place's own numbers, each over its name; `of` is what it makes, where that stands
 * nowhere else.
 */
export function FormulaLine({ of, terms }: { of: string | null; terms: Term[] }) {
  return (
    <p className="formula">
      {of && <span className="formula-of">{of} =</span>}{' '}
      {terms.map(({ sign, figure, name }, index) => (
        <span key={index} className="formula-term">
          <span className="figure">
            {index === 0 && sign === '+' ? '' : `${sign} `}
            {figure}
          </span>{' '}
          <small>{name}</small>
        </span>
      ))}
    </p>
  );
}
