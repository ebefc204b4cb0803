import type { NewEngine } from '../contracts/engine.js';
import type { StopMethod } from '../core/cam/valve-stops.js';
import { lobeFromCard, type LobeFromCardInput } from '../core/cam/lobe-from-card.js';
import type { CamCard } from '../core/cam/cam-card.js';
import type { Hint } from '../core/judge/hints.js';
import { atValue, type At, type Stage } from '../core/plan/measure.js';
import { measureOf } from '../core/plan/measures.js';
import type { Along } from '../core/plan/practice.js';
import type { EngineLife } from '../core/sheet/acts.js';
import type { Gate } from '../core/plan/gates.js';
import { passSlot } from '../core/sheet/passes.js';
import { readByClick } from '../core/sheet/tightening.js';
import { usualOrder, type TighteningPlan } from '../core/tightening/plan.js';
import type { SignOffOf } from '../core/plan/sign-offs.js';
import type { ChosenSetting } from '../core/valvetrain/chosen-setting.js';
import type { MockUp } from '../core/valvetrain/mock-up.js';
import type { PushrodSetUp } from '../core/valvetrain/pushrod-set-up.js';
import type { RodsKept } from '../core/valvetrain/rods-kept.js';
import type { RockerSetUp } from '../core/valvetrain/rocker-set-up.js';
import { toCanonical } from '../core/units/units.js';
import type { Springs } from '../core/valvetrain/spring-nest.js';

/** One act at the bench, in the order in which it was done. */
export type DemoAct =
  | {
      act: 'take';
      measure: string;
      unit: string;
      atLiftMm?: number;
      at?: At;
      occasion?: string;
      values: [place: string, entered: string][];
    }
  | {
      act: 'decide';
      measure: string;
      place: string;
      action: 're-measured' | 'reworked' | 'replaced' | 'accepted';
      reason: string;
    }
  | { act: 'caution'; stage: Stage }
  /** A day so many days from now is only known when the demo is built. */
  | { act: 'paper'; kind: string; body: object | ((day: (days: number) => string) => object) }
  | { act: 'picture'; stage: Stage | 'intake'; place: string; caption: string; draw: () => Promise<Uint8Array> }
  | { act: 'sign-off'; what: SignOffOf }
  | { act: 'sign' }
  | { act: 'way'; method: StopMethod; along: Along }
  | { act: 'aside'; places: string[]; reason: string }
  | { act: 'round'; crankDeg: number; loose: string[] }
  | { act: 'answer'; measure: string; place: string; hint: Hint['code']; reason: string }
  | { act: 'life'; life: EngineLife; reason: string }
  | { act: 'gate'; gate: Gate; reason?: string }
  | { act: 'reopen'; gate: Gate; reason: string; minutes: number; cost: number | null }
  | { act: 'bench'; stage: Stage; items: string[] };

export interface DemoEngine {
  /** How long before now the first act was done. */
  daysAgo: number;
  /** Its job is the day that it is promised for, so many days from now. */
  engine: Omit<NewEngine, 'job'>;
  promisedInDays?: number;
  notes?: string;
  acts: DemoAct[];
  /** What was done on it days after, each so many days ago. */
  later?: { daysAgo: number; acts: DemoAct[] }[];
}

/** A gate is closed, with why where something is lacking. */
export const gate = (of: Gate, reason?: string): DemoAct => ({ act: 'gate', gate: of, ...(reason ? { reason } : {}) });

/** How a group is tightened: dry of compound, new fasteners, unless said otherwise. */
export const tightening = (
  body: Pick<TighteningPlan, 'group' | 'title' | 'fastened' | 'count' | 'pattern' | 'rows' | 'steps' | 'source'> &
    Partial<TighteningPlan>,
): TighteningPlan => ({
  order: usualOrder(body),
  lubricant: '',
  washer: '',
  tool: 'Click wrench, half inch',
  toolNumber: 'T-3',
  toolCheckedOn: '2026-03-02',
  isReused: false,
  compound: '',
  round: 1,
  ...body,
});

/** A pass over a group: every fastener of it at the target or as it is said, or so many of them; some otherwise. */
export const pulled = (
  plan: TighteningPlan,
  step: number,
  many = plan.count,
  otherwise: Record<number, string> = {},
): DemoAct => {
  const { measure, at } = passSlot(plan, step, 1);
  const { entered, unit } = readByClick(plan, step)!;
  const values = plan.order
    .slice(0, many)
    .map((nth): [string, string] => [passSlot(plan, step, nth).place, otherwise[nth] ?? entered]);
  return { act: 'take', measure, unit, at, values };
};

/** Figures of an engine, as `id=entered` with blanks between; angles in degrees, loads in pounds. */
export const figures = (unit: 'in' | 'mm', text: string): NewEngine['data'] => ({
  figures: Object.fromEntries(
    text.split(' ').map((pair) => {
      const [id, entered] = pair.split('=');
      const own = id.includes('angle') ? 'deg' : id.includes('load') || id.includes('rate') ? 'lbf' : unit;
      return [id, { entered, unit: own as 'in' }];
    }),
  ),
});

/** The cam card, as printed. */
export const card = (body: CamCard): DemoAct => ({ act: 'paper', kind: 'cam-card', body });

/** How the engine was put together for a check; solid lifters and no lash, its own parts but checking springs, unless said otherwise. */
export const mockUp = (body: Pick<MockUp, 'unit' | 'gasketAtCheck' | 'gasketFinal'> & Partial<MockUp>): DemoAct => ({
  act: 'paper',
  kind: 'mock-up',
  body: {
    check: 1,
    lifters: 'solid',
    springs: 'checking',
    lashAtCheck: { I: 0, E: 0 },
    lash: { I: 0, E: 0 },
    camAtCheckDeg: 0,
    same: { rockers: true, lifters: false, lashCaps: true, springs: false },
    ...body,
  },
});

