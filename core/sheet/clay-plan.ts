import { CRANK_STEP_DEG, valveOverPiston } from '../derive/valve-over-piston.js';
import { BY_NOW } from '../derive/on-file.js';
import { cylindersOf, type ValveKind } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import { judge, type Verdict } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { clayElsewhere } from '../valvetrain/clay-elsewhere.js';
import type { Lack } from '../valvetrain/mock-up.js';
import { leastGap, tableOf, travelOf } from '../valvetrain/valve-gap.js';
import type { Judging } from './judging.js';
import { limitAt } from './limits.js';
import type { Sheet } from './sheet.js';

/** The clearance of a valve under which no clay was laid, by that of another whose piston's height is read too. mm. */
interface ByAnother {
  place: string;
  /** The valve that had clay. */
  by: string;
  clearance: number;
  /** Wider than that of clay itself. */
  uncertainty: number;
  verdict: Verdict | 'unjudged';
}

/** What is known of a kind's valves before any clay goes in. Lengths in mm. */
export interface BeforeClay {
  kind: ValveKind;
  /** The valve that comes nearest by what is known: its piston highest, its lobe highest. Null while no deck is read. */
  worst: string | null;
  /** What the valve's head is wider than its pocket; minus where it fits in; null where nobody filed both. */
  overhang: number | null;
  /** What each position of the sprocket takes from the least clearance, minus where it gives; empty while that cannot be told. */
  sprocket: { offset: number; takes: number }[];
  lacks: Lack[];
}

/** From the piston at the top to the head, along the cylinder, mm. */
interface PistonToHead {
  cylinder: string;
  atCheck: number;
  inBuild: number;
}

export interface ClayPlan {
  before: Record<ValveKind, BeforeClay>;
  byAnother: ByAnother[];
  pistonToHead: PistonToHead[];
  /** The check is made without a gasket: the pistons come so much nearer to the head. */
  isWithoutGasket: boolean;
}

const KINDS: ValveKind[] = ['I', 'E'];
const cylinderOf = (place: string) => String(parseValve(place)!.cylinder);

/** What valves without clay have by that of the others of their kind: of several, the least. */
function byAnother(judging: Judging, { rows }: Pick<Sheet, 'rows'>): ByAnother[] {
  const { engine, spec, stand } = judging;
  const { onFile } = stand.seen();
  const trust = (key: string) => uncertaintyOf(spec.practice, measureOf(key));
  const read = rows.filter(({ measure, verdict, isClear, occasion }) => measure === 'pv-depth-final' && verdict !== 'suspect' && !isClear && !occasion); // prettier-ignore
  const deck = (place: string) => stand.latest('deck-height', cylinderOf(place))?.value;
  return placesOf(engine, 'valve').flatMap((place): ByAnother[] => {
    const { kind } = parseValve(place)!;
    const deckThere = deck(place);
    const angle = onFile.figure(kind === 'I' ? 'valve-angle-intake' : 'valve-angle-exhaust');
    if (deckThere === undefined || angle === undefined || rows.some((row) => row.measure === 'pv-depth' && row.place === place)) return []; // prettier-ignore
    const told = read.flatMap((row): ByAnother[] => {
      const deckHere = deck(row.place);
      if (parseValve(row.place)!.kind !== kind || deckHere === undefined) return [];
      const standardUncertainty = { clearance: trust('pv-depth'), deckHere: trust('deck-height'), deckThere: trust('deck-height') }; // prettier-ignore
      const { clearance, standardUncertainty: uncertainty } = clayElsewhere({ clearance: row.value, deckHere, deckThere, valveAngleDeg: angle, standardUncertainty }); // prettier-ignore
      const limit = limitAt(judging, 'pv-depth-final', place, uncertainty);
      return [{ place, by: row.place, clearance, uncertainty, verdict: limit ? judge(clearance, limit, uncertainty) : 'unjudged' }]; // prettier-ignore
    });
    return told.length === 0 ? [] : [told.reduce((least, one) => (one.clearance < least.clearance ? one : least))];
  });
}

function beforeClay(judging: Judging, kind: ValveKind): BeforeClay {
  const { engine, spec, stand } = judging;
  const seen = stand.seen();
  const { onFile } = seen;
  const name = kind === 'I' ? 'intake' : 'exhaust';
  const valves = placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === kind);
  const decked = valves.filter((place) => stand.latest('deck-height', cylinderOf(place)) !== undefined);
  const nearness = (place: string) =>
    stand.latest('deck-height', cylinderOf(place))!.value + (stand.latest('lobe-lift', place)?.value ?? onFile.cardLift(kind) ?? 0); // prettier-ignore
  const worst = decked.length === 0 ? null : decked.reduce((most, place) => (nearness(place) > nearness(most) ? place : most)); // prettier-ignore
  const [head, pocket] = [onFile.figure(`valve-diameter-${name}`), onFile.figure(`pocket-diameter-${name}`)];
  const { build } = onFile;
  const valve = build ? valveOverPiston(seen, worst ?? valves[0], { ...build, camDeg: 0 }) : null;
  const known = valve && !('lacks' in valve) ? valve : null;
  const least = (offset: number) => {
    const { rockerRatio, lash } = known!;
    return leastGap(travelOf({ ...known!, crankStep: CRANK_STEP_DEG }), tableOf(known!.lobe), { rockerRatio, lash, advance: offset })[0]; // prettier-ignore
  };
  const at = build?.camDeg ?? stand.latest('cam-offset', 'engine')?.value ?? 0;
  return {
    kind,
    worst,
    overhang: head === undefined || pocket === undefined ? null : head - pocket,
    // How far valve and piston lie apart at the top adds to each alike: it is not needed to tell what a position takes.
    sprocket: known ? spec.practice.timing.offsetsDeg.map((offset) => ({ offset, takes: least(at) - least(offset) })) : [], // prettier-ignore
    lacks: valve && 'lacks' in valve ? valve.lacks : [],
  };
}

/** What is known of valves and pistons before the clay goes in, and of those under which none was laid. */
export function clayPlan(judging: Judging, sheet: Pick<Sheet, 'rows'>): ClayPlan {
  const { engine, stand } = judging;
  const { build } = stand.seen().onFile;
  const both = build && stand.seen().onFile.mockUpAt(BY_NOW);
  return {
    before: Object.fromEntries(KINDS.map((kind) => [kind, beforeClay(judging, kind)])) as ClayPlan['before'],
    byAnother: byAnother(judging, sheet),
    pistonToHead: !both
      ? []
      : cylindersOf(engine)
          .map(String)
          .flatMap((cylinder): PistonToHead[] => {
            const deck = stand.latest('deck-height', cylinder)?.value;
            if (deck === undefined) return [];
            const cut = (both.build.millHead ?? 0) + (both.build.millDeck ?? 0);
            return [{ cylinder, atCheck: both.check.gasketAtCheck - deck, inBuild: both.build.gasketFinal - deck - cut }]; // prettier-ignore
          }),
    isWithoutGasket: both?.check.gasketAtCheck === 0,
  };
}
