import { placesOf } from '../engine/places.js';
import {
  GATE,
  GATES,
  gateAsks,
  isGateAsk,
  orderRules,
  type Gate,
  type GateAsk,
  type OrderRule,
} from '../plan/gates.js';
import type { Measure } from '../plan/measure.js';
import { findMeasure, measureOf } from '../plan/measures.js';
import { actsOf, type GateClosed, type GateOpened, type Lack } from './acts.js';
import { passesOf } from './angle-doubts.js';
import { isClayInside, isSigned, type EngineFile } from './engine-file.js';
import { turnedTwiceOf } from './proof.js';
import type { Reading } from './reading.js';
import type { Sheet } from './sheet.js';
import { isBuild } from './slot.js';
import type { Stand } from './stand.js';
import { headsUnplanned, tighteningsOf } from './tightening.js';

/** All that gates are judged by. */
export interface Judged {
  file: EngineFile;
  sheet: Sheet;
  stand: Stand;
  /** How many of the parts that are wanted for the engine are not fitted yet; null while that is not known. */
  partsOpen: number | null;
}

type Acts = Pick<EngineFile, 'acts'>;

/** How a gate stands. */
export interface GateStand {
  gate: Gate;
  /** How it was closed last; null while it is open. */
  closed: Pick<GateClosed, 'by' | 'at' | 'reason' | 'lacks'> | null;
  /** Each time that it was opened again. */
  opened: GateOpened[];
  /** What it asks, and what of that is lacking now. */
  asks: GateAsk[];
  lacks: Lack[];
  /** The shop's practice says what it asks; else general practice does. */
  isOwn: boolean;
  /** Readings that were taken while it was closed, of what it hides. */
  takenBehind: Reading[];
}

/** How a gate was closed last, where it is. The engine itself is handed over by where it is in the shop's life. */
export function closedOf({ acts }: Acts, gate: Gate): GateStand['closed'] {
  if (gate === 'hand-over') {
    const life = actsOf({ acts }, 'life').at(-1);
    if (!life || life.life === 'in-work' || life.life === 'struck') return null;
    const {
      by,
      at,
      reason,
      lacks = [],
    } = actsOf({ acts }, 'life').findLast((one) => one.life === 'handed-over') ?? life;
    return { by, at, reason, lacks };
  }
  const last = acts.findLast((act) => (act.kind === 'gate-closed' || act.kind === 'gate-opened') && act.gate === gate);
  if (last?.kind !== 'gate-closed') return null;
  const { by, at, reason, lacks } = last;
  return { by, at, reason, lacks };
}

/** Where the checks that this engine makes at another time are asked, by what is asked. */
const movedTo = (file: Acts): Map<string, Gate> => new Map(actsOf(file, 'check-moved').map(({ ask, to }) => [ask, to]));

/** What a gate asks of this engine: what the shop has it ask, but for checks that were moved, and those moved to it. */
export function asksOf(file: Pick<EngineFile, 'acts' | 'spec'>, gate: Gate): { asks: GateAsk[]; isOwn: boolean } {
  const { asks, isOwn } = gateAsks(file.spec.practice, gate);
  const moved = movedTo(file);
  const here = [...moved].flatMap(([ask, to]) => (to === gate && isGateAsk(ask) && !asks.includes(ask) ? [ask] : []));
  return { asks: [...asks.filter((ask) => (moved.get(ask) ?? gate) === gate), ...here], isOwn };
}

/** Whether a gate hides a measure on this engine: not one that is taken with it closed, as somebody has said. */
function hides(file: Acts, gate: Gate, measure: Pick<Measure, 'key' | 'stage'>): boolean {
  const to = movedTo(file).get(`measure:${measure.key}`);
  return GATE[gate].hides(measure) && (to === undefined || GATES.indexOf(to) <= GATES.indexOf(gate));
}

/** The closed gate that hides a measure; undefined where none does. */
export const hidingGate = (file: Acts, measure: Pick<Measure, 'key' | 'stage'>): Gate | undefined =>
  GATES.find((gate) => hides(file, gate, measure) && closedOf(file, gate) !== null);

/** Readings of what a gate hides that arrived while it was closed. */
function takenBehind({ acts, readings }: Pick<EngineFile, 'acts' | 'readings'>, gate: Gate): Reading[] {
  const changes = acts.filter(
    (act): act is Extract<typeof act, { kind: 'gate-closed' | 'gate-opened' }> =>
      (act.kind === 'gate-closed' || act.kind === 'gate-opened') && act.gate === gate,
  );
  if (changes.length === 0) return [];
  const isClosedAt = (at: string) => changes.findLast((change) => change.at <= at)?.kind === 'gate-closed';
  return readings.filter((reading) => {
    const measure = findMeasure(reading.measure);
    return (
      measure !== undefined && isBuild(reading) && hides({ acts }, gate, measure) && isClosedAt(reading.receivedAt)
    );
  });
}

