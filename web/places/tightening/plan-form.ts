import { issuesOf, type Issue } from '../../../contracts/errors.js';
import { tighteningSchema } from '../../../contracts/papers/tightening.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import { wordFastened } from '../../../contracts/wording/gate.js';
import type { Engine } from '../../../core/engine/engine.js';
import { checkTighteningPlan, USUAL, usualOrder, type Fastened, type TighteningPlan, type TighteningStep } from '../../../core/tightening/plan.js'; // prettier-ignore
import { parseEntered } from '../../../core/units/parse-entered.js';
import { typedDay } from '../../app/typed-day.js';
import { typedNumber } from '../../app/typed-number.js';

/** How a group is tightened, as it is typed. */
export interface PlanForm {
  group: string;
  title: string;
  fastened: Fastened;
  count: string;
  pattern: 'rows' | 'ring';
  rows: string;
  order: string;
  steps: string;
  source: string;
  lubricant: string;
  washer: string;
  tool: string;
  toolNumber: string;
  toolCheckedOn: string;
  isReused: 'new' | 'used' | '';
  compound: string;
  wrenchLength: string;
  adapterLength: string;
  adapterUnit: 'in' | 'mm';
  angleDeg: string;
  round: number;
}

const UNIT_WORDS: Record<string, NonNullable<TighteningStep['target']>['unit']> = {
  lbft: 'lbft', ftlb: 'lbft', lbsft: 'lbft', ftlbs: 'lbft', lbin: 'lbin', inlb: 'lbin', lbsin: 'lbin', inlbs: 'lbin', nm: 'Nm',
  '°': 'deg', deg: 'deg', degrees: 'deg', in: 'in', '"': 'in', mm: 'mm',
}; // prettier-ignore
/** A unit as it is typed, whatever stands between its parts: `lb·ft`, `lb ft`, `ft-lb`. */
const unitOf = (typed: string) => UNIT_WORDS[typed.toLowerCase().replace(/[\s·.*-]/g, '')];
const UNIT_TEXT = { lbft: 'lb·ft', lbin: 'lb·in', Nm: 'N·m', deg: '°', in: 'in', mm: 'mm' } as const;
const BARE = ['seat', 'loosen', 'check'] as const;

/** Steps as they are typed: `seat, 30 lb·ft, 65 lb·ft, 90°, 0.006 in, loosen, check`; a part that is none is named. */
export function readSteps(text: string): { ok: true; steps: TighteningStep[] } | { ok: false; part: string } {
  const steps: TighteningStep[] = [];
  for (const part of text
    // A comma between digits is a decimal one; any other parts the steps.
    .split(/,(?!\d)|(?<!\d),|[;\n]/)
    .map((one) => one.trim())
    .filter((one) => one !== '')) {
    // prettier-ignore
    const bare = BARE.find((word) => word === part.toLowerCase());
    const [, number, word] = /^(?:stretch )?([0-9.,/]+)\s*([^\d]+)$/i.exec(part) ?? [];
    const unit = word === undefined ? undefined : unitOf(word);
    const read = parseEntered(number ?? '');
    const value = read.ok ? read.value : 0;
    if (bare) steps.push({ kind: bare });
    else if (unit && value > 0)
      steps.push({ kind: unit === 'deg' ? 'angle' : unit === 'in' || unit === 'mm' ? 'stretch' : 'torque', target: { value, unit } }); // prettier-ignore
    else return { ok: false, part };
  }
  return { ok: true, steps };
}

/** A step as it is typed. */
export const sayStep = ({ kind, target }: TighteningStep): string =>
  target ? `${target.value}${target.unit === 'deg' ? '' : ' '}${UNIT_TEXT[target.unit]}` : kind;

const wholes = (text: string) => text.split(/[\s,-]+/).filter((one) => one !== '').map(Number); // prettier-ignore

