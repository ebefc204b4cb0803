import { keyedMeasure } from '../derive/rules.js';
import { placesOf } from '../engine/places.js';
import { gateBehind } from '../plan/gates.js';
import { STAGES, type Measure, type Stage } from '../plan/measure.js';
import { MEASURES, measureOf } from '../plan/measures.js';
import { ownMeasures } from '../plan/own-measure.js';
import { gatesOf, ordersBroken, type GateStand, type Judged, type OrderBroken } from './gates.js';
import { headsUnplanned, OTHER_HEAD, tighteningsOf } from './tightening.js';

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

/** One stage of the way. */
export interface Station {
  stage: Stage;
  checks: Check[];
  /** Over all checks that are asked for. */
  taken: number;
  of: number;
  flags: number;
  state: 'empty' | 'open' | 'done';
  /** The gate that closes its work is closed: what nobody asked for there is passed by. */
  isPast: boolean;
}

export interface Path {
  stations: Station[];
  gates: GateStand[];
  /** Where the work is: the first station that is neither done nor past its gate; null at the end. */
  here: Stage | null;
  /** What is taken next there. */
  next: Check | null;
  /** The gate that is next to close. */
  holds: GateStand | null;
  orders: OrderBroken[];
}

/** Measures that are read at a station, the derived ones left out: what follows from others is no work of its own. */
const readAt = (measure: Measure) => measure.needs.length === 0 || measure.stage === 'cam-timing';

/** A check for each group that has a plan, and one for heads that have none yet: as many pulls as the one that is planned. */
function tighteningChecks(file: Judged['file'], sheet: Judged['sheet']): Check[] {
  const groups = tighteningsOf(file, sheet.rows);
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

function checksOf({ file, sheet, stand }: Judged, stage: Stage, gates: readonly GateStand[]): Check[] {
  const { engine, spec } = file;
  if (stage === 'torque') return tighteningChecks(file, sheet);
  const asked = new Set(gates.flatMap(({ asks }) => asks.flatMap((ask) => (ask.startsWith('measure:') ? [keyedMeasure(engine, ask.slice('measure:'.length))] : [])))); // prettier-ignore
  const required = new Set(
    spec.limits.filter((limit) => limit.required).map(({ measure }) => keyedMeasure(engine, measure)),
  );
  const limited = new Set(spec.limits.map(({ measure }) => keyedMeasure(engine, measure)));
  const isOpen = (key: string) => sheet.flags.some((flag) => flag.open && flag.measure === key);
  const accepted = new Set(sheet.missing.flatMap((one) => (one.disposition ? [`${one.measure} ${one.place}`] : [])));
  const all = [
    ...MEASURES.filter((measure) => measure.stage === stage && readAt(measure)),
    ...ownMeasures(spec, stage),
  ];
  return all.flatMap((measure): Check[] => {
    const { key, title, lifter, scope, needs } = measure;
    // What follows from another measure is taken there.
    if ((lifter && lifter !== engine.lifter) || keyedMeasure(engine, key) !== key) return [];
    const places = placesOf(engine, scope);
    const open = places.filter((place) => !stand.latest(key, place) && !accepted.has(`${key} ${place}`));
    const taken = places.length - open.length;
    const isAsked = required.has(key) || asked.has(key);
    // What nobody asks for stands there once it was begun, or where the set has a limit on it.
    if (places.length === 0 || (!isAsked && taken === 0 && !limited.has(key))) return [];
    const lacking = needs.filter(
      (need) => !places.some((place) => stand.latest(need, place)) && !stand.latest(need, 'engine'),
    );
    return [{ measure: key, title, taken, of: places.length, isFlagged: isOpen(key), needs: lacking.map((need) => measureOf(need).title), isAsked, next: open[0] ?? null }]; // prettier-ignore
  });
}

/**
 * The whole job as one way: every stage with its checks, every gate with what it lacks, where the work is, what is next,
 * and what holds.
 */
export function pathOf(judged: Judged): Path {
  const gates = gatesOf(judged);
  const stations = STAGES.map((stage): Station => {
    const checks = checksOf(judged, stage, gates);
    const asked = checks.filter(({ isAsked }) => isAsked);
    const counted = asked.length > 0 ? asked : checks;
    const sum = (of: (check: Check) => number) => counted.reduce((total, check) => total + of(check), 0);
    const [taken, of] = [sum((check) => check.taken), sum((check) => check.of)];
    const flags = judged.sheet.flags.filter((flag) => flag.open && measureOf(flag.measure).stage === stage).length;
    const isPast = gates.some(({ gate, closed }) => gate === gateBehind(stage) && closed !== null);
    const isDone = of > 0 && taken === of && flags === 0 && !counted.some(({ isFlagged }) => isFlagged);
    const isBegun = checks.some((check) => check.taken > 0) || flags > 0;
    return { stage, checks, taken, of, flags, state: isDone ? 'done' : isBegun ? 'open' : 'empty', isPast };
  });
  const holds = gates.find(({ closed }) => closed === null) ?? null;
  const open = stations.filter((station) => station.state !== 'done' && !station.isPast);
  const station = open.find(({ checks, flags }) => flags > 0 || checks.some((check) => check.isAsked && check.next !== null)) ?? open.find(({ of }) => of > 0) ?? null; // prettier-ignore
  const next = station?.checks.find((check) => check.isAsked && check.next !== null) ?? station?.checks.find((check) => check.next !== null) ?? null; // prettier-ignore
  return { stations, gates, here: station?.stage ?? null, next, holds, orders: ordersBroken(judged) };
}
