import { wordLimit } from '../../../contracts/wording/limit.js';
import { wordNarrowLimit } from '../../../contracts/wording/narrow.js';
import { measureOf } from '../../../core/plan/measures.js';
import { narrowLimit } from '../../../core/plan/narrow-limits.js';
import { uncertaintyOf, type Practice } from '../../../core/plan/practice.js';
import type { SpecLimit } from '../../../core/plan/spec-sets.js';
import { fromCanonical, quantityOf } from '../../../core/units/units.js';
import { MarginBar } from '../../drawings/MarginBar.js';

interface Props {
  limit: SpecLimit;
  practice: Pick<Practice, 'uncertainty'>;
  /** Without its figures, where they stand beside it. */
  bare?: boolean;
}

/** A limit as the bench will show it, in the figures that the shop wrote. Half typed, it draws nothing yet. */
export function LimitBar({ limit, practice, bare = false }: Props) {
  const { min, max, preferred, unit, basis } = limit;
  if ((min === undefined && max === undefined) || (min ?? -Infinity) > (max ?? Infinity)) return null;
  const measure = measureOf(limit.measure);
  if (quantityOf(unit) !== measure.quantity) return null;
  // A factor of a bore that is not measured yet has no zone of doubt of its own.
  const uncertainty = basis === 'of-bore' ? 0 : fromCanonical(uncertaintyOf(practice, measure), unit);
  const narrow = narrowLimit(practice, limit);
  return (
    <div className="limit-bar">
      <div role="img" aria-label={wordLimit(limit)}>
        <MarginBar
          limit={{ min, max }}
          preferred={preferred}
          uncertainty={uncertainty}
          value={null}
          mark="unjudged"
          siblings={[]}
          figure={(value) => (bare ? '' : String(value).replace('-', '−'))}
        />
      </div>
      {narrow && <p className="limit-narrow">{wordNarrowLimit(narrow, unit)}</p>}
    </div>
  );
}
