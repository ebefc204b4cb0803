import { median } from 'simple-statistics';
import type { Quantity } from '../units/units.js';
import type { AdjustRemedy } from '../valvetrain/adjust-remedy.js';
import type { Lack, SamePart } from '../valvetrain/mock-up.js';
import type { WheelDoubt } from '../wheel/wheel-passes.js';
import type { Limit } from './judge.js';
import { FEWEST_SIBLINGS, siblings } from './siblings.js';

/** Something odd about a value, as data; `contracts/wording.ts` says it in words. Values are canonical. */
export type Hint =
  | { code: 'differs-from-siblings'; median: number; difference: number; score: number }
  | { code: 'digit-slip'; meant: number }
  | { code: 'sign-slip'; meant: number }
  | { code: 'dial-revolution'; revolutions: 1 | -1 }
  | { code: 'on-its-lobe' }
  | { code: 'hung-lifter' }
  | { code: 'adjuster-deep' }
  | { code: 'rod-backwards' }
  | { code: 'bore-unknown' }
  /** Out at its own valve, within at the other of the same cylinder. */
  | { code: 'fits-other-valve'; place: string }
  /** A lobe that lifts less than its card: by how many degrees the dial would have to be out of line, if that explains it. */
  | { code: 'lift-short'; angleDeg: number; explains: boolean }
  /** Middles of several drops that lie apart, degrees. */
  | { code: 'drop-spread'; spread: number }
  /** What changed since the check and cannot be computed, for what is missing. */
  | { code: 'not-corrected'; lacks: Lack[] }
  /** What moves the head counted whole along a pushrod whose angle nobody filed: by how much longer it would be with as much of an angle as any rod has. */
  | { code: 'angle-unknown'; by: number; upToDeg: number }
  /** Parts at the check that are not those of the final engine. */
  | { code: 'other-parts'; parts: SamePart[] }
  /** A tip that stands otherwise than its neighbours, and how much further out that leaves its adjuster; turns where it has some. */
  | { code: 'stem-uneven'; difference: number; adjuster: number; turns: number | null }
  /** Lift that does not arrive at the valve, and on which springs it was read. */
  | { code: 'lift-lost'; lost: number; springs: 'checking' | 'final' | null }
  | { code: 'another-rocker' | 'rough-mark' }
  /** Zero was found with a plunger that does not stand at its clip: what is set from there is not what it seems. */
  | { code: 'plunger-doubtful'; state: string }
  /** Zero was felt by drag, and by how many turns that is commonly tighter, where the shop knows it. */
  | { code: 'zero-by-drag'; turns: number | null }
  /** The plunger ends too deep, or the valve is held off its seat: what brings it where it belongs. */
  | ({ code: 'too-deep' } & AdjustRemedy)
  /** How much is not known while nobody has filed the lifter's travel or where its plunger is to stand. */
  | { code: 'no-lash-left'; remedy: AdjustRemedy | null }
  /** An adjuster that ends outside its range, and what a pushrod must be longer by to bring it in. */
  | { code: 'adjuster-off'; used: number; least: number; most: number; pushrodChange: number }
  /** The blades say otherwise than the lash that was written down. */
  | { code: 'feeler-disagrees'; blades: string }
  /** Both ways to the stop, or both drops, read on one side of dead centre: a side forgotten, or a wheel that is far off. */
  | { code: 'both-on-one-side'; side: 'before' | 'after' }
  | { code: WheelDoubt | 'sprocket-moved' };

/** One turn of the usual dial, mm (0.100 in). */
const DIAL_TURN_MM = 2.54;

/** A limit with one side only lets anything pass on the other; beyond this many times its edge nothing was meant. */
const ONE_SIDED_REACH = 4;

const PRELOADS = ['preload-turns', 'plunger-depth'];
/** A lifter that hangs leaves its adjuster further in than its neighbours'. */
const ADJUSTERS = ['adjuster-turns-used', 'lock-screw-depth'];

/** As much of a measure as tells what is odd about its values. */
interface Gauged {
  key: string;
  quantity: Quantity;
  /** Smallest step that the instrument shows. */
  resolution: number;
}

