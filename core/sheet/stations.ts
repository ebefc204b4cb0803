import { keyedMeasure } from '../derive/rules.js';
import { parseValve, placesOf } from '../engine/places.js';
import { gateBehind, GATES } from '../plan/gates.js';
import { STAGES, type Measure, type Stage } from '../plan/measure.js';
import { MEASURES, measureOf } from '../plan/measures.js';
import { ownMeasures } from '../plan/own-measure.js';
import type { EngineFile } from './engine-file.js';
import { decidedIn, type Decided, type Flag } from './flags.js';
import { asksOf, closedOf } from './gates.js';
import type { Stand } from './stand.js';
import { headsUnplanned, OTHER_HEAD, pullsOf, tighteningsOf } from './tightening.js';

/** One thing that is measured on the way, and how much of it is. */
export interface Check {
  measure: string;
  title: string;
  taken: number;
  of: number;
  /** Any of its flags is open. */
  isFlagged: boolean;
  /** What it needs first and that is not there: titles. */
  needs: string[];
  /** The set requires it, or the next gate asks for it. */
  isAsked: boolean;
  /** Where the next value of it belongs; null where all are taken, or nobody can say yet. */
  next: string | null;
}

/** How far a stage is: nothing taken, begun, or everything that is asked there taken and settled. */
export type Progress = 'empty' | 'open' | 'done';

/** One stage of the way. */
export interface Station {
  stage: Stage;
  checks: Check[];
  /** Over all checks that are asked for. */
  taken: number;
  of: number;
  flags: number;
  state: Progress;
  /** The gate that closes its work is closed: what nobody asked for there is passed by. */
  isPast: boolean;
}

/** Measures that are read at a station, the derived ones left out: what follows from others is no work of its own. */
const readAt = (measure: Measure) => measure.needs.length === 0 || measure.stage === 'cam-timing';

/** All that tells how far the stations are: no more than what is kept current with every reading. */
export interface Walked {
  file: EngineFile;
  /** The file's readings, walked through. */
  stand: Stand;
  flagsOpen: readonly Pick<Flag, 'measure'>[];
}

/** A check for each group that has a plan, and one for heads that have none yet: as many pulls as the one that is planned. */
function tighteningChecks({ file, stand }: Walked): Check[] {
  const groups = tighteningsOf(file, pullsOf(stand));
  const pulls = ({ passes }: (typeof groups)[number]) => passes.flatMap(({ pulled }) => pulled);
  const checks = groups.map((group): Check => {
    const { plan, next, moved, off } = group;
    return {
      measure: `group:${plan.group}`,
      title: plan.title,
      taken: pulls(group).filter(({ row }) => row !== null).length,
      of: pulls(group).length,
      isFlagged: moved.length > 0 || off.length > 0,
      needs: [],
      isAsked: true,
      next: next && `F:${plan.group}:${next.nth}`,
    };
  });
  const more = headsUnplanned(file);
  if (more === 0) return checks;
  const planned = groups.find(({ plan }) => plan.fastened === 'heads')!;
  return [...checks, { measure: 'group:heads', title: `${OTHER_HEAD}: no plan yet`, taken: 0, of: more * pulls(planned).length, isFlagged: false, needs: [], isAsked: true, next: null }]; // prettier-ignore
}

/** Any one of these groups, taken whole, makes the timing known. */
const TIMING_KNOWN = [
  ['intake-open', 'intake-close', 'exhaust-open', 'exhaust-close'],
  ['intake-centreline', 'exhaust-centreline'],
];

/** Whether a stage whose checks are all taken proves anything: timing by any of its methods, lift that arrives. */
function isProven({ file: { engine, spec }, stand }: Walked, stage: Stage): boolean {
  if (stage === 'cam-timing')
    return TIMING_KNOWN.some((group) => group.every((measure) => stand.latest(measure, 'engine')));
  // Lift that does not arrive is no flag where the shop has no limit on it.
  if (stage === 'proof' && !spec.limits.some(({ measure }) => measure === 'lift-lost'))
    return !placesOf(engine, 'valve').some((place) => stand.latest('lift-lost', place)?.derived?.hints?.length);
  return true;
}

/** The kinds of valve that any of some limits is on; null for every place. */
function valvesOf(limits: readonly { valve?: 'I' | 'E' }[]): Set<string> | null {
  return limits.some(({ valve }) => !valve) ? null : new Set(limits.map(({ valve }) => valve!));
}

