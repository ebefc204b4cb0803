import { liftsOfCard } from '../cam/cam-card.js';
import { expectedFromCard } from '../cam/expected-from-card.js';
import { figureOf } from '../engine/engine-data.js';
import { parseValve } from '../engine/places.js';
import { anglesStand } from './angle-doubts.js';
import type { EngineFile } from './engine-file.js';
import { measureOf } from '../plan/measures.js';
import { deviationOf, withRepeats } from '../plan/practice.js';
import { testedOn } from '../plan/tested.js';
import { lengthNeeds, windowAt } from './length-needs.js';
import { cardOf, engineDataOf } from './papers.js';
import type { Judging } from './judging.js';
import type { Stand } from './stand.js';
import { plansOf } from './tightening.js';

/** The windows of an engine's rods, reckoned when the first is asked for and again once something was read. */
function rodWindows(judging: () => Judging): Judging['rodWindow'] {
  let known: { turns: number; needs: ReturnType<typeof lengthNeeds> } | null = null;
  return (place) => {
    const { turns } = judging().stand;
    if (known?.turns !== turns) known = { turns, needs: lengthNeeds(judging()) };
    return windowAt(known.needs, place);
  };
}

/** @param stand the file's readings walked through */
export function judgingOf({ engine, spec: stored, papers, history = {} }: EngineFile, stand: Stand): Judging {
  const spec = { ...stored, practice: withRepeats(stored.practice, history) };
  const card = cardOf({ papers });
  const target = stand.latest('cam-target', 'engine')?.value;
  const expectedAt = new Map<number | undefined, Record<string, number>>();
  const expected = (liftMm: number | undefined) => {
    if (!expectedAt.has(liftMm)) expectedAt.set(liftMm, card ? expectedFromCard(card, target, liftMm) : {});
    return expectedAt.get(liftMm)!;
  };
  const statedBore = figureOf(engineDataOf({ papers }), 'bore');
  const tested = testedOn(engine);
  const judging: Judging = {
    engine,
    spec,
    stand,
    expected(measure, place, at) {
      const byCard = expected(at?.by === 'lift' ? at.value : undefined);
      return byCard[measure] ?? byCard[`${measure}-${parseValve(place)?.kind}`];
    },
    cardLifts: card ? liftsOfCard(card) : [],
    cardUnit: card?.printed.unit ?? 'in',
    boreMm: (place) => stand.latest('bore', String(parseValve(place)?.cylinder ?? place))?.value ?? statedBore,
    rodWindow: rodWindows(() => judging),
    plans: plansOf({ papers }),
    history,
    usual: (key) => ({
      sigma: history[key]?.spread ?? deviationOf(spec.practice, measureOf(key)),
      tested,
    }),
    angleStands: anglesStand(stand, spec.practice),
  };
  return judging;
}
