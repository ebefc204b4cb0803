import type { Adapter, Target, TighteningPlan, TighteningStep } from '../tightening/plan.js';
import { isOffTarget, limitOfPull, passSlot } from './passes.js';
import { torqueAdapter } from '../tightening/torque-adapter.js';
import { GATE } from '../plan/gates.js';
import { actsOf, stillSo } from './acts.js';
import { decidedIn } from './flags.js';
import type { EngineFile } from './engine-file.js';
import type { Paper } from './papers.js';
import type { SheetRow } from './row.js';
import type { Stand } from './stand.js';

/** As much of a row as a pull of a fastener has. */
export type Pull = Pick<SheetRow, 'measure' | 'place' | 'at' | 'value' | 'entered' | 'enteredUnit' | 'by' | 'takenAt' | 'readingId'>; // prettier-ignore

/** Every pull that counts, from readings that were walked through: what the rows of a sheet say of them. */
export const pullsOf = (stand: Stand): Pull[] =>
  stand.all().flatMap((history) => {
    const last = history[history.length - 1];
    if (last.at?.by !== 'pass') return [];
    const { measure, place, at, value, entered, unit, by, takenAt, id } = last;
    return [{ measure, place, at, value, entered, enteredUnit: unit, by, takenAt, readingId: id }];
  });

/** The plans that hold, one a group, in the order in which the groups were filed first. */
export function plansOf({ papers }: { papers: readonly Paper[] }): (TighteningPlan & Pick<Paper, 'by' | 'at'>)[] {
  const plans = new Map<string, TighteningPlan & Pick<Paper, 'by' | 'at'>>();
  for (const { kind, body, by, at } of papers)
    if (kind === 'tightening') plans.set((body as TighteningPlan).group, { ...(body as TighteningPlan), by, at });
  return [...plans.values()];
}

/** What heads that no plan is for are called, beside the groups that have one. */
export const OTHER_HEAD = 'The other head';

/** How many heads no plan is for, once one has one: there is a head to each bank. */
export function headsUnplanned({ engine, papers }: Pick<EngineFile, 'engine' | 'papers'>): number {
  const planned = plansOf({ papers }).filter(({ fastened }) => fastened === 'heads').length;
  return planned === 0 ? 0 : Math.max(0, engine.banks.length - planned);
}

/** One fastener at one step: what was read there, and whether it is as it must be. */
interface Pulled {
  nth: number;
  row: Pick<SheetRow, 'value' | 'entered' | 'enteredUnit' | 'by' | 'takenAt'> | null;
  /** It was taken and lies off its target, or it moved when it was looked at once more. */
  isOff: boolean;
}

interface Pass {
  step: TighteningStep;
  index: number;
  /** In the order of the pattern. */
  pulled: Pulled[];
  isDone: boolean;
}

export interface Tightening {
  plan: TighteningPlan;
  passes: Pass[];
  /** Where the next fastener waits: the first that has not been taken; null once all are. */
  next: { step: number; nth: number } | null;
  /** Of the pass that is under way: those that were passed by while later ones were taken. */
  skipped: number[];
  /** Fasteners that turned when they were looked at once more, and were not drawn again since. */
  moved: number[];
  /** Fasteners that lie off the target of a pass. */
  off: { step: number; nth: number }[];
  /** Every pass is whole, nothing is off and nothing moved. */
  isDone: boolean;
}

/**
 * How far a group is. A fastener that moved when it was looked at is settled by drawing it at a torque pass again; one off
 * its target by drawing it again, or by the lead, who accepts it.
 *
 * @param isAccepted whether somebody accepted a pull off its target, as it stands
 */
