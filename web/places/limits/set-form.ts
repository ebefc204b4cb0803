import { newSpecSetRequest, type NewSpecSet } from '../../../contracts/spec-set.js';
import { issuesOf, type Issue } from '../../../contracts/errors.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import { checkSpecSet } from '../../../core/plan/check-spec-set.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { ownKey, type OwnMeasure } from '../../../core/plan/own-measure.js';
import type { AskedBesides, Practice, Recheck } from '../../../core/plan/practice.js';
import type { Basis, SpecLimit, SpecSet } from '../../../core/plan/spec-sets.js';
import { gatesOfText, pathForm, pathOf, type PathForm } from './path-practice.js';
import { geometryForm, geometryOf, type GeometryForm } from './geometry-practice.js';
import { typedNumber } from '../../app/typed-number.js';
import type { Unit } from '../../../core/units/units.js';

/** One limit as it is typed: text in every field, so that nothing typed is lost, however wrong. */
export interface LimitForm {
  measure: string;
  /** `I`, `E`, or empty for both. */
  valve: string;
  min: string;
  max: string;
  preferred: string;
  unit: string;
  basis: string;
  required: boolean;
  source: string;
  /** Where a set is begun from an example: whether somebody stands for this line. */
  isConfirmed?: boolean;
}

/** A measure of the shop's own as it is typed. */
export interface OwnForm {
  title: string;
  stage: string;
  scope: string;
  unit: string;
  resolution: string;
  how: string;
  caution: string;
}

/** The key under which limits and readings know a measure that is typed, as far as it is one. */
export const ownFormKey = ({ resolution, ...row }: OwnForm): string =>
  ownKey({ ...row, title: row.title.trim(), resolution: typedNumber(resolution) } as OwnMeasure);

/** A spec set as it is typed: the shape of the request, with texts for its figures and lists of figures. */
export interface SetForm {
  /** What a new set is called by for good; empty for the next version of one that is there. */
  name: string;
  title: string;
  lifter: SpecSet['lifter'];
  limits: LimitForm[];
  measures: OwnForm[];
  practice: {
    setting: { method: string; along: string; marginDeg: string; asks: AskedBesides[]; dragTurns: string };
    deadCentre: { trueWithinDeg: string; roughDeg: string };
    timing: {
      drops: { in: string; mm: string };
      checkLift: { in: string; mm: string };
      dropSpreadDeg: string;
      dialInLineDeg: string;
      targets: { school: string; shiftDeg: string }[];
      offsetsDeg: string;
      settleDeg: string;
      toleranceDeg: string;
    };
    mockUp: { dialAnglesDeg: string; springShims: { in: string; mm: string } };
    geometry: GeometryForm;
    growth: { block: string; head: string; growth: string; unit: string }[];
    uncertainty: { measure: string; value: string; unit: string }[];
    rechecks: { what: string; every: string; count: string; bands: string }[];
    path: PathForm;
  };
  reason: string;
}

const typed = (value: number | undefined) => (value === undefined ? '' : String(value));

export const limitForm = ({ valve, min, max, preferred, ...rest }: SpecLimit): LimitForm => ({
  ...rest,
  valve: valve ?? '',
  min: typed(min),
  max: typed(max),
  preferred: typed(preferred),
});

/** Speeds with their factors, as they are typed: `7000 × 0.5; 7800 × 0.25`. */
const bandsText = (bands: Recheck['bands']) => bands.map(({ overRpm, factor }) => `${overRpm} × ${factor}`).join('; ');
const bandsOf = (text: string) =>
  text
    .split(';')
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const [overRpm, factor, ...more] = part.split(/[x×*]/i);
      return factor === undefined || more.length > 0
        ? part
        : { overRpm: typedNumber(overRpm.replace(/rpm/i, '')), factor: typedNumber(factor) };
    });

