import { CYCLE_DEG, sameCrank } from '../engine/crank.js';
import { QUARTER_DEG } from '../cam/quarter-turns.js';
import type { StopMethod } from '../cam/valve-stops.js';
import type { Along, Practice } from '../plan/practice.js';
import { actsOf, type Act, type SlackRound } from './acts.js';
import type { EngineFile } from './engine-file.js';

type Acts = Pick<EngineFile, 'acts'>;

/** The way in which the valves of this engine are set: as it was chosen last, else as the shop does it. */
export function settingWayOf(
  file: Acts,
  { setting }: Pick<Practice, 'setting'>,
): { method: StopMethod; along: Along; chosenBy: string | null } {
  const chosen = actsOf(file, 'setting-way').at(-1);
  return chosen
    ? { method: chosen.method, along: chosen.along, chosenBy: chosen.by }
    : { method: setting.method, along: setting.along, chosenBy: null };
}

/** The valves that are left out for now, each with why. */
export function setAsideOf(file: Acts): Record<string, { reason: string; by: string }> {
  const aside: Record<string, { reason: string; by: string }> = {};
  for (const { places, reason, by } of actsOf(file, 'set-aside'))
    for (const place of places) {
      if (reason === null) delete aside[place];
      else aside[place] = { reason, by };
    }
  return aside;
}

/** How far quarter turns have come. */
export interface SlackRounds {
  /** Those of this going through, in order; the first takes the slack from all. */
  rounds: SlackRound[];
  /** How many quarters in a row brought nothing loose. */
  clean: number;
  /** A whole cycle brought nothing: every valve is at zero lash, and all may be set where the crank stands. */
  isDone: boolean;
}

/**
 * How far quarter turns have come since they were chosen. A quarter that is looked at twice counts once: after a round
 * that brought something, each of the eight must be found clean; so it is after a valve that was left out is taken up
 * again, for nobody has felt it yet.
 */
export function slackRoundsOf({ acts }: Acts): SlackRounds {
  const begun = acts.findLastIndex((act) => act.kind === 'setting-way');
  const sinceBegun = acts.slice(begun + 1);
  const roundsOf = (some: readonly Act[]) => actsOf({ acts: some }, 'slack-round').map(({ kind, ...round }) => round);
  const disturbs = (act: Act) =>
    (act.kind === 'slack-round' && act.loose.length > 0) || (act.kind === 'set-aside' && act.reason === null);
  const rounds = roundsOf(sinceBegun);
  const since = roundsOf(sinceBegun.slice(sinceBegun.findLastIndex(disturbs) + 1));
  const quarters = since.filter(({ crankDeg }, index) => since.findIndex((one) => sameCrank(one.crankDeg, crankDeg)) === index); // prettier-ignore
  return { rounds, clean: quarters.length, isDone: rounds.length > 0 && quarters.length >= CYCLE_DEG / QUARTER_DEG };
}
