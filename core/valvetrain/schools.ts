import { isBetween } from './next-trial.js';
import { sweptReach } from './rocker-position.js';
import type { SweepFit } from './sweep-fit.js';

/**
 * What a rocker's geometry is judged by: the narrowest mark (its width is the sideways drag on the guide), the mark in the
 * middle of the tip, the arm square to the valve at half its lift; and, for who has no marks, the longest travel.
 */
export const SCHOOLS = ['narrowest', 'centred', 'square', 'longest-travel'] as const;
export type School = (typeof SCHOOLS)[number];

/** One setting that was tried. Lengths in one unit. */
export interface TriedSetting {
  setting: number;
  width?: number;
  /** Of the mark from the middle of the tip, plus outward. */
  offset?: number;
  /** The roller's middle above the pivot with the valve closed. */
  rollerHeight?: number;
  /** Of the arm over the square to the valve at half the lift, degrees. */
  midAngleDeg?: number;
  /** What the valve lifts. */
  lift?: number;
  isBarred: boolean;
}

/** What a school says: the best setting, and what it has that from; null while the trials do not tell. */
export interface Opinion {
  school: School;
  best: number | null;
  by: 'fit' | 'measured' | 'between' | 'mid-angle' | 'roller-height' | null;
  /**
   * Whether what it is told by lies on both sides of it, or it was measured there itself; else it is a guess beyond what was
   * tried, and nothing is ordered or cut by it.
   */
  isBracketed: boolean;
}

interface Asked {
  /** By how much the roller sinks beside its pivot for each unit of the setting. */
  sink: number;
  armLength: number | null;
  valveLift: number | null;
  trials: readonly TriedSetting[];
  fit: SweepFit | null;
  /** Where a mark is wanted that is centred, off the middle of the tip, plus outward. */
  markAim: number;
}

const none = (school: School): Opinion => ({ school, best: null, by: null, isBracketed: false });
const least = (trials: readonly TriedSetting[], of: (one: TriedSetting) => number | undefined) =>
  trials
    .filter((one) => of(one) !== undefined)
    .reduce<TriedSetting | null>((best, one) => (!best || of(one)! < of(best)! ? one : best), null);

/** The fit where it explains the marks; where they do not follow the geometry, the narrowest that was measured. */
function narrowest({ trials, fit, valveLift }: Asked): Opinion {
  const marked = trials.filter(({ width }) => width !== undefined);
  if (fit?.explained && !fit.ambiguous)
    return { school: 'narrowest', best: fit.best, by: 'fit', isBracketed: isBetween(marked, fit.best, valveLift) };
  const measured = least(marked, ({ width }) => width);
  if (!measured) return none('narrowest');
  const { setting } = measured;
  return { school: 'narrowest', best: setting, by: 'measured', isBracketed: isBetween(marked, setting, valveLift) };
}

type Offset = { setting: number; offset: number };

/** How finely a best setting is looked for, as a part of the lift. */
const LOOKED = 1 / 400;

/**
 * Where the middle of a mark lies over the setting, by the geometry through all offsets: the middle between the tip's
 * nearest and furthest reach, as high as fits best, around the setting at which the mark is narrowest; that is told by the
 * widths where they tell it, else by the offsets themselves. Null where nothing tells the rocker's size.
 */
function middleOver({ sink, armLength, valveLift, fit }: Asked, marked: readonly Offset[]): ((setting: number) => number) | null {
  if (armLength === null || valveLift === null) return null;
  const middleAt = (setting: number, best: number): number => {
    const { least: near, most: far } = sweptReach({ armLength, closedHeight: valveLift / 2 - sink * (setting - best), lift: valveLift });
    return (near + far) / 2;
  };
  const through = (best: number) => {
    const beyond = marked.map(({ setting, offset }) => offset - middleAt(setting, best));
    const height = beyond.reduce((sum, one) => sum + one, 0) / beyond.length;
    return { best, height, squares: beyond.reduce((sum, one) => sum + (one - height) ** 2, 0) };
  };
  if (fit?.explained && !fit.ambiguous) {
    const { best, height } = through(fit.best);
    return (setting) => middleAt(setting, best) + height;
  }
  if (marked.length < 3) return null;
  const settings = marked.map(({ setting }) => setting);
  const beside = Math.min(valveLift / 2, (armLength - valveLift / 2) / sink / 2);
  const [from, to] = [Math.min(...settings) - beside, Math.max(...settings) + beside];
  const steps = Math.ceil((to - from) / (LOOKED * valveLift));
  const looked = Array.from({ length: steps + 1 }, (_none, step) => through(from + ((to - from) * step) / steps)).filter(({ squares }) => Number.isFinite(squares));
  if (looked.length === 0) return null;
  const { best, height } = looked.reduce((least, one) => (one.squares < least.squares ? one : least));
  return (setting) => middleAt(setting, best) + height;
} // prettier-ignore

