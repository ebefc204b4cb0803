import { mockUpSchema } from '../../../contracts/papers/mock-up.js';
import type { Issue } from '../../../contracts/errors.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import { figureField, readFigures, textsOf } from '../../app/figures-form.js';
import { checkMockUp, SAME_PARTS, type MockUp, type SamePart } from '../../../core/valvetrain/mock-up.js';

/** Figures of the set-up, by the paths that they have in it. */
export const FIGURES = [
  'gasketAtCheck',
  'gasketFinal',
  'collapsedBy',
  'sankBy',
  'turnsPastZero',
  'lashAtCheck.I',
  'lashAtCheck.E',
  'lash.I',
  'lash.E',
  'camAtCheckDeg',
  'camDeg',
  'deckAtCheck',
  'millHead',
  'millDeck',
  'pushrodAtCheck',
  'pushrodFinal',
  'standShimAtCheck.I',
  'standShimAtCheck.E',
  'standShimFinal.I',
  'standShimFinal.E',
  'baseCircleAtCheck.I',
  'baseCircleAtCheck.E',
  'baseCircleFinal.I',
  'baseCircleFinal.E',
  'lifterSeatAtCheck',
  'lifterSeatFinal',
] as const;
export type FigurePath = (typeof FIGURES)[number];

/** A figure's place in the form. */
export const fieldOf = (path: string): string => figureField(FIGURES, path);

/** The set-up as it is typed. */
export interface SetUpForm {
  check: string;
  unit: 'in' | 'mm';
  lifters: string;
  springs: string;
  figures: Record<string, string>;
  same: Record<SamePart, boolean>;
}

/** A set-up that is on file, in its fields. */
export const formOf = (said: MockUp): SetUpForm => ({
  check: String(said.check),
  unit: said.unit,
  lifters: said.lifters,
  springs: said.springs,
  figures: textsOf(FIGURES, said),
  same: said.same,
});

/** Nothing said yet; that a part is the very one is nobody's guess either. */
export const emptyForm = (unit: 'in' | 'mm'): SetUpForm => ({
  check: '1',
  unit,
  lifters: '',
  springs: '',
  figures: textsOf(FIGURES, null),
  same: Object.fromEntries(SAME_PARTS.map((part) => [part, false])) as SetUpForm['same'],
});

/** The set-up that a form describes, or everything that is wrong with it, each by its field. */
export function checkSetUp(form: SetUpForm): { said: MockUp; issues: [] } | { said: null; issues: Issue[] } {
  const { numbers, issues } = readFigures(FIGURES, form.figures);
  const { check, unit, lifters, springs, same } = form;
  const request = { lashAtCheck: {}, lash: {}, ...numbers, check: Number(check), unit, lifters, springs, same };
  const parsed = mockUpSchema.safeParse(request);
  const wrong = new Set(issues.map(({ path }) => path));
  if (!parsed.success)
    for (const { path, message } of parsed.error.issues)
      if (!wrong.has(path.join('.'))) issues.push({ path: path.join('.'), message });
  if (parsed.success) issues.push(...asIssues(checkMockUp(parsed.data)));
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
