import type { StopMethod } from '../cam/valve-stops.js';
import type { Gate } from '../plan/gates.js';
import type { Stage } from '../plan/measure.js';
import type { Along } from '../plan/practice.js';
import type { SignOffOf } from '../plan/sign-offs.js';
import { sameValue } from '../tolerances.js';

export const DISPOSITION_ACTIONS = ['re-measured', 'reworked', 'replaced', 'accepted'] as const;
export type DispositionAction = (typeof DISPOSITION_ACTIONS)[number];

/** What a decision was about: it holds only as long as this is still so. Canonical values. */
export interface About {
  verdict: 'low' | 'high' | 'suspect' | 'missing';
  value: number | null;
  limit: { min?: number; max?: number } | null;
}

/** What was decided about a value out of limits, or about one that was never taken (`readingId` null). */
export interface Disposition {
  id: string;
  measure: string;
  place: string;
  action: DispositionAction;
  reason: string;
  readingId: string | null;
  /** Null for a decision of the first version, which did not write it down; see `legacy-decisions.ts`. */
  about: About | null;
  by: string;
  at: string;
}

/** The cautions of a stage were read on this engine. */
export interface Acknowledgement {
  id: string;
  stage: Stage;
  by: string;
  at: string;
}

/** The engine is judged by another spec set, or another version of it, from here on. */
export interface SpecMove {
  id: string;
  specSet: string;
  version: number;
  reason: string;
  by: string;
  at: string;
}

/** Where an engine is in the shop's life. */
export const LIVES = ['in-work', 'handed-over', 'closed', 'struck'] as const;
export type EngineLife = (typeof LIVES)[number];

/** An engine is handed over, closed, taken up again or struck, from here on. */
export interface LifeChange {
  id: string;
  life: EngineLife;
  reason: string;
  by: string;
  at: string;
  /** What was lacking when it was handed over; left out where nothing was. */
  lacks?: Lack[];
}

/** Something that a gate asks and that was not so when it was asked. */
export interface Lack {
  /** As the practice spells it: `measure:rod-side-clearance`. */
  ask: string;
  /** Where; empty where it is of the whole engine. */
  places: string[];
  /** It is there, but older than what was filed since: a record that was signed before. */
  older?: true;
}

/** A gate was closed: what lies behind it is hidden from here on. With what it lacked, and why it was closed all the same. */
export interface GateClosed {
  id: string;
  gate: Gate;
  lacks: Lack[];
  /** Null where nothing was lacking. */
  reason: string | null;
  by: string;
  at: string;
}

/** A check that this engine makes at another time: what a gate asks is asked by a later one. */
export interface CheckMoved {
  id: string;
  /** As the practice spells it: `measure:cam-end-play`. */
  ask: string;
  to: Gate;
  reason: string;
  by: string;
  at: string;
}

/** How a customer is told something. */
export const TOLD_BY = ['phone', 'text', 'mail', 'letter', 'in-person'] as const;

/** What the customer was told about the day of his engine, and how. */
export interface CustomerTold {
  id: string;
  how: (typeof TOLD_BY)[number];
  says: string;
  /** The day that was promised then, and the one on which it was thought to be ready; null for unknown. */
  promised: string | null;
  expected: string | null;
  by: string;
  at: string;
}

/** Something that a stage needs lies on the bench, or no longer does. */
export interface OnBench {
  id: string;
  stage: Stage;
  item: string;
  isThere: boolean;
  by: string;
  at: string;
}

/** A gate was opened again: why, and what it costs to undo and do anew. */
export interface GateOpened {
  id: string;
  gate: Gate;
  reason: string;
  /** Minutes of work, and money in the smallest unit of the shop's currency; null where nobody has said it. */
  minutes: number;
  cost: number | null;
  by: string;
  at: string;
}

