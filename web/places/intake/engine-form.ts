import type { Customer } from '../../../contracts/customer.js';
import { completeEngine, newEngineSchema, type ChangeEngine, type NewEngine } from '../../../contracts/engine.js';
import { engineDataSchema, type EngineDataBody } from '../../../contracts/papers/engine-data.js';
import type { JobBody } from '../../../contracts/papers/job.js';
import type { PartsBody } from '../../../contracts/papers/parts.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import type { Issue } from '../../../contracts/errors.js';
import type { Engine, LayoutName } from '../../../core/engine/engine.js';
import { checkCrank } from '../../../core/engine/check-engine.js';
import { checkEngineData, FIGURES, unitsOfFigure } from '../../../core/engine/engine-data.js';
import { PART_KINDS, type PartKind } from '../../../core/parts/part.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import type { Unit } from '../../../core/units/units.js';

/** The form as it is typed: text in every field, so that nothing typed is lost, however wrong. */
export interface EngineForm {
  tag: string;
  title: string;
  customer: string;
  /** The customer's page in the book; a new one's id is made as soon as a name is typed. Empty for none. */
  customerId: string;
  phone: string;
  mail: string;
  address: string;
  toldBy: string;
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
  /** By the ids of the figures; empty for what is not known. */
  figures: Record<string, { entered: string; unit: Unit }>;
  parts: { part: PartKind; maker: string; number: string; serial: string }[];
  /** A day, or empty. */
  promised: string;
  /** The day on which it is begun; empty for at once. */
  startOn: string;
  notes: string;
}
/** What a layout's template has a say in. */
type LaidOut = Pick<
  EngineForm,
  | 'layout' | 'lifter' | 'mount' | 'threadsPerUnit' | 'threadUnit' | 'ratioIntake' | 'ratioExhaust' | 'firingOrder'
  | 'intervals' | 'banks' | 'pins' | 'mains' | 'block' | 'head'
  | 'intakeOpenBtdc' | 'intakeCloseAbdc' | 'exhaustOpenBbdc' | 'exhaustCloseAtdc'
>; // prettier-ignore

/** A form on which nothing but the layout is stated yet. */
export const UNSTATED: Omit<EngineForm, keyof LaidOut | 'specSet'> = {
  tag: '', title: '', customer: '', customerId: '', phone: '', mail: '', address: '', toldBy: '',
  figures: Object.fromEntries(FIGURES.map((figure) => [figure.id, { entered: '', unit: unitsOfFigure(figure)[0] }])),
  parts: PART_KINDS.map((part) => ({ part, maker: '', number: '', serial: '' })),
  promised: '', startOn: '', notes: '',
}; // prettier-ignore

const even = (intervals: number[]) => intervals.every((deg) => Math.abs(deg - intervals[0]) < 0.001);