const whole = (isLacking: boolean): string[] | null => (isLacking ? [] : null);
const somewhere = (places: string[]): string[] | null => (places.length > 0 ? [...new Set(places)] : null);

/** Where something that is asked is lacking: the places, none for the whole engine; null where it is as it must be. */
function lackingAt({ file, sheet, stand, partsOpen }: Judged, ask: GateAsk): string[] | null {
  const [kind] = ask.split(':');
  const what = ask.slice(kind.length + 1);
  switch (kind) {
    case 'measure': {
      const measure = measureOf(what);
      if (measure.lifter && measure.lifter !== file.engine.lifter) return null;
      const accepted = new Set(
        sheet.missing.flatMap((one) => (one.measure === what && one.disposition ? [one.place] : [])),
      );
      const places = placesOf(file.engine, measure.scope);
      return somewhere(places.filter((place) => !accepted.has(place) && stand.latest(what, place) === undefined));
    }
    case 'required':
      return somewhere(sheet.missing.flatMap(({ measure, place, disposition }) => !disposition && measureOf(measure).stage === what ? [place] : [])); // prettier-ignore
    case 'flags':
      return somewhere(sheet.flags.flatMap((flag) => (flag.open && measureOf(flag.measure).stage === what ? [flag.place] : []))); // prettier-ignore
    case 'sign-off': {
      if (what === 'clay-out') return whole(isClayInside(file));
      const given = turnedTwiceOf(file);
      return whole(!given || given.isStale);
    }
    case 'wheel':
      return whole(
        passesOf(stand, file.spec.practice).findLast(({ state }) => state !== 'rough')?.state !== 'confirmed',
      );
    case 'parts':
      return whole(partsOpen !== null && partsOpen > 0);
    case 'tightened': {
      const groups = tighteningsOf(file, sheet.rows).filter(({ plan: { fastened, group } }) => fastened === what || group === what); // prettier-ignore
      if (groups.length === 0) return [];
      const open = somewhere(groups.flatMap(({ plan, isDone, passes, moved, off }) => {
        if (isDone) return [];
        const undrawn = passes.flatMap(({ pulled }) => pulled.filter(({ row }) => row === null).map(({ nth }) => nth));
        return [...undrawn, ...moved, ...off.map(({ nth }) => nth)].map((nth) => `F:${plan.group}:${nth}`);
      })); // prettier-ignore
      return open ?? whole(what === 'heads' && headsUnplanned(file) > 0);
    }
    case 'gate':
      return whole(closedOf(file, what as Gate) === null);
    default:
      return whole(!isSigned(file));
  }
}

/** What a gate asks and what of it is lacking, by all that is on file. */
export function lacksOf(judged: Judged, asks: readonly GateAsk[]): Lack[] {
  return asks.flatMap((ask) => {
    const places = lackingAt(judged, ask);
    if (places === null) return [];
    const isOlder = ask === 'record:signed' && judged.file.signed !== null;
    return [{ ask, places, ...(isOlder ? { older: true as const } : {}) }];
  });
}

/** How every gate of the path stands, in the order of the path. */
export function gatesOf(judged: Judged): GateStand[] {
  const { file } = judged;
  return GATES.map((gate) => {
    const { asks, isOwn } = asksOf(file, gate);
    return {
      gate,
      closed: closedOf(file, gate),
      opened: actsOf(file, 'gate-opened').filter((act) => act.gate === gate).map(({ kind, ...opened }) => opened),
      asks,
      lacks: lacksOf(judged, asks),
      isOwn,
      takenBehind: takenBehind(file, gate),
    }; // prettier-ignore
  });
}

/** A rule of the order of work that is about to be broken, or is: so many are taken while the first is not. */
export interface OrderBroken extends OrderRule {
  taken: number;
}

/** Rules that say that something comes first which does not: told before much is done that would be undone. */
export function ordersBroken({ file, stand }: Pick<Judged, 'file' | 'stand'>): OrderBroken[] {
  const takenOf = (key: string) => {
    const measure = findMeasure(key);
    return measure ? placesOf(file.engine, measure.scope).filter((place) => stand.latest(key, place) !== undefined).length : 0; // prettier-ignore
  };
  return orderRules(file.spec.practice).flatMap((rule) => {
    const taken = takenOf(rule.before);
    return takenOf(rule.first) === 0 && taken > 0 ? [{ ...rule, taken }] : [];
  });
}
