import type { Gate } from '../plan/gates.js';
import type { Stage } from '../plan/measure.js';
import { actsOf, type CheckMoved, type Lack } from '../sheet/acts.js';
import { gatesOf, type Judged } from '../sheet/gates.js';
import { tighteningsOf } from '../sheet/tightening.js';

/** A gate of the path as it stands when the record is signed. */
export interface RecordedGate {
  gate: Gate;
  /** How it was closed last; null where it is open. */
  closed: { by: string; at: string; reason: string | null; lacks: Lack[] } | null;
  /** Each time that it was opened again, and why. */
  opened: { by: string; at: string; reason: string }[];
  /** How many readings were taken while it was closed, of what it hides. */
  takenBehind: number;
}

/** A check that was made at another time on this engine: before which gate, and why. */
export type RecordedMove = Omit<CheckMoved, 'id'>;

export const recordedMoves = ({ file }: Pick<Judged, 'file'>): RecordedMove[] =>
  actsOf(file, 'check-moved').map(({ ask, to, reason, by, at }) => ({ ask, to, reason, by, at }));

/** Who has read the cautions of a stage. */
export interface RecordedCaution {
  stage: Stage;
  by: string;
  at: string;
}

/** How a group of fasteners was tightened, in short: plan and passes stand among papers and values. */
export interface RecordedTightening {
  group: string;
  title: string;
  isDone: boolean;
  /** Fasteners that turned when they were looked at once more and were not drawn again. */
  moved: number[];
  /** Fasteners that lie off the target of a pass. */
  off: number[];
  isReused: boolean;
}

/** The gates that were ever closed; handing over comes after signing. What reopening cost is the shop's own. */
export function recordedGates(judged: Judged): RecordedGate[] {
  return gatesOf(judged)
    .filter(({ gate, closed, opened }) => gate !== 'hand-over' && (closed !== null || opened.length > 0))
    .map(({ gate, closed, opened, takenBehind }) => ({
      gate,
      closed,
      opened: opened.map(({ by, at, reason }) => ({ by, at, reason })),
      takenBehind: takenBehind.length,
    }));
}

export const recordedCautions = ({ file }: Pick<Judged, 'file'>): RecordedCaution[] =>
  actsOf(file, 'caution').map(({ stage, by, at }) => ({ stage, by, at }));

export function recordedTightening({ file, sheet }: Pick<Judged, 'file' | 'sheet'>): RecordedTightening[] {
  return tighteningsOf(file, sheet.rows).map(({ plan: { group, title, isReused }, isDone, moved, off }) => {
    return { group, title, isDone, moved, off: [...new Set(off.map(({ nth }) => nth))], isReused };
  });
}