/** Where a mark lies in the middle: by the geometry through all offsets, else on the line between two; never beyond what was tried. */
function centred(asked: Asked): Opinion {
  const { trials, markAim } = asked;
  const marked = trials.flatMap(({ setting, offset }) =>
    offset === undefined ? [] : [{ setting, offset: offset - markAim }],
  );
  marked.sort((a, b) => a.setting - b.setting);
  const exact = marked.find(({ offset }) => offset === 0);
  if (exact) return { school: 'centred', best: exact.setting, by: 'measured', isBracketed: true };
  if (marked.length < 2) return none('centred');
  const between = crossing(marked);
  if (!between) return none('centred');
  const over = middleOver(asked, marked);
  // Marks that follow no geometry still say between which two of them it lies.
  const told =
    over && crossing(finely(between, asked.valveLift!).map((setting) => ({ setting, offset: over(setting) })));
  return { school: 'centred', best: straight(told ?? between), by: 'between', isBracketed: true };
}

/** The two neighbours between which a mark passes the middle; null where none do. */
function crossing(marked: readonly Offset[]): [Offset, Offset] | null {
  const after = marked.findIndex(({ offset }, index) => index > 0 && offset * marked[index - 1].offset <= 0);
  return after < 0 ? null : [marked[after - 1], marked[after]];
}

/** Where the straight line between two passes the middle. */
const straight = ([before, after]: [Offset, Offset]): number =>
  before.offset === after.offset
    ? before.setting
    : before.setting + (before.offset / (before.offset - after.offset)) * (after.setting - before.setting);

/** Settings from one to another, close together. */
function finely([from, to]: [Offset, Offset], valveLift: number): number[] {
  const steps = Math.max(1, Math.ceil((to.setting - from.setting) / (LOOKED * valveLift)));
  return Array.from(
    { length: steps + 1 },
    (_none, step) => from.setting + ((to.setting - from.setting) * step) / steps,
  );
}

/** By the arm's angle at half the lift where a protractor told it, or the roller's height over the pivot; by pure geometry the narrowest mark is the same. */
function square({ sink, armLength, valveLift, trials, fit }: Asked): Opinion {
  const angled = trials.findLast(({ midAngleDeg }) => midAngleDeg !== undefined);
  if (angled && armLength !== null) {
    const above = armLength * Math.sin((angled.midAngleDeg! * Math.PI) / 180);
    return { school: 'square', best: angled.setting + above / sink, by: 'mid-angle', isBracketed: true };
  }
  const measured = trials.findLast(({ rollerHeight }) => rollerHeight !== undefined);
  if (measured && valveLift !== null)
    return {
      school: 'square',
      best: measured.setting + (measured.rollerHeight! - valveLift / 2) / sink,
      by: 'roller-height',
      // A height is measured once, and the rest of the way is the rocker's own lever.
      isBracketed: true,
    };
  return fit?.explained && !fit.ambiguous
    ? { ...narrowest({ sink, armLength, valveLift, trials, fit, markAim: 0 }), school: 'square' }
    : none('square');
}

function longestTravel({ trials, valveLift }: Asked): Opinion {
  const lifted = trials.filter(({ lift }) => lift !== undefined);
  const most = least(lifted, ({ lift }) => -lift!);
  if (!most) return none('longest-travel');
  const { setting } = most;
  return {
    school: 'longest-travel',
    best: setting,
    by: 'measured',
    isBracketed: isBetween(lifted, setting, valveLift),
  };
}

/** What each school says of the trials. Those that are barred tell nothing: a rocker that leans rubs another mark. */
export function opinionsOf(asked: Asked): Opinion[] {
  const telling = { ...asked, trials: asked.trials.filter(({ isBarred }) => !isBarred) };
  return [narrowest(telling), centred(telling), square(telling), longestTravel(telling)];
}

/** The trials as a school ranks them, the best first and those that are barred behind; those that tell it nothing last. */
export function rankBy<One extends TriedSetting>(
  school: School,
  trials: readonly One[],
  best: number | null,
  markAim = 0,
): One[] {
  const score: Record<School, (one: One) => number | undefined> = {
    narrowest: ({ width }) => width,
    centred: ({ offset }) => (offset === undefined ? undefined : Math.abs(offset - markAim)),
    square: ({ setting }) => (best === null ? undefined : Math.abs(setting - best)),
    'longest-travel': ({ lift }) => (lift === undefined ? undefined : -lift),
  };
  const rank = (one: One) => [one.isBarred ? 1 : 0, score[school](one) ?? Infinity] as const;
  return [...trials].sort((a, b) => {
    const [[barredA, a1], [barredB, b1]] = [rank(a), rank(b)];
    return barredA - barredB || (a1 === b1 ? 0 : a1 - b1);
  });
}