export const springs = (body: Springs): DemoAct => ({ act: 'paper', kind: 'springs', body });

/** What rubs on what: the engine's own rockers, no caps, unless said otherwise. */
export const rockers = (body: Pick<RockerSetUp, 'unit' | 'tipDiameter'> & Partial<RockerSetUp>): DemoAct => ({
  act: 'paper',
  kind: 'rockers',
  body: { rockers: 'final', isRough: false, lashCap: { I: 0, E: 0 }, ...body },
});

export const rodsKept = (body: RodsKept): DemoAct => ({ act: 'paper', kind: 'rods-kept', body });
export const pushrods = (body: PushrodSetUp): DemoAct => ({ act: 'paper', kind: 'pushrods', body });

/** A setting that somebody chose, and why. */
export const chosen = (body: ChosenSetting): DemoAct => ({ act: 'paper', kind: 'setting-chosen', body });

/**
 * Marks that were rubbed at one valve, as `setting=inner;outer` with blanks between: each setting is read first, then
 * the two edges of its mark.
 */
export const trials = (place: string, unit: 'in' | 'mm', text: string): DemoAct[] =>
  text.split(' ').flatMap((pair): DemoAct[] => {
    const [setting, edges] = pair.split('=');
    const at: At = { by: 'setting', value: atValue(toCanonical(Number(setting), unit)) };
    return [
      { act: 'take', measure: 'trial-setting', unit, values: [[place, setting]] },
      { act: 'take', measure: 'mark-width', unit, at, values: [[place, edges]] },
    ];
  });

/** Something else that was read at a trial. */
export const atTrial = (measure: string, unit: string, place: string, settingMm: number, entered: string): DemoAct => ({
  act: 'take',
  measure,
  unit,
  at: { by: 'setting', value: atValue(settingMm) },
  values: [[place, entered]],
});

/** What a dial read at one valve, as `angle=entered` with blanks between; degrees from overlap top, minus before it. */
export const byDial = (place: string, unit: string, text: string): DemoAct[] =>
  text.split(' ').map((pair) => {
    const [deg, entered] = pair.split('=');
    return {
      act: 'take',
      measure: 'pv-dial',
      unit,
      at: { by: 'crank', value: Number(deg) },
      values: [[place, entered]],
    };
  });

/** Readings of one measure, as `place=entered` with blanks between; `_` stands for a blank within one. */
export const take = (measure: string, unit: string, text: string): DemoAct => ({
  act: 'take',
  measure,
  unit,
  values: text.split(' ').map((pair) => pair.replace('_', ' ').split('=') as [string, string]),
});

/** The same, on another occasion than the build. */
export const again = (occasion: string, measure: string, unit: string, text: string): DemoAct => {
  const taken = take(measure, unit, text);
  return taken.act === 'take' ? { ...taken, occasion } : taken;
};

/** A plain number on the plus side of its measure, as a builder says it: the card's own side. */
const withSide = (measure: string, entered: string) =>
  /^[\d.]+$/.test(entered) ? `${entered} ${measureOf(measure).sides!.plus}` : entered;

/** One angle of the whole engine, read at a lift or drop in mm. */
export const angle = (measure: string, entered: string, atLiftMm?: number): DemoAct => ({
  act: 'take',
  measure,
  unit: 'deg',
  ...(atLiftMm === undefined ? {} : { atLiftMm }),
  values: [['engine', withSide(measure, entered)]],
});

/** A pass over dead centre by piston stop. */
export const pass = (first: string, second: string): DemoAct[] => [
  angle('tdc-stop-first', first),
  angle('tdc-stop-second', second),
];

/** Four events at the check lift, in the signs of the card. */
export const events = (atLiftMm: number, [io, ic, eo, ec]: [string, string, string, string]): DemoAct[] => [
  angle('intake-open', io, atLiftMm),
  angle('intake-close', ic, atLiftMm),
  angle('exhaust-open', eo, atLiftMm),
  angle('exhaust-close', ec, atLiftMm),
];

/** A pair of equal drops on either side of a nose. */
export const drop = (lobe: 'intake' | 'exhaust', dropMm: number, opening: string, closing: string): DemoAct[] => [
  angle(`${lobe}-drop-opening`, opening, dropMm),
  angle(`${lobe}-drop-closing`, closing, dropMm),
];

/**
 * A lobe as a builder would have swept it, every five degrees, read to the dial's step: a made-up smooth lobe whose
 * closing flank is a little gentler.
 */
export function sweep(
  place: string,
  unit: 'in' | 'mm',
  lobe: Omit<LobeFromCardInput, 'step'>,
  dialStep: number,
): DemoAct {
  const { points } = lobeFromCard({ ...lobe, step: 5 });
  const swept = points.map(([deg, lift]): [number, number] => {
    const late = Math.max(0, deg - lobe.centreline);
    const gentler = lift * (1 + 0.0004 * late * (1 - lift / lobe.lobeLift));
    return [deg, Math.round(gentler / dialStep) * dialStep];
  });
  const [first, last] = [swept[0][0], swept[swept.length - 1][0]];
  const rest = [10, 5];
  const before = rest.map((deg): [number, number] => [first - deg, 0]);
  const after = [...rest].reverse().map((deg): [number, number] => [last + deg, 0]);
  const tidy = ([deg, lift]: [number, number]): [number, number] => [deg, Number(lift.toFixed(4))];
  const read = [...before, ...swept, ...after].map(tidy);
  return { act: 'paper', kind: 'lobe-sweep', body: { place, unit, points: read, measuredAt: 'lobe' } };
}
