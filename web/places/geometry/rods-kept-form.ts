import type { Issue } from '../../../contracts/errors.js';
import { rodsKeptSchema } from '../../../contracts/papers/rods-kept.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import { checkRodsKept, type RodsKept, type StoodBy } from '../../../core/valvetrain/rods-kept.js';
import type { RockerMount } from '../../../core/engine/engine.js';
import { figureField, readFigures, textsOf } from '../../app/figures-form.js';
import type { FigureGroupRow } from '../../app/FigureGroup.js';
import { KIND_NAME } from './words.js';

const KINDS = ['I', 'E'] as const;

/** What is asked of intake and exhaust alike. */
const bothKinds = (path: string, help?: string): FigureGroupRow<string>['fields'] =>
  KINDS.map((kind) => [`${path}.${kind}`, KIND_NAME[kind], help] as const);

const STOOD: Record<StoodBy, string> = {
  plunger: 'Plunger depth before',
  turns: 'Adjuster before, turns down from fully up',
  lash: 'Lash before',
};

/** What can have changed, in the order of the way from cam to valve; a stud has no stand. */
export const keptGroups = (mount: RockerMount, by: StoodBy): FigureGroupRow<string>[] => [
  { legend: 'Length of the kept pushrods', fields: bothKinds('length') },
  { legend: STOOD[by], fields: bothKinds('stood') },
  {
    legend: 'Taken off since',
    fields: [
      ['millHead', 'Off the head'],
      ['millDeck', 'Off the block'],
    ],
  },
  {
    legend: 'Gasket, compressed',
    fields: [
      ['gasketBefore', 'Before'],
      ['gasketNow', 'Now'],
    ],
  },
  { legend: 'Valve tips higher by', fields: bothKinds('stems', 'minus: lower') },
  ...(mount === 'stud-nut' ? [] : [{ legend: 'Stand shims added', fields: bothKinds('shims', 'minus: taken out') }]),
  {
    legend: 'Lifter, foot to pushrod seat',
    fields: [
      ['lifterSeatBefore', 'Before'],
      ['lifterSeatNow', 'Now'],
    ],
  },
  { legend: 'Base circle diameter before', fields: bothKinds('baseCircleBefore') },
  { legend: 'Base circle diameter now', fields: bothKinds('baseCircleNow') },
]; // prettier-ignore

const FIGURES = keptGroups('pedestal-shim', 'turns').flatMap(({ fields }) => fields.map(([path]) => path));
export const KEPT_FIGURES: readonly string[] = FIGURES;

/** Kept rods as they are typed. */
export interface KeptForm {
  unit: 'in' | 'mm';
  figures: Record<string, string>;
}

export const keptFieldOf = (path: string): string => figureField(KEPT_FIGURES, path);

/** What is on file, in its fields; where nothing is, nothing is guessed. */
export const keptFormOf = (said: RodsKept | undefined, unit: 'in' | 'mm'): KeptForm => ({
  unit: said?.unit ?? unit,
  figures: textsOf(KEPT_FIGURES, said ?? null),
});

/** What a form describes, or everything that is wrong with it, each by its field. */
export function checkKept({
  figures,
  ...form
}: KeptForm): { said: RodsKept; issues: [] } | { said: null; issues: Issue[] } {
  const { numbers, issues } = readFigures(KEPT_FIGURES, figures);
  const parsed = rodsKeptSchema.safeParse({ length: {}, ...form, ...numbers });
  const wrong = new Set(issues.map(({ path }) => path));
  if (!parsed.success)
    for (const { path, message } of parsed.error.issues)
      if (!wrong.has(path.join('.'))) issues.push({ path: path.join('.'), message });
  if (parsed.success) issues.push(...asIssues(checkRodsKept(parsed.data)));
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