/** What of a group is usual on this engine; what the card has to say stays empty. */
export function begunPlan(engine: Engine, fastened: Fastened, groups: readonly string[]): PlanForm {
  const { count, rows, pattern } = USUAL[fastened].group(engine);
  let group: string = fastened;
  for (let nth = 2; groups.includes(group); nth++) group = `${fastened}-${nth}`;
  const nth = group === fastened ? '' : ` ${group.slice(fastened.length + 1)}`;
  const title = wordFastened(fastened);
  return {
    group, title: `${title[0].toUpperCase()}${title.slice(1)}${nth}`, fastened, count: String(count), pattern, rows: String(rows),
    order: usualOrder({ count, rows, pattern }).join(' '), steps: '', source: '', lubricant: '', washer: '', tool: '', toolNumber: '',
    toolCheckedOn: '', isReused: '', compound: '', wrenchLength: '', adapterLength: '', adapterUnit: engine.thread.unit, angleDeg: '', round: 1,
  }; // prettier-ignore
}

/** What is on file, in its fields. */
export const planFormOf = ({ adapter, steps, order, ...plan }: TighteningPlan, unit: 'in' | 'mm'): PlanForm => ({
  group: plan.group,
  title: plan.title,
  fastened: plan.fastened,
  count: String(plan.count),
  pattern: plan.pattern,
  rows: String(plan.rows),
  order: order.join(' '),
  steps: steps.map(sayStep).join(', '),
  source: plan.source,
  lubricant: plan.lubricant,
  washer: plan.washer,
  tool: plan.tool,
  toolNumber: plan.toolNumber,
  toolCheckedOn: plan.toolCheckedOn ?? '',
  isReused: plan.isReused ? 'used' : 'new',
  compound: plan.compound,
  wrenchLength: adapter ? String(adapter.wrenchLength) : '',
  adapterLength: adapter ? String(adapter.adapterLength) : '',
  adapterUnit: adapter?.unit ?? unit,
  angleDeg: adapter ? String(adapter.angleDeg) : '',
  round: plan.round,
});

/** As much of what is typed as can be drawn already; null while it cannot. */
export function drawnOf({
  count,
  rows,
  pattern,
  order,
}: PlanForm): Pick<TighteningPlan, 'count' | 'rows' | 'pattern' | 'order'> | null {
  const [many, across] = [Number(count), Number(rows)];
  if (!Number.isInteger(many) || many < 1 || many > 60 || !Number.isInteger(across) || across < 1 || across > 6)
    return null;
  return { count: many, rows: across, pattern, order: wholes(order) };
}

const FIELD_OF: Record<string, keyof PlanForm> = {
  'adapter.wrenchLength': 'wrenchLength',
  'adapter.adapterLength': 'adapterLength',
  'adapter.angleDeg': 'angleDeg',
};
/** The field of a path in the paper. */
export const planFieldOf = (path: string): string => FIELD_OF[path] ?? path.split('.')[0];

/** The plan that a form describes, or everything that is wrong with it, each by its path. */
export function checkPlan(
  form: PlanForm,
  now: Date,
): { said: TighteningPlan; issues: [] } | { said: null; issues: Issue[] } {
  const issues: Issue[] = [];
  const steps = readSteps(form.steps);
  if (!steps.ok) issues.push({ path: 'steps', message: `“${steps.part}” is no step: seat, 65 lb·ft, 90°, 0.006 in, loosen, check` }); // prettier-ignore
  if (form.isReused === '') issues.push({ path: 'isReused', message: 'new or used before' });
  const hasAdapter = [form.wrenchLength, form.adapterLength, form.angleDeg].some((text) => text.trim() !== '');
  const { wrenchLength, adapterLength, angleDeg, adapterUnit, count, rows, toolCheckedOn, ...rest } = form;
  const parsed = tighteningSchema.safeParse({
    ...rest,
    count: typedNumber(count),
    rows: typedNumber(rows),
    order: wholes(form.order),
    steps: steps.ok ? steps.steps : [{ kind: 'seat' }],
    toolCheckedOn: toolCheckedOn.trim() === '' ? null : typedDay(toolCheckedOn, now),
    isReused: form.isReused === 'used',
    ...(hasAdapter
      ? { adapter: { wrenchLength: typedNumber(wrenchLength), adapterLength: typedNumber(adapterLength), unit: adapterUnit, ...(angleDeg.trim() === '' ? {} : { angleDeg: typedNumber(angleDeg) }) } }
      : {}),
  }); // prettier-ignore
  if (!parsed.success) issues.push(...issuesOf(parsed.error));
  else issues.push(...asIssues(checkTighteningPlan(parsed.data)));
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
