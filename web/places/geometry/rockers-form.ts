import type { Issue } from '../../../contracts/errors.js';
import { rockersSchema } from '../../../contracts/papers/rockers.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import { checkRockerSetUp, type RockerSetUp } from '../../../core/valvetrain/rocker-set-up.js';
import { figureField, readFigures, textsOf } from '../../app/figures-form.js';

export const ROCKER_FIGURES = ['tipDiameter.I', 'tipDiameter.E', 'lashCap.I', 'lashCap.E'];

/** Rockers and tips as they are typed. */
export interface RockersForm {
  unit: 'in' | 'mm';
  rockers: string;
  isRough: boolean;
  figures: Record<string, string>;
}

export const rockersFieldOf = (path: string): string => figureField(ROCKER_FIGURES, path);

/** What is on file, in its fields; where nothing is, nothing is guessed. */
export const rockersFormOf = (said: RockerSetUp | undefined, unit: 'in' | 'mm'): RockersForm => ({
  unit: said?.unit ?? unit,
  rockers: said?.rockers ?? '',
  isRough: said?.isRough ?? false,
  figures: textsOf(ROCKER_FIGURES, said ?? null),
});

/** The set-up that a form describes, or everything that is wrong with it, each by its field. */
export function checkRockers({
  figures,
  ...form
}: RockersForm): { said: RockerSetUp; issues: [] } | { said: null; issues: Issue[] } {
  const { numbers, issues } = readFigures(ROCKER_FIGURES, figures);
  const parsed = rockersSchema.safeParse({ tipDiameter: {}, lashCap: {}, ...form, ...numbers });
  const wrong = new Set(issues.map(({ path }) => path));
  if (!parsed.success)
    for (const { path, message } of parsed.error.issues)
      if (!wrong.has(path.join('.'))) issues.push({ path: path.join('.'), message });
  if (parsed.success) issues.push(...asIssues(checkRockerSetUp(parsed.data)));
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
