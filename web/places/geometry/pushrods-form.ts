import type { Issue } from '../../../contracts/errors.js';
import { pushrodsSchema } from '../../../contracts/papers/pushrods.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import { checkPushrodSetUp, type PushrodSetUp } from '../../../core/valvetrain/pushrod-set-up.js';
import { figureField, readFigures, textsOf } from '../../app/figures-form.js';

export const ROD_FIGURES = [
  'ballDiameter', 'holeDiameter', 'gaugeDiameter', 'tool.base', 'tool.perTurn', 'angleDeg', 'plunger.target', 'plunger.min',
  'plunger.max', 'adjusterWanted', 'rodDiameter', 'wall', 'headHole', 'tips.lower', 'tips.upper',
] as const; // prettier-ignore
export type RodFigure = (typeof ROD_FIGURES)[number];

/** How pushrods are measured, as it is typed. */
export interface PushrodsForm {
  unit: 'in' | 'mm';
  convention: string;
  rods: string;
  figures: Record<string, string>;
}

export const rodFieldOf = (path: string): string => figureField(ROD_FIGURES, path);

/** What is on file, in its fields; where nothing is, nothing is guessed. */
export const pushrodsFormOf = (said: PushrodSetUp | undefined, unit: 'in' | 'mm'): PushrodsForm => ({
  unit: said?.unit ?? unit,
  convention: said?.convention ?? '',
  rods: said?.rods ?? '',
  figures: textsOf(ROD_FIGURES, said ?? null),
});

/** The set-up that a form describes, or everything that is wrong with it, each by its field. */
export function checkPushrods({
  figures,
  ...form
}: PushrodsForm): { said: PushrodSetUp; issues: [] } | { said: null; issues: Issue[] } {
  const { numbers, issues } = readFigures(ROD_FIGURES, figures);
  const parsed = pushrodsSchema.safeParse({ ...form, ...numbers });
  const wrong = new Set(issues.map(({ path }) => path));
  if (!parsed.success)
    for (const { path, message } of parsed.error.issues)
      if (!wrong.has(path.join('.'))) issues.push({ path: path.join('.'), message });
  if (parsed.success) issues.push(...asIssues(checkPushrodSetUp(parsed.data)));
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
