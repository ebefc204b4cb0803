import { ownKey, type OwnMeasure } from './own-measure.js';
import type { SpecLimit, SpecSet } from './spec-sets.js';

/** A limit of one version beside that of another: null where one of them has none. */
interface LimitChange {
  measure: string;
  valve?: SpecLimit['valve'];
  before: SpecLimit | null;
  after: SpecLimit | null;
}

/** What two versions of a set have different. */
export interface SpecDifference {
  limits: LimitChange[];
  /** Measures of the shop's own that came, went, or are taken otherwise. */
  measures: { before: OwnMeasure | null; after: OwnMeasure | null }[];
  /** Parts of the practice that are not the same: `timing.settleDeg`. */
  practice: { path: string; before: string; after: string }[];
}

const keyOf = ({ measure, valve }: SpecLimit) => `${measure} ${valve ?? ''}`;
const said = (value: unknown) => JSON.stringify(value);
/** Two limits are one where all that they say is; in whatever order it was written. */
const same = (one: SpecLimit, other: SpecLimit) =>
  (['min', 'max', 'preferred', 'unit', 'basis', 'required', 'source'] as const).every((key) => one[key] === other[key]);

/** The parts of a practice that are one figure, one choice or one list, by their paths. */
function partsOf(value: unknown, path: string[] = []): [string, string][] {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return [[path.join('.'), said(value)]];
  return Object.entries(value).flatMap(([name, part]) => partsOf(part, [...path, name]));
}

/** What a version of a spec set has otherwise than an earlier one, in the order of the later. */
export function compareSpecSets(
  before: Omit<SpecSet, 'id' | 'version'>,
  after: Omit<SpecSet, 'id' | 'version'>,
): SpecDifference {
  const earlier = new Map(before.limits.map((limit) => [keyOf(limit), limit]));
  const later = new Map(after.limits.map((limit) => [keyOf(limit), limit]));
  const changed = after.limits.flatMap((limit): LimitChange[] => {
    const was = earlier.get(keyOf(limit)) ?? null;
    return was && same(was, limit) ? [] : [{ measure: limit.measure, valve: limit.valve, before: was, after: limit }];
  });
  const gone = before.limits
    .filter((limit) => !later.has(keyOf(limit)))
    .map((limit): LimitChange => ({ measure: limit.measure, valve: limit.valve, before: limit, after: null }));
  const [was, is] = [before, after].map((set) => new Map(partsOf(set.practice)));
  const practice = [...new Set([...is.keys(), ...was.keys()])]
    .filter((path) => was.get(path) !== is.get(path))
    .map((path) => ({ path, before: was.get(path) ?? '', after: is.get(path) ?? '' }));
  const [own, owned] = [before.measures ?? [], after.measures ?? []];
  const find = (measures: OwnMeasure[], key: string) => measures.find((one) => ownKey(one) === key) ?? null;
  const measures = [...new Set([...owned, ...own].map(ownKey))]
    .map((key) => ({ before: find(own, key), after: find(owned, key) }))
    .filter((change) => said(change.before) !== said(change.after));
  return { limits: [...changed, ...gone], measures, practice };
}
