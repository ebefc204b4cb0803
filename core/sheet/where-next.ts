import { GATES, type Gate } from '../plan/gates.js';
import type { Stage } from '../plan/measure.js';
import { actsOf } from './acts.js';
import { isSigned, type EngineFile } from './engine-file.js';
import { closedOf } from './gates.js';
import { hereOf, type Check, type Station } from './stations.js';

/**
 * `opened` nothing was read · `measuring` something that is asked is not taken · `deciding` flags are open · `missing` a
 * required value is hidden behind a closed gate and nobody accepted that · `closing` the shop closes gates on this engine
 * and one is open · `to-sign`, `to-hand-over` · then where it is in the shop's life.
 */
export const WHERES = ['opened', 'measuring', 'deciding', 'missing', 'closing', 'to-sign', 'to-hand-over', 'handed-over', 'closed', 'struck'] as const; // prettier-ignore

/** Where an engine stands in the work, and what is done next. */
export interface WhereNext {
  is: (typeof WHERES)[number];
  /** The stage of the way where the work is, with how much of what is asked there is taken; null behind the last. */
  stage: Stage | null;
  taken: number;
  of: number;
  /** What is taken next there, and where; null where nothing is, or nobody can say yet. */
  next: Pick<Check, 'measure' | 'title' | 'next'> | null;
  /** The gate that is closed next, where that is next. */
  gate: Gate | null;
  /** Whether there is a record, and everything that was filed stands on it. */
  record: 'none' | 'older' | 'whole';
}

/** Of the job, what is told where. */
export interface ToldOf {
  file: Pick<EngineFile, 'acts' | 'readings' | 'signed'>;
  stations: readonly Station[];
  flagsOpen: number;
  /** Required values that are neither there nor accepted as missing. */
  unanswered: number;
}

/** The gate to close next, once the shop has closed any on this engine; handing over is an act of its own. */
function gateToClose(file: ToldOf['file']): Gate | null {
  const gates = GATES.filter((gate) => gate !== 'hand-over');
  const open = gates.filter((gate) => closedOf(file, gate) === null);
  return open.length < gates.length ? (open[0] ?? null) : null;
}

/** Where an engine stands and what is next: the one answer that floor, path, ribbon and record show. */
export function whereNext({ file, stations, flagsOpen, unanswered }: ToldOf): WhereNext {
  const record = !file.signed ? 'none' : isSigned(file) ? 'whole' : 'older';
  const { here, next } = hereOf(stations);
  const at = stations.find(({ stage }) => stage === here);
  const told = { stage: here, taken: at?.taken ?? 0, of: at?.of ?? 0, next: next && { measure: next.measure, title: next.title, next: next.next }, gate: null, record } as const; // prettier-ignore
  const behind = { ...told, stage: null, taken: 0, of: 0, next: null };
  const life = actsOf(file, 'life').at(-1)?.life ?? 'in-work';
  if (life !== 'in-work') return { ...behind, is: life };
  // What is signed whole was looked at as a whole: what nobody took was accepted with it.
  if (record === 'whole') return { ...behind, is: 'to-hand-over' };
  if (file.readings.length === 0) return { ...told, stage: here ?? 'bottom-end', is: 'opened' };
  if (here !== null && next !== null) return { ...told, is: 'measuring' };
  if (flagsOpen > 0) return { ...told, is: 'deciding' };
  if (unanswered > 0) return { ...behind, is: 'missing' };
  if (here !== null) return { ...told, is: 'measuring' };
  const gate = gateToClose(file);
  return gate ? { ...behind, is: 'closing', gate } : { ...behind, is: 'to-sign' };
}