function practiceForm({
  setting,
  deadCentre,
  timing,
  mockUp,
  geometry,
  growth,
  uncertainty,
  rechecks = [],
  path,
}: Practice): SetForm['practice'] {
  return {
    setting: {
      ...setting,
      marginDeg: typed(setting.marginDeg),
      asks: setting.asks ?? [],
      dragTurns: typed(setting.dragTurns),
    },
    deadCentre: { trueWithinDeg: typed(deadCentre.trueWithinDeg), roughDeg: typed(deadCentre.roughDeg) },
    timing: {
      drops: { in: timing.drops.in.join(' '), mm: timing.drops.mm.join(' ') },
      checkLift: { in: typed(timing.checkLift?.in), mm: typed(timing.checkLift?.mm) },
      dropSpreadDeg: typed(timing.dropSpreadDeg),
      dialInLineDeg: typed(timing.dialInLineDeg),
      targets: timing.targets.map(({ school, shiftDeg }) => ({ school, shiftDeg: typed(shiftDeg) })),
      offsetsDeg: timing.offsetsDeg.join(' '),
      settleDeg: typed(timing.settleDeg),
      toleranceDeg: typed(timing.toleranceDeg),
    },
    mockUp: {
      dialAnglesDeg: mockUp?.dialAnglesDeg.join(' ') ?? '',
      springShims: { in: mockUp?.springShims.in.join(' ') ?? '', mm: mockUp?.springShims.mm.join(' ') ?? '' },
    },
    geometry: geometryForm(geometry),
    growth: growth.map((row) => ({ ...row, growth: typed(row.growth) })),
    uncertainty: uncertainty.map((row) => ({ ...row, value: typed(row.value) })),
    rechecks: rechecks.map(({ bands, ...row }) => ({ ...row, every: typed(row.every), bands: bandsText(bands) })),
    path: pathForm(path),
  };
}

/** What a version says, to be written on. Its reason is its own: the next has another. */
export const formOf = ({ title, lifter, limits, practice, measures = [] }: SpecSet): SetForm => ({
  name: '',
  title,
  lifter,
  limits: limits.map(limitForm),
  measures: measures.map(({ resolution, caution = '', ...row }) => ({
    ...row,
    resolution: typed(resolution),
    caution,
  })),
  practice: practiceForm(practice),
  reason: '',
});

const listOf = (text: string) =>
  text
    .split(/[\s;]+/)
    .filter(Boolean)
    .map(typedNumber);

/** What is sent for a form. */
function requestOf({ practice, limits, measures, ...form }: SetForm, id: string, after: number): unknown {
  const { setting, deadCentre, timing, mockUp, geometry, growth, uncertainty, rechecks, path } = practice;
  const shims = mockUp.springShims;
  const saysMockUp = [mockUp.dialAnglesDeg, shims.in, shims.mm].some((text) => text.trim() !== '');
  const checkLift = { in: typedNumber(timing.checkLift.in), mm: typedNumber(timing.checkLift.mm) };
  return {
    id,
    after,
    ...form,
    limits: limits.map(({ valve, min, max, preferred, isConfirmed: _, ...limit }) => ({
      ...limit,
      ...(valve === '' ? {} : { valve }),
      min: typedNumber(min),
      max: typedNumber(max),
      preferred: typedNumber(preferred),
    })),
    ...(measures.length === 0
      ? {}
      : {
          measures: measures.map(({ resolution, caution, ...row }) => ({
            ...row,
            resolution: typedNumber(resolution),
            ...(caution.trim() === '' ? {} : { caution }),
          })),
        }),
    practice: {
      setting: {
        method: setting.method,
        along: setting.along,
        marginDeg: typedNumber(setting.marginDeg),
        ...(setting.asks.length === 0 ? {} : { asks: setting.asks }),
        ...(setting.dragTurns.trim() === '' ? {} : { dragTurns: typedNumber(setting.dragTurns) }),
      },
      deadCentre: { trueWithinDeg: typedNumber(deadCentre.trueWithinDeg), roughDeg: typedNumber(deadCentre.roughDeg) },
      timing: {
        drops: { in: listOf(timing.drops.in), mm: listOf(timing.drops.mm) },
        ...(checkLift.in === undefined && checkLift.mm === undefined ? {} : { checkLift }),
        dropSpreadDeg: typedNumber(timing.dropSpreadDeg),
        dialInLineDeg: typedNumber(timing.dialInLineDeg),
        targets: timing.targets.map(({ school, shiftDeg }) => ({ school, shiftDeg: typedNumber(shiftDeg) })),
        offsetsDeg: listOf(timing.offsetsDeg),
        settleDeg: typedNumber(timing.settleDeg),
        toleranceDeg: typedNumber(timing.toleranceDeg),
      },
      ...(saysMockUp
        ? {
            mockUp: {
              dialAnglesDeg: listOf(mockUp.dialAnglesDeg),
              springShims: { in: listOf(shims.in), mm: listOf(shims.mm) },
            },
          }
        : {}),
      ...geometryOf(geometry, listOf),
      growth: growth.map((row) => ({ ...row, growth: typedNumber(row.growth) })),
      uncertainty: uncertainty.map((row) => ({ ...row, value: typedNumber(row.value) })),
      ...(rechecks.length === 0
        ? {}
        : {
            rechecks: rechecks.map((row) => ({ ...row, every: typedNumber(row.every), bands: bandsOf(row.bands) })),
          }),
      ...pathOf(path),
    },
  };
}

