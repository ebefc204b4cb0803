import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { WorkTime, type Span, type WorkWeek } from './work-time.js';

/** A piece of the work that is left. */
export interface WorkStep {
  id: string;
  /** How long one pair of hands works on it. */
  minutes: number;
  /** Steps that must be done first. */
  needs: string[];
  /** It cannot be begun before: its parts are not there. ISO 8601. */
  notBefore?: string;
}

export interface PromiseInput extends WorkWeek {
  /** ISO 8601, with its offset. */
  from: string;
  /** In the order of the path. */
  steps: WorkStep[];
}

interface Stretch {
  from: string;
  to: string;
}

export interface PromisedPlan {
  finishAt: string;
  /** Each step with the stretches in which it is worked on. */
  plan: { id: string; pieces: Stretch[] }[];
  /** Working time in which nothing could be begun, and what it waits for. */
  waits: (Stretch & { for: string[] })[];
  /** Steps that were taken out of turn because an earlier one waited. */
  meanwhile: string[];
}

/** Steps made ready for planning: their needs by index, their times in ms. */
export interface ReadySteps {
  ids: string[];
  needs: number[][];
  /** −Infinity for what may be begun at once. */
  notBefore: number[];
}

interface Planned {
  finishAt: number;
  pieces: Span[][];
  waits: (Span & { for: number[] })[];
  meanwhile: number[];
}

const MINUTE_MS = 60_000;

/** A step on a circle of needs; −1 where there is none. */
function onCircle(needs: number[][]): number {
  const state = new Map<number, 'under way' | 'done'>();
  const visit = (index: number): boolean => {
    if (state.get(index) === 'done') return false;
    if (state.get(index) === 'under way') return true;
    state.set(index, 'under way');
    const isCircle = needs[index].some(visit);
    state.set(index, 'done');
    return isCircle;
  };
  return needs.findIndex((_needs, index) => visit(index));
}

/** @throws ImpossibleInput for an id that is there twice or not at all, a circle among the needs, a time that is none */
export function readySteps(steps: readonly WorkStep[]): ReadySteps {
  const ids = steps.map(({ id }) => id);
  const at = new Map(ids.map((id, index) => [id, index]));
  const issues: Impossibility[] = [];
  steps.forEach(({ id, needs, notBefore }, index) => {
    if (at.get(id) !== index) issues.push({ path: ['steps', index, 'id'], code: 'step-twice', params: { id } });
    needs.forEach((need, nth) => {
      if (!at.has(need)) issues.push({ path: ['steps', index, 'needs', nth], code: 'step-unknown', params: { id: need } }); // prettier-ignore
    });
    if (notBefore !== undefined && Number.isNaN(Date.parse(notBefore)))
      issues.push({ path: ['steps', index, 'notBefore'], code: 'no-such-moment' });
  });
  if (issues.length > 0) throw new ImpossibleInput(...issues);
  const needs = steps.map((step) => step.needs.map((id) => at.get(id)!));
  const circle = onCircle(needs);
  if (circle >= 0) throw new ImpossibleInput({ path: ['steps', circle, 'needs'], code: 'step-circle', params: { id: ids[circle] } }); // prettier-ignore
  const notBefore = steps.map((step) => (step.notBefore === undefined ? -Infinity : Date.parse(step.notBefore)));
  return { ids, needs, notBefore };
}

/**
 * Plans the steps into the working time: one pair of hands takes the first step of the list that can be begun and works
 * on it until it is done; where nothing can be begun, it waits. As hands never rest while something can be begun, the end
 * hangs on no order: it is later only by what must be waited for.
 *
 * @param minutes how long each step takes, in the order of `steps`
 */
export function planInto(work: WorkTime, steps: ReadySteps, minutes: readonly number[], from: number): Planned {
  const { needs, notBefore } = steps;
  const done = needs.map(() => false);
  const pieces: Span[][] = needs.map(() => []);
  const waits: Planned['waits'] = [];
  const meanwhile: number[] = [];
  let now = from;
  let index = 0;
  let left = needs.length;

  const isReady = (step: number) => !done[step] && needs[step].every((need) => done[need]);
  /** Waits for a day, itself or what it needs. */
  const isHeldUp = (step: number): boolean => !done[step] && (notBefore[step] > now || needs[step].some(isHeldUp));
  while (left > 0) {
    // In closed time nothing is begun: what comes meanwhile is there when the shop opens.
    while (work.span(index).to <= now) index++;
    const opens = Math.max(now, work.span(index).from);
    const step = needs.findIndex((_needs, one) => isReady(one) && notBefore[one] <= opens);
    if (step < 0) {
      const held = needs.flatMap((_needs, one) => (isReady(one) ? [one] : []));
      const comes = Math.min(...held.map((one) => notBefore[one]));
      for (let at = index; work.span(at).from < comes; at++) {
        const piece = { from: Math.max(now, work.span(at).from), to: Math.min(comes, work.span(at).to) };
        waits.push({ ...piece, for: held });
      }
      now = comes;
      continue;
    }
    now = opens;
    if (needs.some((_needs, earlier) => earlier < step && isHeldUp(earlier))) meanwhile.push(step);
    let rest = Math.round(minutes[step] * MINUTE_MS);
    while (rest > 0) {
      if (work.span(index).to <= now) index++;
      const begins = Math.max(now, work.span(index).from);
      now = Math.min(work.span(index).to, begins + rest);
      pieces[step].push({ from: begins, to: now });
      rest -= now - begins;
    }
    done[step] = true;
    left--;
  }
  return { finishAt: now, pieces, waits, meanwhile };
}

/**
 * When an engine will be ready, from what is left to do on it.
 *
 * @throws ImpossibleInput for a circle among needs, an id that is unknown, a week without hours
 */
export function promise({ from, steps, ...work }: PromiseInput): PromisedPlan {
  const begins = Date.parse(from);
  if (Number.isNaN(begins)) throw new ImpossibleInput({ path: ['from'], code: 'no-such-moment' });
  const ready = readySteps(steps);
  const planned = planInto(new WorkTime(work, begins), ready, steps.map(({ minutes }) => minutes), begins); // prettier-ignore
  const say = ({ from: at, to }: Span): Stretch => ({
    from: new Date(at).toISOString(),
    to: new Date(to).toISOString(),
  });
  const idOf = (step: number) => ready.ids[step];
  return {
    finishAt: new Date(planned.finishAt).toISOString(),
    plan: planned.pieces.map((pieces, step) => ({ id: idOf(step), pieces: pieces.map(say) })),
    waits: planned.waits.map(({ for: held, ...span }) => ({ ...say(span), for: held.map(idOf) })),
    meanwhile: planned.meanwhile.map(idOf),
  };
}
