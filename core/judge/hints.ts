import { median } from 'simple-statistics';
import { fromCanonical, toCanonical, type Quantity, type Unit } from '../units/units.js';
import type { AdjustRemedy } from '../valvetrain/adjust-remedy.js';
import type { Lack, SamePart } from '../valvetrain/mock-up.js';
import type { WheelDoubt } from '../wheel/wheel-passes.js';
import type { Limit } from './judge.js';
import { amongOthers, FEWEST_OTHERS, type AmongOthers, type Usual } from './odd-one.js';

/** Something odd about a value, as data; `contracts/wording.ts` says it in words. Values are canonical. */
export type Hint = Odd & {
  /** Of what it is told, where that is not the reading that it is told with: what follows from it, or another place. */
  of?: { measure: string; place: string };
};

type Odd =
  /** Unlike the others of its kind: by how much from their middle, in standard deviations, and how many they are. */
  | { code: 'differs-from-siblings'; median: number; difference: number; score: number; others: number }
  /** Unlike what is known of the engine, or of what this shop has built. */
  | { code: 'unlike-expected'; by: ExpectedBy; expected: number; difference: number }
  /** It is as it should be and the others are not, all off by one slip: their middle, and what that would be without it. */
  | { code: 'others-slipped'; median: number; meant: number; others: number }
  | { code: 'digit-slip'; meant: number }
  /** The figure that was typed would be at home in another unit. */
  | { code: 'unit-slip'; unit: Unit; meant: number }
  /** Less, or more, than is ever read of it. */
  | { code: 'implausible'; side: 'less' | 'more'; least: number; most: number }
  | { code: 'sign-slip'; meant: number }
  /** A turn of the dial that was not counted, or twice; `turn` is what one is on that dial, mm. */
  | { code: 'dial-revolution'; revolutions: 1 | -1; turn: number }
  /** An older reading is the one that counts, for it is the worst; the newest is another. */
  | { code: 'older-counts'; value: number; by: string }
  | { code: 'on-its-lobe' }
  | { code: 'hung-lifter' }
  | { code: 'adjuster-deep' }
  | { code: 'rod-backwards' }
  | { code: 'bore-unknown' }
  /** Out at its own valve, within at the other of the same cylinder. */
  | { code: 'fits-other-valve'; place: string }
  /** A lobe that lifts less than its card by more than both are in doubt: from how many to how many degrees out of line the dial would have to stand, if that explains it. */
  | { code: 'lift-short'; fromDeg: number; toDeg: number; explains: boolean }
  /** An event read at a lift at which the card states none: it is not judged. mm */
  | { code: 'lift-not-on-card'; lift: number; printed: number[] }
  /** Further from the reading before it than two readings of one thing lie apart; canonical. */
  | { code: 'tries-apart'; by: number }
  /** Otherwise than the reading before it, on the same wheel and cam: one of the two was come to by turning back. */
  | { code: 'apart-from-before'; by: number }
  /** Read again after its lock was drawn, a valve is set otherwise than before; canonical. */
  | { code: 'moved-on-locking'; by: number }
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
  | { code: 'another-rocker' | 'rough-mark' | 'springs-exchanged' }
  /** Zero was found with a plunger that does not stand at its clip: what is set from there is not what it seems. */
  | { code: 'plunger-doubtful'; state: string }
  /** Zero was felt by drag, and by how many turns that is commonly tighter, where the shop knows it. */
  | { code: 'zero-by-drag'; turns: number | null }
  /** The plunger ends too deep, or the valve is held off its seat: what brings it where it belongs. */
  | ({ code: 'too-deep' } & AdjustRemedy)
  /** Set cold, less than the least is left once the engine is hot; mm. */
  | { code: 'preload-hot-under'; left: number; least: number }
  /** The plunger is on its bottom, and holds the valve so far open. */
  | { code: 'on-its-bottom'; open: number }
  /** How much is not known while nobody has filed the lifter's travel or where its plunger is to stand. */
  | { code: 'no-lash-left'; remedy: AdjustRemedy | null }
  /** An adjuster that ends outside its range, and what a pushrod must be longer by to bring it in. */
  | { code: 'adjuster-off'; used: number; least: number; most: number; pushrodChange: number }
  /** The blades say otherwise than the lash that was written down. */
  | { code: 'feeler-disagrees'; blades: string }
  /** Both ways to the stop, or both drops, read on one side of dead centre: a side forgotten, or a wheel that is far off. */
  | { code: 'both-on-one-side'; side: 'before' | 'after' }
  /** Read on a wheel that is known to be off, and corrected by it: what it reads at dead centre, plus after. */
  | { code: 'wheel-corrected'; wheelErrorDeg: number }
  | { code: WheelDoubt | 'sprocket-moved' };