export function tighteningOf(
  plan: TighteningPlan,
  rows: readonly Pull[],
  isAccepted: (pull: Pull) => boolean = () => false,
): Tightening {
  const byKey = new Map(
    rows.filter(({ at }) => at?.by === 'pass').map((row) => [`${row.measure} ${row.place} ${row.at!.value}`, row]),
  );
  const rowAt = (step: number, nth: number) => {
    const { measure, place, at } = passSlot(plan, step, nth);
    return byKey.get(`${measure} ${place} ${at!.value}`);
  };
  /** When a fastener was last drawn to a torque, angle or stretch. */
  const drawnAt = (nth: number) =>
    plan.steps.reduce((last, { kind }, step) => {
      const at = ['torque', 'angle', 'stretch'].includes(kind) ? rowAt(step, nth)?.takenAt : undefined;
      return at !== undefined && at > last ? at : last;
    }, '');
  const passes = plan.steps.map((step, index): Pass => {
    const pulled = plan.order.map((nth): Pulled => {
      const row = rowAt(index, nth) ?? null;
      const hasMoved = step.kind === 'check' && row?.value === 1 && drawnAt(nth) <= row.takenAt;
      const isOff = hasMoved || (row !== null && step.kind !== 'check' && step.target !== undefined && isOffTarget(step.target, row.value) && !isAccepted(row)); // prettier-ignore
      return { nth, row, isOff };
    });
    return { step, index, pulled, isDone: pulled.every(({ row }) => row !== null) };
  });
  const open = passes.find(({ isDone }) => !isDone);
  const last = open ? open.pulled.findLastIndex(({ row }) => row !== null) : -1;
  const skipped = open ? open.pulled.slice(0, Math.max(0, last)).filter(({ row }) => row === null).map(({ nth }) => nth) : []; // prettier-ignore
  const waiting = open && (open.pulled.slice(last + 1).find(({ row }) => row === null) ?? open.pulled.find(({ row }) => row === null)); // prettier-ignore
  const offAt = (isWanted: (pass: Pass) => boolean) =>
    passes.filter(isWanted).flatMap(({ index, pulled }) => pulled.filter(({ isOff }) => isOff).map(({ nth }) => ({ step: index, nth }))); // prettier-ignore
  const moved = offAt(({ step }) => step.kind === 'check').map(({ nth }) => nth);
  const off = offAt(({ step }) => step.kind !== 'check');
  return {
    plan,
    passes,
    next: waiting ? { step: open.index, nth: waiting.nth } : null,
    skipped,
    moved: [...new Set(moved)],
    off,
    isDone: !open && moved.length === 0 && off.length === 0,
  };
}

/**
 * How far every group is, by its plan. What was drawn before its gate was opened again is loose since, and counts no more.
 */
export function tighteningsOf(
  file: Pick<EngineFile, 'papers' | 'acts' | 'readings'>,
  rows: readonly Pull[],
): Tightening[] {
  const arrived = new Map(file.readings.map(({ id, receivedAt }) => [id, receivedAt]));
  const opened = actsOf(file, 'gate-opened');
  const decided = decidedIn(file);
  return plansOf(file).map((plan) => {
    const loosened = opened.findLast(({ gate }) => GATE[gate].loosens.includes(plan.fastened))?.at;
    const counted = loosened === undefined ? rows : rows.filter(({ readingId }) => arrived.get(readingId)! > loosened);
    const isAccepted = ({ measure, place, at, value, readingId }: Pull) => {
      const made = decided(readingId, measure, place);
      const found = at && limitOfPull(plan, measure, at);
      if (made?.action !== 'accepted' || !found) return false;
      const { min, max } = found;
      return stillSo(made.about, { verdict: value < min ? 'low' : 'high', value, limit: { min, max } });
    };
    return tighteningOf(plan, counted, isAccepted);
  });
}

/** What the wrench is set to for a target, with the plan's adapter on it; in the target's unit. Null where none is on it. */
export function wrenchSetting({ adapter }: { adapter?: Adapter }, target: Target): number | null {
  return adapter ? torqueAdapter({ target: target.value, ...adapter }).setting : null;
}

/** What an empty Enter files at a step: the target, as a wrench clicks at it; null where something must be read. */
export function readByClick(plan: TighteningPlan, step: number): { entered: string; unit: string } | null {
  const { kind, target } = plan.steps[step];
  if (kind === 'seat' || kind === 'loosen') return { entered: 'done', unit: 'choice' };
  if (kind === 'check') return { entered: 'held', unit: 'choice' };
  if (kind === 'stretch' || !target) return null;
  return { entered: String(target.value), unit: target.unit };
}
