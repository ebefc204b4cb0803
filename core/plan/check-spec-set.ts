import type { Impossibility } from '../impossible.js';
import { quantityOf } from '../units/units.js';
import { isGateAsk } from './gates.js';
import { STAGES } from './measure.js';
import { findMeasure } from './measures.js';
import { isOwnKey, ownKey } from './own-measure.js';
import { HELD_TO_CARD, type SpecLimit, type SpecSet } from './spec-sets.js';

type Fault = Impossibility extends infer One ? (One extends unknown ? Omit<One, 'path'> & { field: string } : never) : never; // prettier-ignore

/** Why one limit could never be held, by the fields of its row. */
function faultsOf({ measure: key, valve, min, max, preferred, unit, basis }: SpecLimit, lifter: SpecSet['lifter']) {
  const faults: Fault[] = [];
  const measure = findMeasure(key);
  if (!measure || measure.quantity === 'choice') return [{ field: 'measure', code: 'limit-measure' as const }];
  if (measure.lifter && measure.lifter !== lifter)
    faults.push({ field: 'measure', code: 'limit-lifter', params: { lifter: measure.lifter } });
  if (quantityOf(unit) !== measure.quantity) faults.push({ field: 'unit', code: 'limit-unit' });
  if (valve && measure.scope !== 'valve') faults.push({ field: 'valve', code: 'limit-valve' });
  if (basis === 'of-bore' && measure.quantity !== 'length') faults.push({ field: 'basis', code: 'limit-of-bore' });
  if (basis === 'of-card' && !HELD_TO_CARD.includes(key)) faults.push({ field: 'basis', code: 'limit-of-card' });
  if (min === undefined && max === undefined) faults.push({ field: 'min', code: 'limit-without-edge' });
  if (min !== undefined && max !== undefined && min > max) faults.push({ field: 'max', code: 'limit-edges-crossed' });
  if (preferred !== undefined && (preferred < (min ?? -Infinity) || preferred > (max ?? Infinity)))
    faults.push({ field: 'preferred', code: 'limit-preferred-outside' });
  return faults;
}

/** Whether a limit speaks of a place that an earlier one speaks of already. */
const overlaps = (one: SpecLimit, other: SpecLimit) =>
  one.measure === other.measure && (!one.valve || !other.valve || one.valve === other.valve);

/**
 * Everything for which a spec set could not be judged by, each by its path in the set: `['limits', 3, 'max']`. Whether it
 * is wise is the shop's own; whether it is possible is asked here.
 */
export function checkSpecSet({
  limits,
  lifter,
  practice,
  measures = [],
}: Pick<SpecSet, 'limits' | 'lifter' | 'practice' | 'measures'>): Impossibility[] {
  const own = measures.map(ownKey);
  const isForeign = (key: string) => isOwnKey(key) && !own.includes(key);
  const issues = limits.flatMap((limit, index): Impossibility[] => {
    const at = (field: string) => ['limits', index, field];
    const twice = limits.findIndex((other) => overlaps(limit, other));
    return [
      ...(isForeign(limit.measure) ? [{ path: at('measure'), code: 'limit-measure' as const }] : []),
      ...faultsOf(limit, lifter).map(({ field, ...fault }) => ({ path: at(field), ...fault }) as Impossibility),
      ...(twice < index ? [{ path: at('measure'), code: 'limit-twice' as const, params: { row: twice + 1 } }] : []),
    ];
  });
  const trusted = practice.uncertainty.flatMap(({ measure: key, unit }, index): Impossibility[] => {
    const measure = findMeasure(key);
    if (!measure || measure.quantity === 'choice' || isForeign(key))
      return [{ path: ['practice', 'uncertainty', index, 'measure'], code: 'limit-measure' }];
    return quantityOf(unit) === measure.quantity
      ? []
      : [{ path: ['practice', 'uncertainty', index, 'unit'], code: 'limit-unit' }];
  });
  const asked = (practice.path?.gates ?? []).flatMap(({ asks }, row) =>
    asks.flatMap((ask, index): Impossibility[] =>
      isGateAsk(ask) && !isForeign(ask.slice('measure:'.length))
        ? []
        : [{ path: ['practice', 'path', 'gates', row, 'asks', index], code: 'gate-ask', params: { ask } }],
    ),
  );
  const isMeasure = (key: string) => findMeasure(key) !== undefined && !isForeign(key);
  const ordered = (practice.path?.orders ?? []).flatMap(({ first, before }, row) =>
    Object.entries({ first, before }).flatMap(([field, key]): Impossibility[] =>
      isMeasure(key) ? [] : [{ path: ['practice', 'path', 'orders', row, field], code: 'limit-measure' }],
    ),
  );
  const timed = (practice.path?.minutes ?? []).flatMap(({ of }, row): Impossibility[] =>
    isMeasure(of) || (STAGES as readonly string[]).includes(of)
      ? []
      : [{ path: ['practice', 'path', 'minutes', row, 'of'], code: 'limit-measure' }],
  );
  const twice = own.flatMap((key, index): Impossibility[] =>
    own.indexOf(key) < index ? [{ path: ['measures', index, 'title'], code: 'own-twice' }] : [],
  );
  return [...issues, ...trusted, ...asked, ...ordered, ...timed, ...twice];
}
