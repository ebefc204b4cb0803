import { completeEngine, newEngineSchema, type NewEngine } from '../../../contracts/engine.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import type { Issue } from '../../../contracts/errors.js';
import type { Engine, LayoutName } from '../../../core/engine/engine.js';
import { parseEntered } from '../../../core/units/parse-entered.js';

/** The form as it is typed: text in every field, so that nothing typed is lost, however wrong. */
export interface EngineForm {
  tag: string;
  title: string;
  customer: string;
  layout: LayoutName;
  specSet: string;
  lifter: Engine['lifter'];
  mount: Engine['mount'];
  threadsPerUnit: string;
  threadUnit: 'in' | 'mm';
  ratioIntake: string;
  ratioExhaust: string;
  firingOrder: string;
  /** Empty for even. */
  intervals: string;
  banks: { cylinders: string; valveOrder: string }[];
  /** The cylinders on each crank pin, pins with a slash between. Empty: a pin each. */
  pins: string;
  /** Empty: one more than there are pins. */
  mains: string;
  block: Engine['metals']['block'];
  head: Engine['metals']['head'];
  intakeOpenBtdc: string;
  intakeCloseAbdc: string;
  exhaustOpenBbdc: string;
  exhaustCloseAtdc: string;
}

const even = (intervals: number[]) => intervals.every((deg) => Math.abs(deg - intervals[0]) < 0.001);

/** What a template puts into the fields. */
export function fieldsOf(engine: Engine): Omit<EngineForm, 'tag' | 'title' | 'customer' | 'specSet'> {
  const { seatEvents, ratio, thread, metals } = engine;
  return {
    layout: engine.layout,
    lifter: engine.lifter,
    mount: engine.mount,
    threadsPerUnit: String(thread.threadsPerUnit),
    threadUnit: thread.unit,
    ratioIntake: String(ratio.intake),
    ratioExhaust: String(ratio.exhaust),
    firingOrder: engine.firingOrder.join(' '),
    intervals: even(engine.intervals) ? '' : engine.intervals.join(' '),
    banks: engine.banks.map((bank) => ({ cylinders: bank.cylinders.join(' '), valveOrder: bank.valveOrder })),
    pins: engine.pins.map((on) => on.join(' ')).join(' / '),
    mains: String(engine.mains),
    block: metals.block,
    head: metals.head,
    intakeOpenBtdc: String(seatEvents.intakeOpenBtdc),
    intakeCloseAbdc: String(seatEvents.intakeCloseAbdc),
    exhaustOpenBbdc: String(seatEvents.exhaustOpenBbdc),
    exhaustCloseAtdc: String(seatEvents.exhaustCloseAtdc),
  };
}

/** A custom engine starts with nothing stated. */
export const BLANK: Omit<EngineForm, 'tag' | 'title' | 'customer' | 'specSet'> = {
  layout: 'custom',
  lifter: 'hydraulic',
  mount: 'stud-nut',
  threadsPerUnit: '',
  threadUnit: 'in',
  ratioIntake: '',
  ratioExhaust: '',
  firingOrder: '',
  intervals: '',
  banks: [{ cylinders: '', valveOrder: '' }],
  pins: '',
  mains: '',
  block: 'iron',
  head: 'iron',
  intakeOpenBtdc: '',
  intakeCloseAbdc: '',
  exhaustOpenBbdc: '',
  exhaustCloseAtdc: '',
};

/** A number, or the text itself, so that the schema refuses it by its field's name. */
const numberOf = (text: string): unknown => {
  const parsed = parseEntered(text.replace('−', '-'));
  return parsed.ok ? parsed.value : text;
};
const listOf = (text: string) =>
  text
    .split(/[\s,–-]+/)
    .filter(Boolean)
    .map(numberOf);

/** What is sent: everything on the form stated, so that no template fills in behind the builder's back. */
function requestOf(form: EngineForm): unknown {
  return {
    tag: form.tag,
    title: form.title,
    customer: form.customer,
    layout: form.layout,
    specSet: form.specSet,
    lifter: form.lifter,
    mount: form.mount,
    thread: { threadsPerUnit: numberOf(form.threadsPerUnit), unit: form.threadUnit },
    ratio: { intake: numberOf(form.ratioIntake), exhaust: numberOf(form.ratioExhaust) },
    firingOrder: listOf(form.firingOrder),
    intervals: form.intervals.trim() === '' ? undefined : listOf(form.intervals),
    banks: form.banks.map((bank) => ({ cylinders: listOf(bank.cylinders), valveOrder: bank.valveOrder })),
    pins: form.pins.trim() === '' ? undefined : form.pins.split('/').map(listOf),
    mains: form.mains.trim() === '' ? undefined : numberOf(form.mains),
    metals: { block: form.block, head: form.head },
    seatEvents: {
      intakeOpenBtdc: numberOf(form.intakeOpenBtdc),
      intakeCloseAbdc: numberOf(form.intakeCloseAbdc),
      exhaustOpenBbdc: numberOf(form.exhaustOpenBbdc),
      exhaustCloseAtdc: numberOf(form.exhaustCloseAtdc),
    },
  };
}

/** The field of the form that an issue's path in the request belongs to. */
export function fieldOf(path: string): string {
  const plain: Record<string, string> = {
    'thread.threadsPerUnit': 'threadsPerUnit',
    'ratio.intake': 'ratioIntake',
    'ratio.exhaust': 'ratioExhaust',
  };
  if (plain[path]) return plain[path];
  const bank = /^banks\.(\d+)\.(cylinders|valveOrder)/.exec(path);
  if (bank) return `banks.${bank[1]}.${bank[2]}`;
  if (path === 'banks') return 'banks.0.cylinders';
  return path.replace(/^(seatEvents|metals)\./, '').replace(/(\.\d+)+$/, '');
}

const asIssue = (issue: { path: PropertyKey[]; message: string }): Issue => ({
  path: issue.path.join('.'),
  message: issue.message,
});

/** The request of a form, or everything that is wrong with it at once, by the same schema and rules as the server's. */
export function checkForm(form: EngineForm): { ok: true; request: NewEngine } | { ok: false; issues: Issue[] } {
  const request = requestOf(form);
  const parsed = newEngineSchema.safeParse(request);
  if (parsed.success) {
    const issues = asIssues(completeEngine(parsed.data).issues);
    return issues.length === 0 ? { ok: true, request: parsed.data } : { ok: false, issues };
  }
  // One field that is no number must not hide that the others make no engine: those are looked at without it.
  const wrong = new Set(parsed.error.issues.map((issue) => issue.path[0]));
  const rest = Object.fromEntries(Object.entries(request as object).filter(([key]) => !wrong.has(key)));
  const others = newEngineSchema.safeParse({ ...rest, layout: form.layout, tag: '-', title: '-', customer: '-' });
  const impossible = others.success
    ? completeEngine(others.data).issues.filter(({ code }) => code !== 'custom-needs')
    : [];
  return { ok: false, issues: [...parsed.error.issues.map(asIssue), ...asIssues(impossible)] };
}
