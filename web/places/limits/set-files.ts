import Papa from 'papaparse';
import { z } from 'zod';
import { BASES, type SpecLimit, type SpecSet } from '../../../core/plan/spec-sets.js';
import { formOf, limitForm, type LimitForm, type SetForm } from './set-form.js';

/** Columns of a set's limits as CSV, by the fields of a row. */
const COLUMNS = {
  measure: 'measure',
  valve: 'valve',
  min: 'least',
  max: 'most',
  preferred: 'preferred',
  unit: 'unit',
  basis: 'basis',
  required: 'required',
  source: 'source',
} as const satisfies Record<keyof Required<Omit<LimitForm, 'isConfirmed'>>, string>;
type Column = keyof typeof COLUMNS;
const FIELDS = Object.keys(COLUMNS) as Column[];

/** The limits of a set as CSV: one row a limit. */
export function limitsCsv(limits: readonly SpecLimit[]): string {
  const rows = limits.map((limit) => {
    const form = limitForm(limit);
    return Object.fromEntries(
      FIELDS.map((field) => [COLUMNS[field], field === 'required' ? (form.required ? 'yes' : 'no') : form[field]]),
    );
  });
  return `${Papa.unparse(rows, { columns: Object.values(COLUMNS), newline: '\r\n' })}\r\n`;
}

/** A set as JSON, to be kept or taken to another shop. */
export const setJson = (spec: SpecSet): string =>
  JSON.stringify({ format: 'utex-spec-set', formatVersion: 1, specSet: spec }, null, 2);

/** What a file held: rows to be looked at and mended in the table, or why it is no such file. */
export type ReadSet = { ok: true; form: Partial<SetForm> } | { ok: false; problem: string };

/** A word of a cell by what it means; a word that means nothing stays as it is, to be mended where it stands. */
const meant = <Meaning>(words: [Meaning, string[]][], cell: string): Meaning | string =>
  words.find(([, spelled]) => spelled.includes(cell.toLowerCase()))?.[0] ?? cell;
const VALVES: [string, string[]][] = [
  ['', ['', 'both']],
  ['I', ['i', 'in', 'intake']],
  ['E', ['e', 'ex', 'exhaust']],
];
const REQUIRED: [boolean, string[]][] = [
  [true, ['yes', 'y', 'true', '1', 'x']],
  [false, ['', 'no', 'n', 'false', '0']],
];

function readCsv(text: string): ReadSet {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
    delimitersToGuess: [',', ';', '\t'],
  });
  const absent = (['measure', 'unit'] as const).filter((name) => !meta.fields?.includes(name));
  if (absent.length > 0) return { ok: false, problem: `The file has no column ${absent.join(' and no column ')}.` };
  // Where semicolons part the columns, a comma is a decimal one.
  const figure = (cell = '') =>
    (meta.delimiter === ';' ? cell.replace(/^(\s*[+-−]?\d*),(\d+\s*)$/, '$1.$2') : cell).trim();
  const unsaid = data.findIndex((row) => typeof meant(REQUIRED, (row.required ?? '').trim()) === 'string');
  if (unsaid >= 0)
    return { ok: false, problem: `Row ${unsaid + 1}: required is yes or no, not “${data[unsaid].required}”.` };
  const limits = data.map((row): LimitForm => {
    const cell = (field: Column) => (row[COLUMNS[field]] ?? '').trim();
    const basis = cell('basis');
    return {
      measure: cell('measure'),
      valve: meant(VALVES, cell('valve')),
      min: figure(row[COLUMNS.min]),
      max: figure(row[COLUMNS.max]),
      preferred: figure(row[COLUMNS.preferred]),
      unit: cell('unit'),
      basis: basis === '' ? BASES[0] : basis,
      required: meant(REQUIRED, cell('required')) === true,
      source: cell('source'),
    };
  });
  return limits.length > 0 ? { ok: true, form: { limits } } : { ok: false, problem: 'The file has no row.' };
}

const fileSchema = z.object({
  format: z.literal('utex-spec-set'),
  specSet: z.looseObject({ limits: z.array(z.any()) }),
});

function readJson(text: string): ReadSet {
  try {
    const { specSet } = fileSchema.parse(JSON.parse(text));
    return { ok: true, form: formOf(specSet as unknown as SpecSet) };
  } catch {
    return { ok: false, problem: 'The file is no spec set that Utex wrote.' };
  }
}

/** Reads a file of limits: JSON that Utex wrote, or CSV with the columns of the export. */
export const readSetFile = (text: string): ReadSet =>
  text.trimStart().startsWith('{') ? readJson(text) : readCsv(text);