/** What holds for every stage, worked out once: measures that any gate asks, and what was decided. */
interface AskedAll {
  asked: ReadonlySet<string>;
  decided: Decided;
}

function askedAll(file: EngineFile): AskedAll {
  const asks = GATES.flatMap((gate) => asksOf(file, gate).asks).filter((ask) => ask.startsWith('measure:'));
  const asked = new Set(asks.map((ask) => keyedMeasure(file.engine, ask.slice('measure:'.length))));
  return { asked, decided: decidedIn(file) };
}

function checksOf(walked: Walked, stage: Stage, { asked, decided }: AskedAll): Check[] {
  const { file, stand, flagsOpen } = walked;
  const { engine, spec } = file;
  if (stage === 'torque') return tighteningChecks(walked);
  const all = [
    ...MEASURES.filter((measure) => measure.stage === stage && readAt(measure)),
    ...ownMeasures(spec, stage),
  ];
  return all.flatMap((measure): Check[] => {
    const { key, title, lifter, scope, needs } = measure;
    // What follows from another measure is taken there.
    if ((lifter && lifter !== engine.lifter) || keyedMeasure(engine, key) !== key) return [];
    const limits = spec.limits.filter((limit) => keyedMeasure(engine, limit.measure) === key);
    const required = limits.filter((limit) => limit.required);
    const isAsked = required.length > 0 || asked.has(key);
    // A limit on the intakes asks nothing of an exhaust.
    const by = required.length > 0 ? required : limits;
    const valves = asked.has(key) || by.length === 0 ? null : valvesOf(by);
    const places = placesOf(engine, scope).filter((place) => !valves || valves.has(parseValve(place)?.kind ?? ''));
    const open = places.filter((place) => !stand.latest(key, place) && decided(null, key, place) === undefined);
    const taken = places.length - open.length;
    // What nobody asks for stands there once it was begun, or where the set has a limit on it.
    if (places.length === 0 || (!isAsked && taken === 0 && limits.length === 0)) return [];
    const lacking = needs.filter(
      (need) => !places.some((place) => stand.latest(need, place)) && !stand.latest(need, 'engine'),
    );
    const isFlagged = flagsOpen.some((flag) => flag.measure === key);
    return [{ measure: key, title, taken, of: places.length, isFlagged, needs: lacking.map((need) => measureOf(need).title), isAsked, next: open[0] ?? null }]; // prettier-ignore
  });
}

/** Every stage with its checks, and how far it is. */
export function stationsOf(walked: Walked): Station[] {
  const { file, flagsOpen } = walked;
  const all = askedAll(file);
  return STAGES.map((stage): Station => {
    const checks = checksOf(walked, stage, all);
    const asked = checks.filter(({ isAsked }) => isAsked);
    const counted = asked.length > 0 ? asked : checks;
    const sum = (of: (check: Check) => number) => counted.reduce((total, check) => total + of(check), 0);
    const [taken, of] = [sum((check) => check.taken), sum((check) => check.of)];
    const flags = flagsOpen.filter((flag) => measureOf(flag.measure).stage === stage).length;
    const isPast = closedOf(file, gateBehind(stage)) !== null;
    const isWhole = of > 0 && taken === of && flags === 0 && !counted.some(({ isFlagged }) => isFlagged);
    const isBegun = checks.some((check) => check.taken > 0) || flags > 0;
    const state = isWhole && isProven(walked, stage) ? 'done' : isBegun ? 'open' : 'empty';
    return { stage, checks, taken, of, flags, state, isPast };
  });
}

/**
 * Where the work is: the first station that is neither done nor past its gate and that something is asked of; where
 * nothing is asked anywhere, the first that has any check. With what is taken next there.
 */
export function hereOf(stations: readonly Station[]): { here: Stage | null; next: Check | null } {
  const open = stations.filter((station) => station.state !== 'done' && !station.isPast);
  const isAnything = stations.some(({ checks }) => checks.some(({ isAsked }) => isAsked));
  const station =
    open.find(({ checks, flags }) => flags > 0 || checks.some((check) => check.isAsked && check.next !== null)) ??
    (isAnything ? undefined : open.find(({ of }) => of > 0));
  const next =
    station?.checks.find((check) => check.isAsked && check.next !== null) ??
    (isAnything ? undefined : station?.checks.find((check) => check.next !== null));
  return { here: station?.stage ?? null, next: next ?? null };
}