/** The field of the form that an issue's path in the request belongs to: a list of figures is one field. */
export const fieldOf = (path: string): string =>
  path === 'id'
    ? 'name'
    : path
        .replace(/((?:\.drops|\.springShims|\.standShims)\.(?:in|mm)|\.offsetsDeg|\.dialAnglesDeg)\.\d+$/, '$1')
        .replace(/(\.rechecks\.\d+\.bands)\..*$/, '$1')
        // A list of lines is one field.
        .replace(/^(practice\.path\.\w+)\..*$/, '$1');

/** The limit that a row describes, as far as it is one: what is drawn while it is typed. */
export function limitOf({ measure, valve, min, max, preferred, unit, basis, required, source }: LimitForm): SpecLimit {
  const figure = (text: string) => {
    const value = typedNumber(text);
    return typeof value === 'number' ? value : undefined;
  };
  return {
    measure,
    ...(valve === '' ? {} : { valve: valve as ValveKind }),
    min: figure(min),
    max: figure(max),
    preferred: figure(preferred),
    unit: unit as Unit,
    basis: basis as Basis,
    required,
    source,
  };
}

/** The request of a form, or everything that is wrong with it at once, by the same schema and rules as the server's. */
export function checkSetForm(
  form: SetForm,
  id: string,
  after: number,
): { ok: true; request: NewSpecSet } | { ok: false; issues: Issue[] } {
  const request = requestOf(form, id, after);
  const open = form.limits.flatMap(({ isConfirmed }, index) => (isConfirmed === false ? [index] : []));
  // One line says it for all of them.
  const unconfirmed = open.slice(0, 1).map((index) => ({
    path: `limits.${index}.isConfirmed`,
    message: open.length === 1 ? 'confirm it or remove it' : `confirm it or remove it, and ${open.length - 1} more`,
  }));
  const parsed = newSpecSetRequest.safeParse(request);
  const wrong = parsed.success
    ? asIssues(checkSpecSet(parsed.data))
    : [
        ...issuesOf(parsed.error),
        // A figure that is none must not hide what is wrong with the other rows.
        ...asIssues(
          checkSpecSet({
            limits: form.limits.map(limitOf),
            lifter: form.lifter,
            practice: { uncertainty: [] } as unknown as Practice,
          }),
        ),
      ];
  const issues = [...wrong, ...unconfirmed];
  if (issues.length > 0 || !parsed.success) return { ok: false, issues };
  return { ok: true, request: parsed.data };
}

/** A set that is begun from an example, each of its lines still to be confirmed. */
export const toConfirm = (form: SetForm): SetForm => ({
  ...form,
  limits: form.limits.map((limit) => ({ ...limit, isConfirmed: false })),
});

/** What an older version kept on this device: gates were a line each. */
export function readSetDraft(draft: Partial<SetForm>): Partial<SetForm> {
  const path = draft.practice?.path as (Omit<PathForm, 'gates'> & { gates: PathForm['gates'] | string }) | undefined;
  if (!draft.practice || !path || typeof path.gates !== 'string') return draft;
  return { ...draft, practice: { ...draft.practice, path: { ...path, gates: gatesOfText(path.gates) } } };
}

/** The form without a measure of the shop's own: neither limited, nor trusted, nor asked by a gate any more. */
export function withoutOwn(form: SetForm, key: string): SetForm {
  const { practice } = form;
  const other = ({ measure }: { measure: string }) => measure !== key;
  return {
    ...form,
    measures: form.measures.filter((one) => ownFormKey(one) !== key),
    limits: form.limits.filter(other),
    practice: {
      ...practice,
      uncertainty: practice.uncertainty.filter(other),
      path: { ...practice.path, gates: practice.path.gates.map(({ gate, asks }) => ({ gate, asks: asks.filter((ask) => ask !== `measure:${key}`) })) },
    },
  }; // prettier-ignore
}

/** The form after a measure of the shop's own is called or taken otherwise: everything that speaks of it follows. */
export function withOwnAs(form: SetForm, before: string, after: string): SetForm {
  const { practice } = form;
  const followed = <Row extends { measure: string }>(row: Row): Row => (row.measure === before ? { ...row, measure: after } : row); // prettier-ignore
  const asked = (ask: string) => (ask === `measure:${before}` ? `measure:${after}` : ask);
  return {
    ...form,
    limits: form.limits.map(followed),
    practice: {
      ...practice,
      uncertainty: practice.uncertainty.map(followed),
      path: { ...practice.path, gates: practice.path.gates.map(({ gate, asks }) => ({ gate, asks: asks.map(asked) })) },
    },
  };
}
