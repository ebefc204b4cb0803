import { lengthToOrder } from '../derive/length-to-order.js';
import { besideRod, thickestRod, tubeOf } from '../valvetrain/pushrod-set-up.js';
import type { Lack } from '../valvetrain/mock-up.js';
import type { OnShelf, RodAtHand, StockItem } from '../parts/stock.js';
import { rodsAtHand } from '../parts/stock.js';
import { parseValve, placesOf } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { rodSets, type RodSets } from '../valvetrain/rod-sets.js';
import { widest } from '../valvetrain/within.js';
import type { Judging } from './judging.js';
import { lengthNeeds, type LengthNeed } from './length-needs.js';
import { limitAt } from './limits.js';
import { shimRodPairs, type ShimRodPair } from './shim-rod-pairs.js';
import { stopShims, type StopShims } from './stop-shims.js';
import { checkingRodFor, rodStands, type RodStands } from './rod-stands.js';

/** How far beside a wanted length rods are still looked at, mm. */
export const ROD_REACH_MM = 3;

/** A rod that can be had, where it would leave what it drives, and what the checking rod is set to for trying it. */
export interface RodCandidate extends RodStands {
  rod: RodAtHand;
  checkingRod: number;
  /** What is left on each side of it in the middle of the head's hole; null where a size is missing. */
  beside: number | null;
}

/** What a kind of valve, or one valve, wants as rods, and what can be had. Lengths in mm. */
export interface NeedAtHand {
  need: LengthNeed;
  /** How the checking rod comes to the length, at the first of its places. */
  terms: { name: string; value: number }[];
  lacks: Lack[];
  unknownAngle: { by: number; upToDeg: number } | null;
  candidates: RodCandidate[];
  /** Of those that fit the one with the largest margin, and the one that is here soonest. */
  pick: RodCandidate | null;
  soonest: RodCandidate | null;
  /** Where each rod that was measured as fitted leaves what it drives. */
  fitted: ({ place: string } & RodStands)[];
  /** Shims under the stand and rods that go together, the best first; none where nothing is shimmed. */
  pairs: ShimRodPair[];
  /** The tube of a rod that is made to the length; null where nobody has said how high its tips are. */
  tube: number | null;
  /** The thickest rod that leaves its hole the least that is asked; null where no gap was felt beside one of known thickness. */
  thickest: number | null;
}

/** The thickest rod by the tightest of the gaps that were felt beside the checking rod. */
function thickestOf(judging: Judging, places: readonly string[]): number | null {
  const { onFile, latest } = judging.stand.seen();
  const fits = places.flatMap((place) => {
    const gap = latest('pushrod-side-gap', place);
    const rod = gap && onFile.mockUpAt(gap.takenAt)?.check.pushrodAtCheck;
    const trust = uncertaintyOf(judging.spec.practice, measureOf('pushrod-side-gap'));
    const least = limitAt(judging, 'pushrod-side-gap-final', place, trust)?.min;
    return gap && rod !== undefined && least !== undefined ? [thickestRod({ rod, gap: gap.value, least })] : [];
  });
  return fits.length === 0 ? null : Math.min(...fits);
}

/** What can be had for one need. */
export function needAtHand(judging: Judging, need: LengthNeed, items: readonly StockItem[], shelf: readonly OnShelf[]): NeedAtHand {
  const { engine, stand } = judging;
  const seen = stand.seen();
  const found = lengthToOrder(seen, need.readAt[0])!;
  const said = seen.onFile.pushrods;
  const candidates = rodsAtHand(items, shelf, need.required, ROD_REACH_MM).map((rod): RodCandidate => ({
    ...rodStands(engine, need, rod.length),
    rod,
    checkingRod: checkingRodFor(need, rod.length),
    beside: said && besideRod({ ...said, rodDiameter: rod.item.diameterMm ?? said.rodDiameter }),
  }));
  const fitting = candidates.flatMap((one) => (one.fits && one.margin !== null ? [{ ...one, margin: one.margin }] : []));
  return {
    need,
    terms: found.terms.map(({ name, value }) => ({ name, value })),
    lacks: found.lacks,
    unknownAngle: found.unknownAngle,
    candidates,
    pick: widest(fitting),
    // The shelf stands first, then what is ordered, then what is cut.
    soonest: fitting[0] ?? null,
    fitted: need.places.flatMap((place) => {
      const fitted = stand.latest('pushrod-fitted', place);
      return fitted ? [{ place, ...rodStands(engine, need, fitted.value) }] : [];
    }),
    pairs: shimRodPairs(judging, need, candidates.filter(({ rod }) => rod.from !== 'cut').map(({ length }) => length)),
    tube: said && tubeOf(said, need.required),
    thickest: thickestOf(judging, placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === need.kind)),
  };
} // prettier-ignore

/**
 * One set of rods for all against a length for each need, of those that can be had. Null where there is but one need, where
 * nobody can tell what fits, or where that is told by different things.
 */
export function setsOf(needs: readonly LengthNeed[], lengths: readonly number[]): RodSets | null {
  const wanted = needs.flatMap((need) => need.wanted ?? []);
  const isComparable =
    needs.length > 1 && wanted.length === needs.length && new Set(needs.map(({ by }) => by)).size === 1;
  return isComparable && lengths.length > 0 ? rodSets(wanted, [...new Set(lengths)]) : null;
}

/** What nobody has filed or read yet, without which a length cannot be told, or not by its convention. */
type MissingForRods = 'mock-up' | 'pushrods' | 'pushrod-checked';

/** Everything that is told of an engine's lengths: each need with what can be had, and one set against a length for each. */
export function engineLengths(judging: Judging, items: readonly StockItem[], shelf: readonly OnShelf[]): { needs: NeedAtHand[]; sets: RodSets | null; stopShims: StopShims | null; missing: MissingForRods[] } {
  const needs = lengthNeeds(judging).map((need) => needAtHand(judging, need, items, shelf));
  const lengths = needs.flatMap(({ candidates }) => candidates.flatMap(({ rod }) => (rod.from === 'cut' ? [] : [rod.length])));
  const { onFile, latest } = judging.stand.seen();
  const isRead = placesOf(judging.engine, 'valve').some((place) => latest('pushrod-checked', place) ?? latest('pushrod-tool-turns', place));
  const missing: MissingForRods[] = [
    ...(onFile.build ? [] : (['mock-up'] as const)),
    ...(onFile.pushrods ? [] : (['pushrods'] as const)),
    ...(isRead ? [] : (['pushrod-checked'] as const)),
  ];
  return { missing, needs, sets: setsOf(needs.map(({ need }) => need), lengths), stopShims: stopShims(judging) };
} // prettier-ignore
