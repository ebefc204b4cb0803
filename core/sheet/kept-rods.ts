import { pitchMmOf, ratioOf, type Engine, type ValveKind } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import { keptInMillimetres, keptRod, stoodBy, type KeptRod, type RodsKept } from '../valvetrain/rods-kept.js';
import { isWithin, marginIn } from '../valvetrain/within.js';
import type { Judging } from './judging.js';
import type { LengthNeed } from './length-needs.js';

/** What becomes of an engine's kept rods of a kind, and what the check says since. Lengths in mm. */
export interface KeptOfKind extends KeptRod {
  kind: ValveKind;
  /** Against where plunger or adjuster may stand; null where nobody can tell. */
  verdict: 'low' | 'in' | 'high' | null;
  /** What the check came to as the length to order, where rods of this kind were read; the first of them where they differ. */
  measured: number | null;
}

/** The least and the most that plunger or adjuster may stand at. */
function windowOf({ stand, spec }: Judging, by: KeptRod['by']): { min: number; max: number } | null {
  if (by === 'plunger') return stand.seen().onFile.pushrods?.plunger ?? null;
  const range = spec.practice.geometry?.adjusterTurns;
  return by === 'turns' && range ? { min: range.least, max: range.most } : null;
}

/** On which side of its window something stands; an edge that is met is met. */
function sideOf(stands: number, { min, max }: { min: number; max: number }): 'low' | 'in' | 'high' {
  if (isWithin(marginIn({ min, max }, stands), max)) return 'in';
  return stands < min ? 'low' : 'high';
}

/** The kinds of valve that an engine has; of the others nothing is told. */
const kindsOf = (engine: Engine): ValveKind[] =>
  (['I', 'E'] as const).filter((kind) => placesOf(engine, 'valve').some((place) => parseValve(place)!.kind === kind));

/**
 * What becomes of rods that are kept, before anybody measures; afterwards beside what was measured: the same terms explain
 * a length that nobody stocks.
 *
 * @param needs what the rods that were read come to
 * @param said as it is filed, or as it is being typed
 */
export function keptRods(judging: Judging, needs: readonly LengthNeed[], said: RodsKept): KeptOfKind[] {
  const { engine, stand } = judging;
  const by = stoodBy(engine);
  const { pushrods } = stand.seen().onFile;
  const inMm = keptInMillimetres(said, by);
  const window = windowOf(judging, by);
  const wanted = { plunger: pushrods?.plunger?.target, turns: pushrods?.adjusterWanted, lash: undefined }[by];
  return kindsOf(engine).map((kind) => {
    const drive = { ...engine, rockerRatio: ratioOf(engine, kind), pitch: pitchMmOf(engine), angleDeg: pushrods?.angleDeg, wanted }; // prettier-ignore
    const rod = keptRod(inMm, kind, drive);
    return {
      kind,
      ...rod,
      verdict: window && rod.stands !== null ? sideOf(rod.stands, window) : null,
      measured: needs.find((need) => need.kind === kind)?.required ?? null,
    };
  });
}
