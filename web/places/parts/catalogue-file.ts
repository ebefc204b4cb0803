import Papa from 'papaparse';
import { itemSchema, WANTED_KINDS, type PartsAnswer } from '../../../contracts/parts.js';
import type { StockItem } from '../../../core/parts/stock.js';
import { toCanonical } from '../../../core/units/units.js';
import { readMoney } from '../../app/money.js';

/** The columns of a catalogue list; `part`, `title` and `number` must be there. */
export const CATALOGUE_COLUMNS = ['part', 'title', 'number', 'unit', 'length', 'length_to', 'step', 'diameter', 'wall', 'price', 'lead_days', 'keep'] as const; // prettier-ignore
type Column = (typeof CATALOGUE_COLUMNS)[number];
type Cells = Partial<Record<Column, string>>;

export interface ReadCatalogue {
  items: StockItem[];
  /** What is wrong, by the line of the file. */
  problems: string[];
}

const MOST_PROBLEMS = 20;

/** One line of a list, or why it is none. A length alone is one; with an end and a step they are steps; with an end alone, cut. */
function itemOf(
  cells: Cells,
  supplierId: string,
  known: StockItem | undefined,
  currency: string | null,
  newId: () => string,
): StockItem | string {
  const unit = (cells.unit?.trim() || 'in') as 'in' | 'mm';
  if (unit !== 'in' && unit !== 'mm') return `unit ${cells.unit}: in or mm`;
  const bad: string[] = [];
  const number = (column: Column): number | null => {
    const text = cells[column]?.trim() ?? '';
    if (text === '') return null;
    const value = Number(text);
    if (Number.isFinite(value)) return value;
    bad.push(`${column}: ${text} is no number`);
    return null;
  };
  const length = (column: Column) => {
    const value = number(column);
    return value === null ? null : toCanonical(value, unit);
  };
  const [from, to, step] = [length('length'), length('length_to'), length('step')];
  const price = readMoney(cells.price ?? '', currency);
  if (!price.ok) bad.push(`price: ${price.why}`);
  if (from === null && (to !== null || step !== null)) bad.push('length_to and step need a length');
  if (to === null && step !== null) bad.push('a step needs the last length');
  const lengths: StockItem['lengths'] =
    from === null
      ? null
      : to === null
        ? { kind: 'one', length: from }
        : step === null
          ? { kind: 'cut', from, to }
          : { kind: 'steps', from, to, step };
  const part = cells.part?.trim().toLowerCase() ?? '';
  if (!(WANTED_KINDS as readonly string[]).includes(part)) bad.push(`part ${part || 'is empty'}: one of ${WANTED_KINDS.join(', ')}`); // prettier-ignore
  const sent = {
    id: known?.id ?? newId(),
    part,
    title: cells.title ?? '',
    number: cells.number?.trim() ?? '',
    supplierId,
    lengths,
    diameterMm: length('diameter'),
    wallMm: length('wall'),
    priceEach: price.ok ? price.value : null,
    leadDays: number('lead_days'),
    keep: number('keep') ?? known?.keep ?? null,
  };
  if (bad.length > 0) return bad.join('; ');
  const parsed = itemSchema.safeParse(sent);
  return parsed.success ? parsed.data : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; '); // prettier-ignore
}

/**
 * The list that a supplier sent, read line by line: the same number of the same supplier is the same part, written anew.
 *
 * @param text RFC 4180 CSV with a line of headers
 */
export function readCatalogue(
  text: string,
  supplierId: string,
  { items: known, currency }: Pick<PartsAnswer, 'items' | 'currency'>,
  newId: () => string,
): ReadCatalogue {
  const { data, meta } = Papa.parse<Cells>(text, { header: true, skipEmptyLines: 'greedy', transformHeader: (head) => head.trim().toLowerCase() }); // prettier-ignore
  const heads = meta.fields ?? [];
  const missing = (['part', 'title', 'number'] as const).filter((column) => !heads.includes(column));
  if (missing.length > 0) return { items: [], problems: [`No column ${missing.join(', ')} in the first line.`] };
  const unknown = heads.filter((head) => !(CATALOGUE_COLUMNS as readonly string[]).includes(head));
  const problems = unknown.map((head) => `No column is called ${head || 'nothing'}: ${CATALOGUE_COLUMNS.join(', ')}.`);
  const items: StockItem[] = [];
  for (const [index, cells] of data.entries()) {
    const number = cells.number?.trim() ?? '';
    const same = (one: StockItem) => one.supplierId === supplierId && one.number === number && number !== '';
    if (items.some(same)) problems.push(`Line ${index + 2}: ${number} stands there already.`);
    const read = itemOf(cells, supplierId, known.find(same), currency, newId);
    if (typeof read === 'string') problems.push(`Line ${index + 2}: ${read}.`);
    else items.push(read);
  }
  if (data.length === 0) problems.push('The list has no line below its headers.');
  const more = problems.length - MOST_PROBLEMS;
  return { items, problems: more > 0 ? [...problems.slice(0, MOST_PROBLEMS), `And ${more} more.`] : problems };
}
