import { wordEntry } from '../../contracts/wording/entry.js';
import type { Issue } from '../../contracts/errors.js';
import { parseEntered } from '../../core/units/parse-entered.js';

/**
 * Figures of a form, by the paths that they have in what is filed: `lash.I` is a field of its own. Points would part a
 * field's path, so that it stands under its name without them.
 */
const keyOf = (path: string) => path.replace('.', '');

/** A figure's field in a form whose figures stand in `figures`; any other path as it is. */
export const figureField = (paths: readonly string[], path: string): string =>
  paths.includes(path) ? `figures.${keyOf(path)}` : path;

/** What is filed, as the texts of its fields; what is not said is empty. */
export const textsOf = (paths: readonly string[], said: object | null): Record<string, string> =>
  Object.fromEntries(
    paths.map((path) => {
      const [key, part] = path.split('.');
      const value = (said as Record<string, unknown> | null)?.[key];
      const figure = part === undefined ? value : (value as Record<string, unknown> | undefined)?.[part];
      return [keyOf(path), typeof figure === 'number' ? String(figure) : ''];
    }),
  );

/** The text of a figure. */
export const textOf = (figures: Record<string, string>, path: string): string => figures[keyOf(path)] ?? '';

/** The figure that a text says; undefined while it says none. */
export function figureIn(figures: Record<string, string>, path: string): number | undefined {
  const parsed = parseEntered(textOf(figures, path));
  return parsed.ok ? parsed.value : undefined;
}

/** The figures that were typed, nested as their paths say, and what is no number among them. */
export function readFigures(
  paths: readonly string[],
  figures: Record<string, string>,
): { numbers: Record<string, unknown>; issues: Issue[] } {
  const issues: Issue[] = [];
  const numbers: Record<string, unknown> = {};
  for (const path of paths) {
    const text = textOf(figures, path);
    if (text.trim() === '') continue;
    const parsed = parseEntered(text);
    if (!parsed.ok) {
      issues.push({ path, message: wordEntry(parsed.reason, {}) });
      continue;
    }
    const [key, part] = path.split('.');
    numbers[key] = part ? { ...(numbers[key] as object), [part]: parsed.value } : parsed.value;
  }
  return { numbers, issues };
}