export interface Suspect {
  measure: Gauged;
  value: number;
  place: string;
  /** The latest value of the same measure at the places of like kind, without this one. */
  others: { place: string; value: number }[];
  /** Whether a value would lie within the limit, as far as there is one. */
  withinLimit: ((value: number) => boolean) | null;
  /** The limit itself, canonical, where it is on this very measure. */
  limit?: Limit;
  /** Whether it follows from other values: nobody typed its digits or its sign. */
  computed?: boolean;
}

/** Within a limit only because that has no upper side, and absurdly much. */
const isFarOver = ({ min, max }: Limit, value: number): boolean =>
  min !== undefined && max === undefined && min > 0 && value > min * ONE_SIDED_REACH;

/** Within a limit only because that has no lower side, and nearly nothing. */
const isFarUnder = ({ min, max }: Limit, value: number): boolean =>
  max !== undefined && min === undefined && max > 0 && value < max / ONE_SIDED_REACH;

/** Sizes that are made alike, a bore and the next, lie within this part of each other. */
const MADE_ALIKE = 0.1;
/** A size is so many steps of its instrument and more; less is a play, an offset or a difference, and may be anything. */
const A_SIZE = 200;

/** Whether a size lies where the few others of its kind do. */
const isAlike = (others: Suspect['others'], value: number): boolean => {
  const middle = median(others.map((one) => one.value));
  return Math.abs(value - middle) <= MADE_ALIKE * middle;
};

/** Whether a few other sizes of its kind are all that tells what a value should be like. */
const goesByFew = ({ measure, others, withinLimit }: Suspect): boolean =>
  withinLimit === null &&
  measure.quantity === 'length' &&
  others.length > 0 &&
  median(others.map((one) => one.value)) >= A_SIZE * measure.resolution;

/** Whether `value` would look at home among the others. */
function fits(suspect: Suspect, value: number): boolean {
  const { measure, place, others, withinLimit, limit = {} } = suspect;
  if (others.length + 1 >= FEWEST_SIBLINGS) {
    const { scores } = siblings([...others, { place, value }], measure.resolution);
    return !scores[scores.length - 1].flagged;
  }
  if (goesByFew(suspect)) return isAlike(others, value);
  if (isFarOver(limit, value) || isFarUnder(limit, value)) return false;
  return withinLimit?.(value) ?? false;
}

/** What slip of finger, dial or sign would explain the value: one that, undone, makes it fit. */
function slips(suspect: Suspect): Hint[] {
  const { measure, value, computed } = suspect;
  const found: Hint[] = [];
  if (value !== 0 && !computed) {
    const meant = [value * 10, value / 10, value * 100, value / 100, value / 1000].find((one) => fits(suspect, one));
    if (meant !== undefined) found.push({ code: 'digit-slip', meant });
    if (value < 0 && fits(suspect, -value)) found.push({ code: 'sign-slip', meant: -value });
  }
  if (measure.quantity === 'length')
    for (const revolutions of [1, -1] as const)
      if (fits(suspect, value - revolutions * DIAL_TURN_MM)) found.push({ code: 'dial-revolution', revolutions });
  return found;
}

/** Whether a value asks for a second look where too few of its kind are there to be compared by their spread. */
function isOddAmongFew(suspect: Suspect): boolean {
  const { value, others, withinLimit, limit = {} } = suspect;
  if (goesByFew(suspect)) return !isAlike(others, value);
  // Far too much of what has only a least is as odd as too little; nearly nothing of what has only a most is not.
  return withinLimit !== null && (!withinLimit(value) || isFarOver(limit, value));
}

/** Everything that is odd about a value among its siblings; an empty list for one that looks at home. */
export function hintsFor(suspect: Suspect): Hint[] {
  const { measure, place, value, others } = suspect;
  if (others.length + 1 < FEWEST_SIBLINGS) return isOddAmongFew(suspect) ? slips(suspect) : [];

  const { median: middle, scores } = siblings([...others, { place, value }], measure.resolution);
  const own = scores[scores.length - 1];
  if (!own.flagged) return [];
  const difference = value - middle;
  const found: Hint[] = [
    { code: 'differs-from-siblings', median: middle, difference, score: own.score },
    ...slips(suspect),
  ];
  if (measure.key === 'rod-side-clearance') found.push({ code: 'rod-backwards' });
  if (PRELOADS.includes(measure.key)) found.push({ code: difference > 0 ? 'on-its-lobe' : 'hung-lifter' });
  if (ADJUSTERS.includes(measure.key) && difference > 0) found.push({ code: 'adjuster-deep' });
  return found;
}
