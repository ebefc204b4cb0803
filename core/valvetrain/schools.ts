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
  /** What the valve lifts. */
  lift?: number;
  isBarred: boolean;
}

/** What a school says: the best setting, and what it has that from; null while the trials do not tell. */
export interface Opinion {
  school: School;
  best: number | null;
  by: 'fit' | 'measured' | 'between' | 'roller-height' | null;
}

interface Asked {
  /** By how much the roller sinks beside its pivot for each unit of the setting. */
  sink: number;
  valveLift: number | null;
  trials: readonly TriedSetting[];
  fit: SweepFit | null;
}

const none = (school: School): Opinion => ({ school, best: null, by: null });
const least = (trials: readonly TriedSetting[], of: (one: TriedSetting) => number | undefined) =>
  trials
    .filter((one) => !one.isBarred && of(one) !== undefined)
    .reduce<TriedSetting | null>((best, one) => (!best || of(one)! < of(best)! ? one : best), null);

/** The fit where it explains the marks; where they do not follow the geometry, the narrowest that was measured. */
function narrowest({ trials, fit }: Asked): Opinion {
  if (fit?.explained && !fit.ambiguous) return { school: 'narrowest', best: fit.best, by: 'fit' };
  const measured = least(trials, ({ width }) => width);
  return measured ? { school: 'narrowest', best: measured.setting, by: 'measured' } : none('narrowest');
}

/** On the straight line through the two marks nearest to the middle, at different settings. */
function centred({ trials }: Asked): Opinion {
  const marked = trials.flatMap(({ setting, offset }) => (offset === undefined ? [] : [{ setting, offset }]));
  marked.sort((a, b) => Math.abs(a.offset) - Math.abs(b.offset));
  const [near] = marked;
  if (near?.offset === 0) return { school: 'centred', best: near.setting, by: 'measured' };
  const other = marked.find(({ setting, offset }) => setting !== near.setting && offset !== near.offset);
  if (!other) return none('centred');
  const slope = (other.offset - near.offset) / (other.setting - near.setting);
  return { school: 'centred', best: near.setting - near.offset / slope, by: 'between' };
}

/** By the roller's height over the pivot where it was measured; by pure geometry the narrowest mark is the same. */
function square({ sink, valveLift, trials, fit }: Asked): Opinion {
  const measured = trials.findLast(({ rollerHeight }) => rollerHeight !== undefined);
  if (measured && valveLift !== null)
    return {
      school: 'square',
      best: measured.setting + (measured.rollerHeight! - valveLift / 2) / sink,
      by: 'roller-height',
    };
  return fit?.explained && !fit.ambiguous ? { school: 'square', best: fit.best, by: 'fit' } : none('square');
}

function longestTravel({ trials }: Asked): Opinion {
  const most = least(trials, ({ lift }) => (lift === undefined ? undefined : -lift));
  return most ? { school: 'longest-travel', best: most.setting, by: 'measured' } : none('longest-travel');
}

/** What each school says of the trials. */
export const opinionsOf = (asked: Asked): Opinion[] => [
  narrowest(asked),
  centred(asked),
  square(asked),
  longestTravel(asked),
];

/** The trials as a school ranks them, the best first and those that are barred behind; those that tell it nothing last. */
export function rankBy<One extends TriedSetting>(school: School, trials: readonly One[], best: number | null): One[] {
  const score: Record<School, (one: One) => number | undefined> = {
    narrowest: ({ width }) => width,
    centred: ({ offset }) => offset && Math.abs(offset),
    square: ({ setting }) => (best === null ? undefined : Math.abs(setting - best)),
    'longest-travel': ({ lift }) => (lift === undefined ? undefined : -lift),
  };
  const rank = (one: One) => [one.isBarred ? 1 : 0, score[school](one) ?? Infinity] as const;
  return [...trials].sort((a, b) => {
    const [[barredA, a1], [barredB, b1]] = [rank(a), rank(b)];
    return barredA - barredB || (a1 === b1 ? 0 : a1 - b1);
  });
}