/** A picture was taken at a place of the engine; its bytes stand by themselves, under their hash. */
export interface Picture {
  id: string;
  /** Where it was taken: a stage of the measuring, or at the engine's intake. */
  stage: Stage | 'intake';
  place: string;
  caption?: string;
  /** SHA-256 of the JPEG as it is shown. */
  sha256: string;
  width: number;
  height: number;
  takenAt: string;
  by: string;
  at: string;
}

/** Somebody has looked, and says that it is so. */
export interface SignOff {
  id: string;
  what: SignOffOf;
  by: string;
  at: string;
}

/** The valves are set in this way from here on; chosen anew, its rounds begin anew. */
export interface SettingWay {
  id: string;
  method: StopMethod;
  along: Along;
  by: string;
  at: string;
}

/** Valves that are left out for now, for a reason: a bank waits for its parts. Without one, they are taken up again. */
export interface SetAside {
  id: string;
  places: string[];
  reason: string | null;
  by: string;
  at: string;
}

/** One round of quarter turns: where the crank stood, and which valves had come loose and were taken up. */
export interface SlackRound {
  id: string;
  crankDeg: number;
  loose: string[];
  by: string;
  at: string;
}

/** What was odd about a reading was looked at, and this is what was found. */
export interface HintAnswer {
  id: string;
  readingId: string;
  /** Which of its hints. */
  hint: string;
  reason: string;
  by: string;
  at: string;
}

/** A reading was wrong and no longer counts: it stays in the log and on the record, with the reason. */
export interface ReadingStruck {
  id: string;
  readingId: string;
  reason: string;
  /** It was right, at another place: it stands there under an id of its own. */
  moved?: { readingId: string; place: string };
  by: string;
  at: string;
}

/** Words that were put to a reading since it was taken; the newest of them stand, none where they are empty. */
export interface ReadingNoted {
  id: string;
  readingId: string;
  note: string;
  by: string;
  at: string;
}

/** What people did about an engine besides measuring it, in the order in which they did it. */
export type Act =
  | ({ kind: 'disposition' } & Disposition)
  | ({ kind: 'caution' } & Acknowledgement)
  | ({ kind: 'spec-set' } & SpecMove)
  | ({ kind: 'life' } & LifeChange)
  | ({ kind: 'picture' } & Picture)
  | ({ kind: 'sign-off' } & SignOff)
  | ({ kind: 'setting-way' } & SettingWay)
  | ({ kind: 'set-aside' } & SetAside)
  | ({ kind: 'slack-round' } & SlackRound)
  | ({ kind: 'hint-answer' } & HintAnswer)
  | ({ kind: 'gate-closed' } & GateClosed)
  | ({ kind: 'gate-opened' } & GateOpened)
  | ({ kind: 'told' } & CustomerTold)
  | ({ kind: 'on-bench' } & OnBench)
  | ({ kind: 'reading-struck' } & ReadingStruck)
  | ({ kind: 'reading-noted' } & ReadingNoted)
  | ({ kind: 'check-moved' } & CheckMoved);

/** The acts of one kind, in the order in which they were done. */
export const actsOf = <Kind extends Act['kind']>(
  { acts }: { acts: readonly Act[] },
  kind: Kind,
): Extract<Act, { kind: Kind }>[] => acts.filter((act): act is Extract<Act, { kind: Kind }> => act.kind === kind);

/** The words that stand beside readings since they were taken, by the readings’ ids: of several the newest. */
export const notesOf = (file: { acts: readonly Act[] }): ReadonlyMap<string, string> =>
  new Map(actsOf(file, 'reading-noted').map(({ readingId, note }) => [readingId, note]));

const same = (a: number | null | undefined, b: number | null | undefined) =>
  a == null || b == null ? a == b : sameValue(a, b);

/** Whether what was decided about is still what stands there. */
export function stillSo(about: About | null, now: About): boolean {
  if (!about) return true;
  return (
    about.verdict === now.verdict &&
    same(about.value, now.value) &&
    same(about.limit?.min, now.limit?.min) &&
    same(about.limit?.max, now.limit?.max)
  );
}