/** One turn of the usual dial, mm: 0.100 in of one that is graduated in inches, a millimetre of a metric one. */
const dialTurnMm = (unit: Unit | undefined): number => (unit === 'mm' ? 1 : 2.54);

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
  units: readonly Unit[];
  /** From the least to the most that is ever met. */
  plausible?: { least: number; most: number };
  onDial?: true;
}

/** What tells beforehand what a value is like: the cam card, its lobe times its ratio, the engine's data, earlier builds. */
export type ExpectedBy = 'card' | 'lobe' | 'engine-data' | 'history';

/** What a value is like by what is known beforehand: about so much, and from where to where it is met. Canonical. */
export interface Expectation {
  by: ExpectedBy;
  value: number;
  least: number;
  most: number;
}

export interface Suspect {
  measure: Gauged;
  value: number;
  /** The latest values of the same measure at the other places of like kind. */
  others: readonly number[];
  /** Those of its other kinds, each together: they tell how far values of it lie apart. */
  elsewhere?: readonly (readonly number[])[];
  usual: Usual;
  expected?: Expectation | null;
  /** The unit that it was typed in. */
  unit?: Unit;
  /** Whether a value would lie within the limit on it, or on what follows from it, as far as there is one. */
  withinLimit: ((value: number) => boolean) | null;
  /** The limit itself, canonical, as this measure must keep it. */
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
const isAlike = (others: readonly number[], value: number): boolean => {
  const middle = median([...others]);
  return Math.abs(value - middle) <= MADE_ALIKE * middle;
};

/** Whether a few other sizes of its kind are all that tells what a value should be like. */
const goesByFew = ({ measure, others, withinLimit }: Suspect): boolean =>
  withinLimit === null &&
  measure.quantity === 'length' &&
  others.length > 0 &&
  median([...others]) >= A_SIZE * measure.resolution;

/** How a value stands among the others of its kind; null where nothing is to be told from them. */
const standsAmong = ({ others, elsewhere = [], usual }: Suspect, value: number): AmongOthers | null =>
  amongOthers(value, others, elsewhere, usual);

const isExpected = ({ least, most }: Expectation, value: number): boolean => value >= least && value <= most;

/** Whether `value` would look at home among the others. */
function fits(suspect: Suspect, value: number): boolean {
  const { others, withinLimit, limit = {}, expected } = suspect;
  if (hasSiblings(suspect)) return !standsAmong(suspect, value)!.isOdd;
  if (goesByFew(suspect)) return isAlike(others, value) && (!expected || isExpected(expected, value));
  if (isFarOver(limit, value) || isFarUnder(limit, value)) return false;
  if (expected) return isExpected(expected, value);
  return withinLimit?.(value) ?? false;
}

/** Whether a value is ever met; nothing at all is: it touches. */
const isMet = ({ plausible }: Gauged, value: number): boolean =>
  !plausible || value === 0 || (value >= plausible.least && value <= plausible.most);

/** By what a point or a nought too many is off. */
const asDigits = (value: number) => [value * 10, value / 10, value * 100, value / 100, value / 1000, value * 1000];

/** What slip of finger, unit, dial or sign would explain the value: one that, undone, makes it fit. */
function slips(suspect: Suspect): Hint[] {
  const { measure, value, computed, unit, withinLimit, expected } = suspect;
  if (computed) return [];
  const found: Hint[] = [];
  const isHome = (one: number) => isMet(measure, one) && fits(suspect, one);
  if (value !== 0) {
    const digits = asDigits(value);
    // What is never met may be told by its limit where its siblings lie elsewhere, and by what is met where nothing tells more.
    const mayBe = (one: number) => isMet(measure, one) && (withinLimit ? withinLimit(one) : !hasSiblings(suspect));
    const meant = digits.find(isHome) ?? (isMet(measure, value) ? undefined : digits.find(mayBe));
    if (meant !== undefined) found.push({ code: 'digit-slip', meant });
    const figure = unit && fromCanonical(value, unit);
    const isOther = (one: number) => isHome(one) || (!isMet(measure, value) && mayBe(one));
    const other = figure === undefined || figure === 0 ? undefined : measure.units.find((one) => one !== unit && isFarApart(one, unit!) && isOther(toCanonical(figure, one))); // prettier-ignore
    if (other && toCanonical(figure!, other) !== meant) found.push({ code: 'unit-slip', unit: other, meant: toCanonical(figure!, other) }); // prettier-ignore
    if (isHome(-value)) found.push({ code: 'sign-slip', meant: -value });
  }
  const turn = dialTurnMm(unit);
  // Among few it is the rest that must be what is expected: else a danger would be talked away.
  const isKnown = hasSiblings(suspect) || expected;
  if (measure.onDial && isKnown)
    for (const revolutions of [1, -1] as const)
      if (isHome(value - revolutions * turn)) found.push({ code: 'dial-revolution', revolutions, turn });
  return found;
}

/**
 * Whether it is the others that slipped, all alike, and this one is right: by what is known beforehand it is at home and
 * they are not, and one slip undone brings their middle beside it. Where nothing is known beforehand it is not told.
 */
function othersSlipped({ measure, value, others, unit, withinLimit, expected, computed }: Suspect): Hint | null {
  if (computed || others.length < 2) return null;
  const isHome = (one: number) =>
    isMet(measure, one) && (expected ? isExpected(expected, one) : (withinLimit?.(one) ?? false));
  const middle = median([...others]);
  if (!isHome(value) || isHome(middle)) return null;
  const figure = unit === undefined ? null : fromCanonical(middle, unit);
  const turn = dialTurnMm(unit);
  const undone = [
    ...asDigits(middle),
    ...(figure === null ? [] : measure.units.filter((one) => one !== unit).map((one) => toCanonical(figure, one))),
    -middle,
    ...(measure.onDial ? [middle - turn, middle + turn] : []),
  ];
  const meant = undone.find((one) => isHome(one) && Math.abs(one - value) <= MADE_ALIKE * Math.abs(value));
  return meant === undefined ? null : { code: 'others-slipped', median: middle, meant, others: others.length };
}

/** Thousandths beside inches are digits; inches and millimetres, turns and degrees are another unit. */
const isFarApart = (one: Unit, other: Unit): boolean => {
  const ratio = toCanonical(1, one) / toCanonical(1, other);
  return Math.abs(Math.log10(Math.abs(ratio)) % 1) > 1e-9;
};

/** Whether there are enough of its kind to be compared by their spread. */
const hasSiblings = ({ others }: Suspect): boolean => others.length >= FEWEST_OTHERS;

/** Whether a value asks for a second look where too few of its kind are there to be compared by their spread. */
function isOddAmongFew(suspect: Suspect): boolean {
  const { value, withinLimit, limit = {} } = suspect;
  // Far too much of what has only a least is as odd as too little; nearly nothing of what has only a most is not.
  return withinLimit !== null && (!withinLimit(value) || isFarOver(limit, value));
}

/** Everything that is odd about a value among its siblings; an empty list for one that looks at home. */
export function hintsFor(suspect: Suspect): Hint[] {
  const { measure, value, computed } = suspect;
  if (computed || isMet(measure, value)) return hintsAmong(suspect);
  const { least, most } = measure.plausible!;
  const never: Hint = { code: 'implausible', side: value < least ? 'less' : 'more', least, most };
  const among = hintsAmong(suspect);
  const isSlip = ({ code }: Hint) => code.endsWith('-slip');
  const slipped = among.some(isSlip) ? [] : slips(suspect);
  // What explains it asks enough.
  return [...slipped, ...among, ...([...slipped, ...among].some(isSlip) ? [] : [never])];
}

/** So many of a kind are enough to name what may lie behind one that differs; fewer, where it is out of its limits. */
const ENOUGH_FOR_CAUSE = 6;

const differs = ({ middle, difference, score, others }: AmongOthers): Hint => ({
  code: 'differs-from-siblings',
  median: middle,
  difference,
  score,
  others,
});

/** What may lie behind a value that differs from its siblings. */
function causesOf({ measure, value, others, withinLimit }: Suspect, difference: number): Hint[] {
  if (others.length + 1 < ENOUGH_FOR_CAUSE && (withinLimit === null || withinLimit(value))) return [];
  if (measure.key === 'rod-side-clearance') return [{ code: 'rod-backwards' }];
  if (PRELOADS.includes(measure.key)) return [{ code: difference > 0 ? 'on-its-lobe' : 'hung-lifter' }];
  return ADJUSTERS.includes(measure.key) && difference > 0 ? [{ code: 'adjuster-deep' }] : [];
}

/** What is odd about a value by its siblings; where they are few by its limit, by one or two sizes, by what is expected. */
function hintsAmong(suspect: Suspect): Hint[] {
  const { value, expected } = suspect;
  if (hasSiblings(suspect)) {
    const own = standsAmong(suspect, value)!;
    if (!own.isOdd) return [];
    const theirs = othersSlipped(suspect);
    return theirs ? [theirs] : [differs(own), ...slips(suspect), ...causesOf(suspect, own.difference)];
  }
  const own = goesByFew(suspect) ? standsAmong(suspect, value) : null;
  const isUnexpected = expected ? !isExpected(expected, value) : false;
  if (!own?.isOdd && !isUnexpected) return isOddAmongFew(suspect) ? slips(suspect) : [];
  const theirs = own?.isOdd ? othersSlipped(suspect) : null;
  if (theirs) return [theirs];
  // What explains it says enough.
  const found = slips(suspect);
  if (found.length > 0) return found;
  if (own?.isOdd) return [differs(own)];
  return [
    { code: 'unlike-expected', by: expected!.by, expected: expected!.value, difference: value - expected!.value },
  ];
}
