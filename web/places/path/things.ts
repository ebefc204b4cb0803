import { GATE_WORD, wordLack, wordLackShort } from '../../../contracts/wording/gate.js';
import { GATE, GATES } from '../../../core/plan/gates.js';
import type { Path } from '../../../core/sheet/path.js';
import type { Check } from '../../../core/sheet/stations.js';
import type { GateStand } from '../../../core/sheet/gates.js';
import type { PathStation } from '../../drawings/PathStation.js';
import type { PathThing } from '../../drawings/PathWay.js';
import { ENGINE_PLACES, STAGE_PLACES, type EnginePlace, type StagePlace, type Standing } from '../stages.js';
import { GATE_KEY, STATION_KEYS } from './use-path.js';

const isStage = (place: EnginePlace): place is StagePlace => STAGE_PLACES.includes(place as StagePlace);

const lineOf = (next: Check | null) => (check: Check): PathStation['lines'][number] => ({
  text: check.title,
  after: check.taken < check.of ? check.needs.map((need) => need.toLowerCase()).join(', ') : '',
  figure: check.taken === check.of ? String(check.of) : `${check.taken}/${check.of}`,
  mark: check.isFlagged ? 'flag' : check === next ? 'next' : check.taken === check.of ? 'done' : check.taken > 0 ? 'open' : 'empty',
}); // prettier-ignore

/** How much work is left, as one speaks of it; nothing for none. */
function sayLeft(minutes: number): string {
  if (minutes < 1) return '';
  return minutes < 55
    ? `${Math.max(5, Math.round(minutes / 5) * 5)} min left`
    : `${Math.round(minutes / 30) / 2} h left`;
}

/** What is asked first, then what was begun: what nobody asks for and nobody began stands last. */
const rank = ({ isAsked, isFlagged, taken }: Check) => (isFlagged ? 0 : isAsked ? 1 : taken > 0 ? 2 : 3);

function gateThing(stand: GateStand, holds: GateStand | null): PathThing {
  const { gate, closed, lacks, opened, takenBehind } = stand;
  const day = (at: string) => new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
  const lines = closed
    ? [
        `${closed.by}, ${day(closed.at)}`,
        ...(closed.reason ? [`“${closed.reason}”`] : []),
        ...closed.lacks.map(wordLack),
        ...(takenBehind.length > 0 ? [`${takenBehind.length} taken behind it`] : []),
      ]
    : [
        ...lacks.map((lack) => (lack.ask.startsWith('measure:') ? wordLack(lack) : wordLackShort(lack))),
        ...(lacks.length === 0 ? ['nothing is lacking'] : []),
      ];
  const again = opened.length > 0 ? [`opened again ${opened.length} ×`] : [];
  return {
    kind: 'gate',
    key: gate,
    title: GATE_WORD[gate].is,
    press: GATE_KEY[gate].toUpperCase(),
    state: closed ? (closed.lacks.length > 0 ? 'closed-lacking' : 'closed') : lacks.length > 0 ? 'lacking' : 'ready',
    isNext: stand === holds,
    lines: [...lines, ...again],
  };
}

/**
 * Everything that lies on the way, in its order: places as stations, gates as bars between them.
 *
 * @param steps what is left of each stage, as far as it is reckoned
 */
export function thingsOf(path: Path, standing: Standing, steps: { id: string; minutes: number }[]): PathThing[] {
  const after = (stage: string) => GATES.filter((gate) => GATE[gate].after === stage);
  const barsAfter = (stage: string) =>
    after(stage).map((gate) => gateThing(path.gates.find((one) => one.gate === gate)!, path.holds)); // prettier-ignore
  return ENGINE_PLACES.filter((place) => place.path !== 'path').flatMap((place, index) => {
    const stage = isStage(place) ? place.stage : null;
    const station = path.stations.find((one) => one.stage === stage);
    const checks = [...(station?.checks ?? [])].sort((a, b) => rank(a) - rank(b));
    const thing: PathStation = {
      kind: 'station',
      key: place.path,
      title: place.title,
      press: STATION_KEYS[index].toUpperCase(),
      state: place.progress(standing),
      isHere: stage !== null && stage === path.here,
      isBehind: station?.isPast === true,
      count: station && station.of > 0 ? `${station.taken}/${station.of}` : '',
      left: stage === null ? '' : sayLeft(steps.find(({ id }) => id === stage)?.minutes ?? 0),
      lines: checks.map(lineOf(stage === path.here ? path.next : null)),
      warning: place.warning?.(standing),
    };
    return [thing, ...barsAfter(stage ?? place.path)];
  });
}
