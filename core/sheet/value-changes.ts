import type { Term } from '../derive/rule.js';
import type { EngineFile } from './engine-file.js';
import { sheetOf } from './sheet.js';
import { slotKey } from './slot.js';
import type { SheetRow } from './row.js';

/** A term of a formula that is another, or that is there only on one side. */
interface TermChange {
  name: string;
  unit: Term['unit'];
  before: number | null;
  after: number | null;
}

/** A computed value that would be another, and by which of its terms. Canonical. */
export interface ValueChange {
  measure: string;
  place: string;
  before: Pick<SheetRow, 'value' | 'verdict'>;
  after: Pick<SheetRow, 'value' | 'verdict'>;
  terms: TermChange[];
}

function termChanges(before: readonly Term[], after: readonly Term[]): TermChange[] {
  const names = [...new Set([...before, ...after].map(({ name }) => name))];
  return names.flatMap((name) => {
    const [was, is] = [before, after].map((terms) => terms.find((term) => term.name === name));
    if (was?.value === is?.value) return [];
    return [{ name, unit: (was ?? is)!.unit, before: was?.value ?? null, after: is?.value ?? null }];
  });
}

/** Which computed values of an engine would change if other papers stood in its file, in the order of its sheet. */
export function valueChanges(file: EngineFile, papers: EngineFile['papers'], readings = file.readings): ValueChange[] {
  const after = new Map(sheetOf({ ...file, papers, readings }).rows.map((row) => [slotKey(row), row]));
  return sheetOf(file).rows.flatMap((row): ValueChange[] => {
    const now = after.get(slotKey(row));
    if (!now?.derivedFrom || !row.derivedFrom) return [];
    if (now.value === row.value && now.verdict === row.verdict) return [];
    const { measure, place } = row;
    const [was, is] = [row, now].map(({ value, verdict }) => ({ value, verdict }));
    const terms = termChanges(row.derivedFrom.formula.terms, now.derivedFrom.formula.terms);
    return [{ measure, place, before: was, after: is, terms }];
  });
}
