import { useMemo } from 'react';
import { looseByQuarter, QUARTER_DEG } from '../../../core/cam/quarter-turns.js';
import { sameCrank, wrapCycle } from '../../../core/engine/crank.js';
import { placesOf } from '../../../core/engine/places.js';
import type { DialFace } from '../../drawings/ValveDial.js';
import { FIRST_POSITION, usePreferences } from '../../state/preferences.js';
import type { SettingState } from './use-setting.js';
import type { SettingActs } from './use-setting-acts.js';

/**
 * One round of quarter turns: which valves came loose here, marked one key a valve, and the turn on to the next quarter,
 * with which the round is filed. The first takes the slack from all.
 */
export function useRounds(setting: SettingState, acts: SettingActs) {
  const { engine, slack, crank, active, inRounds, turning, aside } = setting;
  const position = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const savePosition = usePreferences((state) => state.move);
  const walk = useMemo(() => placesOf(engine, 'valve').filter((place) => !aside[place]), [engine, aside]);
  const { rounds } = slack;
  const isFirst = rounds.length === 0;
  const last = rounds.at(-1);
  /** Where this round is looked at: a quarter on from the last one, whatever the crank did meanwhile. */
  const here = last ? wrapCycle(last.crankDeg + QUARTER_DEG) : crank;
  const isThere = sameCrank(crank, here);
  const loose = useMemo(() => (isFirst ? walk : (position.loose ?? [])), [isFirst, walk, position.loose]);
  const expected = useMemo(() => {
    if (isFirst) return walk;
    const found = looseByQuarter(turning.spans, rounds[0].crankDeg);
    return rounds.length > found.length ? [] : found[rounds.length - 1].places.filter((place) => !aside[place]);
  }, [isFirst, walk, turning.spans, rounds, aside]);

  const mark = (places: string[]) => savePosition(engine.id, { loose: places });
  const next = (from: string) => walk[(walk.indexOf(from) + 1) % walk.length];
  /** The valve to be felt next: of those that may have come loose the next one along the walk, else its neighbour. */
  const goOn = () => {
    const turn = walk.indexOf(active);
    const ahead = [...walk.slice(turn + 1), ...walk.slice(0, turn + 1)].find((place) => expected.includes(place) && place !== active); // prettier-ignore
    setting.pick(ahead ?? next(active));
  };
  const slackOf = (place: string): DialFace['slack'] =>
    loose.includes(place) && !isFirst ? 'loose' : expected.includes(place) ? 'expected' : 'holds';
  const faces = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(setting.faces).map(([place, face]) => [place, face.waits ? face : { ...face, slack: slackOf(place) }]), // prettier-ignore
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what it says of a place hangs on these alone
    [setting.faces, loose, expected, isFirst],
  );

  return {
    isFirst,
    here,
    isThere,
    loose,
    expected,
    clean: slack.clean,
    faces: inRounds ? faces : setting.faces,
    /** This one came loose and was taken up; or, marked already, it did not after all. */
    came: () => {
      if (isFirst) return goOn();
      mark(loose.includes(active) ? loose.filter((place) => place !== active) : [...loose, active]);
      if (!loose.includes(active)) goOn();
    },
    /** This one holds. */
    holds: goOn,
    /** Files the round, and turns the crank a quarter on. */
    turn: async () => {
      if (acts.isBusy) return;
      if (!isThere) return setting.turnTo(here);
      if (!(await acts.takeUp(here, loose))) return;
      mark([]);
      setting.turnTo(wrapCycle(here + QUARTER_DEG));
    },
  };
}

export type Rounds = ReturnType<typeof useRounds>;
