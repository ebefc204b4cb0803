import { wordHint } from '../../../contracts/wording/hint.js';
import type { SheetRow } from '../../../core/sheet/row.js';

/** From how many on values stand together: two are read as fast one by one. */
const LEAST = 3;

const askedOf = ({ measure, place, verdict, hints, enteredUnit }: SheetRow) =>
  JSON.stringify([measure, verdict, ...hints.map((hint) => wordHint(hint, enteredUnit, { measure, place }))]);

/**
 * Values of one measure about which the very same is asked, together, where the first of them stands: a whole engine
 * that was checked with other lifters is one question. All others by themselves.
 */
export function alike<Row extends SheetRow>(rows: readonly Row[]): Row[][] {
  const groups = new Map<string, Row[]>();
  for (const row of rows) groups.set(askedOf(row), [...(groups.get(askedOf(row)) ?? []), row]);
  return rows.flatMap((row) => {
    const group = groups.get(askedOf(row))!;
    if (group.length < LEAST) return [[row]];
    return group[0] === row ? [group] : [];
  });
}
