import { isBetween } from './next-trial.js';
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

/** On the straight line through the two marks nearest to where one is wanted, at different settings. */
function centred({ trials, valveLift, markAim }: Asked): Opinion {
  const marked = trials.flatMap(({ setting, offset }) =>
    offset === undefined ? [] : [{ setting, offset: offset - markAim }],
  );
  marked.sort((a, b) => Math.abs(a.offset) - Math.abs(b.offset));
  const [near] = marked;
  if (near?.offset === 0) return { school: 'centred', best: near.setting, by: 'measured', isBracketed: true };
  const other = marked.find(({ setting, offset }) => setting !== near.setting && offset !== near.offset);
  if (!other) return none('centred');
  const slope = (other.offset - near.offset) / (other.setting - near.setting);
  const best = near.setting - near.offset / slope;
  return { school: 'centred', best, by: 'between', isBracketed: isBetween(marked, best, valveLift) };
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
