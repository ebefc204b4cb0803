import type { Stage } from '../plan/measure.js';
import { gatesOf, ordersBroken, type GateStand, type Judged, type OrderBroken } from './gates.js';
import { hereOf, stationsOf, type Check, type Station } from './stations.js';
import { whereNext, type WhereNext } from './where-next.js';

export interface Path {
  stations: Station[];
  gates: GateStand[];
  /** Where the work is by its stations; null at the end. */
  here: Stage | null;
  /** What is taken next there. */
  next: Check | null;
  /** The same in one answer, with what comes behind the measuring. */
  where: WhereNext;
  /** The gate that is next to close. */
  holds: GateStand | null;
  orders: OrderBroken[];
}

/**
 * The whole job as one way: every stage with its checks, every gate with what it lacks, where the work is, what is next,
 * and what holds.
 */
export function pathOf(judged: Judged): Path {
  const gates = gatesOf(judged);
  const { file, stand, sheet } = judged;
  const flagsOpen = sheet.flags.filter(({ open }) => open);
  const stations = stationsOf({ file, stand, flagsOpen });
  const holds = gates.find(({ closed }) => closed === null) ?? null;
  const unanswered = sheet.missing.filter(({ disposition }) => !disposition).length;
  const where = whereNext({ file, stations, flagsOpen: flagsOpen.length, unanswered });
  return { stations, gates, ...hereOf(stations), where, holds, orders: ordersBroken(judged) };
}
