import type { Due } from '../../core/sheet/due.js';
import type { DriftCause } from '../../core/sheet/drift.js';
import { RECHECK_COUNT } from './recheck.js';

const OCCASION_NAME: Record<string, string> = {
  build: 'the build',
  'try-out': 'try-out',
  'first-heat': 'after the first heat',
  recheck: 're-check',
  'freshen-up': 'freshen-up',
};

/** An occasion as it is spoken. @example wordOccasion('recheck-2') // 're-check 2' */
export function wordOccasion(occasion: string): string {
  const [, kind, nth] = /^(.*?)(?:-(\d+))?$/.exec(occasion)!;
  const name = OCCASION_NAME[kind] ?? kind;
  return nth ? `${name} ${nth}` : name;
}

/** What a change of a valve since another occasion may come from. */
export const DRIFT_CAUSE: Record<DriftCause, string> = {
  opened: 'worn, or its lock has backed off',
  closed: 'the valve has gone into its seat, or its lock was turned',
  sagged: 'the spring has sagged',
  'with-all': 'as all the others have',
};

/** What is due and when, in a line. */
export function wordDue({ what, on, isUsedUp, left, count }: Due, sayDay: (day: string) => string): string {
  const [one, several] = RECHECK_COUNT[count];
  const rest = Number(left.toFixed(1));
  if (isUsedUp) return `${what}: due, its interval is used up`;
  if (on === null)
    return `${what}: after ${rest} more ${rest === 1 ? one : several}; nobody has said how much it is run`;
  return count === 'months' ? `${what}: on ${sayDay(on)}` : `${what}: on ${sayDay(on)}, after ${rest} more ${rest === 1 ? one : several}`; // prettier-ignore
}
