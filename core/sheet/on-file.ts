import { lobeOfCard, lobeOfSweep, type LobeOnFile } from '../cam/lobe-on-file.js';
import type { OnFile } from '../derive/on-file.js';
import type { ValveKind } from '../engine/engine.js';
import { figureOf } from '../engine/engine-data.js';
import { parseValve } from '../engine/places.js';
import { toCanonical } from '../units/units.js';
import { chosenInMillimetres } from '../valvetrain/chosen-setting.js';
import { inMillimetres, type MockUp } from '../valvetrain/mock-up.js';
import { rodsInMillimetres } from '../valvetrain/pushrod-set-up.js';
import { rockersInMillimetres } from '../valvetrain/rocker-set-up.js';
import type { Spring } from '../valvetrain/spring-nest.js';
import type { EngineFile } from './engine-file.js';
import {
  cardOf,
  chosenOf,
  engineDataOf,
  mockUpsOf,
  pushrodsOf,
  rockersOf,
  springPaperOf,
  springsOf,
  sweepsOf,
} from './papers.js';

/** Papers that rules compute with: with another of these, everything that was read follows anew. */
export const PAPERS_OF_RULES = [
  'cam-card',
  'engine-data',
  'lobe-sweep',
  'mock-up',
  'springs',
  'rockers',
  'pushrods',
  'setting-chosen',
];

/** Crank degrees between the points of a lobe that is made up from its card. */
const CARD_STEP_DEG = 1;

/** Does something once for each of the few things that it is asked about. */
function once<Key, Value>(make: (key: Key) => Value): (key: Key) => Value {
  const known = new Map<Key, Value>();
  return (key) => {
    if (!known.has(key)) known.set(key, make(key));
    return known.get(key)!;
  };
}

/** What stands on an engine's papers as its rules ask for it: each looked up when it is first asked for. */
export function onFileOf(file: Pick<EngineFile, 'papers'>): OnFile {
  const data = engineDataOf(file);
  const mockUps = mockUpsOf(file).map(({ at, ...said }) => ({ at, said: inMillimetres(said) }));
  const rockers = rockersOf(file).map(({ at, ...said }) => ({ at, said: rockersInMillimetres(said) }));
  const chosen = chosenOf(file).map(chosenInMillimetres);
  const rods = pushrodsOf(file);
  const newestOf = (check: number): MockUp => mockUps.findLast(({ said }) => said.check === check)!.said;
  const lobeOf = (place: string): LobeOnFile | null => {
    const { kind } = parseValve(place)!;
    const sweeps = sweepsOf(file);
    const sweep =
      sweeps.findLast((one) => one.place === place) ?? sweeps.findLast((one) => parseValve(one.place)?.kind === kind);
    if (sweep) return { points: lobeOfSweep(sweep, kind, 'mm'), swept: { place: sweep.place, at: sweep.at } };
    const card = cardOf(file);
    const points = card && lobeOfCard(card, kind, 'mm', CARD_STEP_DEG);
    return points && { points, swept: null };
  };
  return {
    build: mockUps.at(-1)?.said ?? null,
    figure: once((id) => figureOf(data, id)),
    mockUpAt(takenAt) {
      if (mockUps.length === 0) return null;
      // What was read before anything was filed belongs to the first that was.
      const { said } = mockUps.findLast(({ at }) => at <= takenAt) ?? mockUps[0];
      return { check: newestOf(said.check), build: mockUps.at(-1)!.said };
    },
    lobe: once(lobeOf),
    cardLift(kind) {
      const card = cardOf(file);
      const lift = card?.figures[kind === 'I' ? 'intakeLobeLift' : 'exhaustLobeLift'];
      return lift === undefined ? undefined : toCanonical(lift, card!.printed.unit);
    },
    // As with a check: what was rubbed before anything was filed belongs to the first that was.
    rockersAt: (takenAt) => (rockers.findLast(({ at }) => at <= takenAt) ?? rockers.at(0))?.said ?? null,
    chosen: (kind) => chosen.findLast((one) => one.kind === kind) ?? null,
    pushrods: rods ? rodsInMillimetres(rods) : null,
    springsExchangedAt: springPaperOf(file)?.exchangedAt ?? null,
    springs: once((kind) => springsOf(file, kind)?.nest ?? springOfData(data, kind)),
  };
}

/** The one spring that the engine's data tell of; null where they do not tell enough. */
function springOfData(data: Parameters<typeof figureOf>[0], kind: ValveKind): Spring[] | null {
  const of = (id: string) => figureOf(data, id);
  const [installed, solidHeight, load] = [
    of(kind === 'I' ? 'spring-installed-intake' : 'spring-installed-exhaust'),
    of('spring-solid'),
    of('spring-seat-load'),
  ];
  const rate = data['spring-rate'] && ratePerMm(data['spring-rate']);
  if (installed === undefined || solidHeight === undefined || load === undefined || rate === undefined) return null;
  return [{ solidHeight, step: 0, table: [[installed, load], [solidHeight, load + rate * (installed - solidHeight)]] }]; // prettier-ignore
}

/** A rate is typed as load per inch where it is in lbf, else per millimetre. */
function ratePerMm(typed: Parameters<typeof figureOf>[0][string]): number | undefined {
  const newtons = figureOf({ rate: typed }, 'rate');
  return newtons === undefined ? undefined : typed.unit === 'lbf' ? newtons / 25.4 : newtons;
}