/** What a template puts into the fields. */
export function fieldsOf(engine: Engine): LaidOut {
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
export const BLANK: LaidOut = {
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
  const parsed = parseEntered(text);
  return parsed.ok ? parsed.value : text;
};
export const listOf = (text: string): unknown[] =>
  text
    .split(/[\s,–-]+/)
    .filter(Boolean)
    .map(numberOf);

/** The engine as it is stated; what is no number stands as it was typed. */
function engineOf(form: EngineForm) {
  return {
    layout: form.layout,
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

/** The figures that are filled in. */
export const dataOf = ({ figures }: EngineForm): EngineDataBody => ({
  figures: Object.fromEntries(Object.entries(figures).filter(([, { entered }]) => entered.trim() !== '')),
});

const said = (text: string) => (text.trim() === '' ? undefined : text.trim());

/** The parts of which something is said. */
export const partsBodyOf = ({ parts }: EngineForm): PartsBody => ({
  parts: parts.flatMap(({ part, ...row }) => {
    const [maker, number, serial] = [row.maker, row.number, row.serial].map(said);
    return maker || number || serial ? [{ part, maker, number, serial }] : [];
  }),
});

export const jobBodyOf = ({ promised, startOn, notes }: EngineForm): JobBody => ({
  promised: said(promised),
  startOn: said(startOn),
  notes: said(notes),
});

/** The customer's page as it stands on the form; null while nobody is named. */
export function customerOf({ customer, customerId, phone, mail, address, toldBy }: EngineForm): Customer | null {
  if (customer.trim() === '' || customerId === '') return null;
  const page = { phone: said(phone), mail: said(mail), address: said(address), toldBy: said(toldBy) };
  const stated = Object.fromEntries(Object.entries(page).filter(([, text]) => text !== undefined));
  return { id: customerId, name: customer.trim(), ...stated };
}

/** What is sent: everything on the form stated, so that no template fills in behind the builder's back. */
function requestOf(form: EngineForm): unknown {
  const [data, { parts }, job] = [dataOf(form), partsBodyOf(form), jobBodyOf(form)];
  return {
    tag: form.tag,
    title: form.title,
    customer: form.customer,
    ...(form.customerId === '' ? {} : { customerId: form.customerId }),
    specSet: form.specSet,
    ...engineOf(form),
    ...(Object.keys(data.figures).length > 0 ? { data } : {}),
    ...(parts.length > 0 ? { parts: { parts } } : {}),
    ...(job.promised || job.startOn || job.notes ? { job } : {}),
  };
}

/** The field of the form that an issue's path in a request belongs to. */
export function fieldOf(sent: string): string {
  const path = sent.replace(/^engine\./, '');
  const plain: Record<string, string> = {
    'thread.threadsPerUnit': 'threadsPerUnit',
    'ratio.intake': 'ratioIntake',
    'ratio.exhaust': 'ratioExhaust',
  };
  if (plain[path]) return plain[path];
  const bank = /^banks\.(\d+)\.(cylinders|valveOrder)/.exec(path);
  if (bank) return `banks.${bank[1]}.${bank[2]}`;
  if (path === 'banks') return 'banks.0.cylinders';
  const figure = /^(?:data\.)?figures\.([\w-]+)/.exec(path);
  if (figure) return `figures.${figure[1]}.entered`;
  if (path.startsWith('job.')) return path.slice('job.'.length);
  return path.replace(/^(seatEvents|metals)\./, '').replace(/(\.\d+)+$/, '');
}

const asIssue = (issue: { path: PropertyKey[]; message: string }): Issue => ({
  path: issue.path.join('.'),
  message: issue.message,
});

type Checked<Request> = { ok: true; request: Request } | { ok: false; issues: Issue[] };

/** What is wrong with the figures of a form, by their paths in the request of opening. */
const wrongFigures = (form: EngineForm): Issue[] =>
  asIssues(checkEngineData(dataOf(form).figures).map((one) => ({ ...one, path: ['figures', ...one.path] })));

/**
 * The request of a form, or everything that is wrong with it at once, by the same schema and rules as the server's. Of an
 * engine that stands already the crank is not asked: the server asks it where the layout changes.
 */
export function checkForm(form: EngineForm, isNew = true): Checked<NewEngine> {
  const request = requestOf(form);
  const parsed = newEngineSchema.safeParse(request);
  const figures = wrongFigures(form);
  if (parsed.success) {
    const { engine, issues: wrong } = completeEngine(parsed.data);
    const issues = [...asIssues(wrong), ...(engine && isNew ? asIssues(checkCrank(engine)) : []), ...figures];
    return issues.length === 0 ? { ok: true, request: parsed.data } : { ok: false, issues };
  }
  // One field that is no number must not hide that the others make no engine: those are looked at without it.
  const wrong = new Set(parsed.error.issues.map((issue) => issue.path[0]));
  const rest = Object.fromEntries(Object.entries(request as object).filter(([key]) => !wrong.has(key)));
  const others = newEngineSchema.safeParse({ ...rest, layout: form.layout, tag: '-', title: '-', customer: '-' });
  const impossible = others.success
    ? completeEngine(others.data).issues.filter(({ code }) => code !== 'custom-needs')
    : [];
  return { ok: false, issues: [...parsed.error.issues.map(asIssue), ...asIssues(impossible), ...figures] };
}

/** What is changed about an engine that stands: what it is called, and how it is laid out and driven. */
export function checkChange(form: EngineForm): Checked<ChangeEngine & { engine: Engine }> {
  const checked = checkForm({ ...form, customer: form.customer || '-', figures: UNSTATED.figures }, false);
  if (!checked.ok) return checked;
  const { tag, title, specSet } = checked.request;
  return { ok: true, request: { tag, title, engine: completeEngine(checked.request).engine!, specSet } };
}

/** The figures of a form, or what is wrong with them. */
export function checkFigures(form: EngineForm): Checked<EngineDataBody> {
  const parsed = engineDataSchema.safeParse(dataOf(form));
  const issues = parsed.success ? wrongFigures(form) : parsed.error.issues.map(asIssue);
  return issues.length > 0 ? { ok: false, issues } : { ok: true, request: dataOf(form) };
}
