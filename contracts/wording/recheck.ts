import type { Recheck, RecheckCount } from '../../core/plan/practice.js';

/** What is counted until something is looked at again, one and several. */
export const RECHECK_COUNT: Record<RecheckCount, [one: string, several: string]> = {
  hours: ['running hour', 'running hours'],
  nights: ['race night', 'race nights'],
  runs: ['run', 'runs'],
  months: ['month', 'months'],
};

const tidy = (value: number) => String(Number(value.toFixed(2)));

/**
 * How soon something is looked at again.
 *
 * @example wordRecheck({ what: 'Lash', every: 10, count: 'nights', bands: [{ overRpm: 7000, factor: 0.5 }] }) // 'after 10 race nights; turned above 7000 rpm, after 5'
 */
export function wordRecheck({ every, count, bands }: Recheck): string {
  const [one, several] = RECHECK_COUNT[count];
  const sooner = [...bands]
    .sort((a, b) => a.overRpm - b.overRpm)
    .map(({ overRpm, factor }) => `; turned above ${overRpm} rpm, after ${tidy(every * factor)}`);
  return `after ${tidy(every)} ${every === 1 ? one : several}${sooner.join('')}`;
}
