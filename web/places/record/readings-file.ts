import Papa from 'papaparse';
import { checkReading } from '../../../contracts/check-reading.js';
import type { Issue } from '../../../contracts/errors.js';
import { newReadingSchema, type NewReading } from '../../../contracts/reading.js';
import type { Engine } from '../../../core/engine/engine.js';
import { findMeasure, measureOf } from '../../../core/plan/measures.js';
import { readEntry } from '../../../core/plan/read-entry.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { sameValue } from '../../../core/tolerances.js';
import type { Unit } from '../../../core/units/units.js';

/** One line of a file of readings, as it stands there, with what keeps it from being taken. */
export interface ReadingLine {
  /** As an editor counts lines: the first holds the columns. */
  line: number;
  measure: string;
  place: string;
  entered: string;
  unit: string;
  problems: string[];
  /** The reading that it would be; null where it cannot be read. */
  reading: NewReading | null;
}

export type ReadReadings = { ok: true; lines: ReadingLine[] } | { ok: false; problem: string };

/**
 * What was entered, with its side: a file that was written before sides were asked for says it by its value alone.
 */
function withSide(measure: string, entered: string, unit: string, value: string): string {
  const { sides } = findMeasure(measure) ?? {};
  if (!sides || value === '') return entered;
  const before = readEntry(measureOf(measure), entered, unit as Unit, 'plus');
  const isAsked = !readEntry(measureOf(measure), entered, unit as Unit).ok;
  return isAsked && before.ok && sameValue(before.value, Number(value)) ? `${entered} ${sides.plus}` : entered;
}

/** The most readings that are taken in one go, all or none. */
const MOST = 500;
const NEEDED = ['measure', 'place', 'entered', 'unit'] as const;
/** A note that begins like a formula stands in the export with a mark before it. */
const bare = (words: string) => (/^'[=+\-@\t\r]/.test(words) ? words.slice(1) : words);

/**
 * Reads a file of readings: CSV with the columns of the export, of which measure, place, entered and unit must be there.
 * Semicolons and tabs are recognised, and with semicolons decimal commas. Each line is checked as the server will.
 *
 * @param by the engine, and the set that judges it
 * @param newId makes an id for a line that has none
 */
export function readReadings(text: string, by: { engine: Engine; spec: SpecSet }, newId: () => string): ReadReadings {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) =>
      name
        .replace(/^\uFEFF/, '')
        .trim()
        .toLowerCase(),
    delimitersToGuess: [',', ';', '\t'],
  });
  const absent = NEEDED.filter((name) => !meta.fields?.includes(name));
  if (absent.length > 0) return { ok: false, problem: `The file has no column ${absent.join(' and no column ')}.` };
  if (data.length === 0) return { ok: false, problem: 'The file has no reading.' };
  if (data.length > MOST)
    return { ok: false, problem: `The file has ${data.length} readings; at most ${MOST} are taken in one go.` };
  const seen = new Set<string>();
  const lines = data.map((row, index): ReadingLine => {
    const cell = (name: string) => (row[name] ?? '').trim();
    const said = (name: string) => (cell(name) === '' ? {} : { [name]: bare(cell(name)) });
    // Where semicolons part the columns, a comma is a decimal one.
    const typed = meta.delimiter === ';' ? cell('entered').replace(/(\d),(\d)/g, '$1.$2') : cell('entered');
    const entered = withSide(cell('measure'), typed, cell('unit'), cell('value'));
    const shown = { line: index + 2, measure: cell('measure'), place: cell('place'), entered, unit: cell('unit') };
    const at = cell('at_by') === '' ? {} : { at: { by: cell('at_by'), value: Number(cell('at_value').replace(',', '.')) } }; // prettier-ignore
    const parsed = newReadingSchema.safeParse({
      id: cell('id') === '' ? newId() : cell('id'),
      ...{ measure: shown.measure, place: shown.place, entered, unit: shown.unit },
      ...at,
      ...(cell('taken_at') === '' ? {} : { takenAt: cell('taken_at') }),
      how: cell('how') === '' ? 'imported' : cell('how'),
      ...said('occasion'),
      ...said('instrument'),
      ...said('note'),
      ...said('supersedes'),
      ...(cell('corrects') === 'yes' ? { corrects: true as const } : {}),
    });
    if (!parsed.success)
      return { ...shown, reading: null, problems: parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) }; // prettier-ignore
    const checked = checkReading(by, parsed.data, index);
    const problems = 'code' in checked ? [checked.message] : [];
    if (seen.has(parsed.data.id)) problems.push('its id stands on a line before');
    seen.add(parsed.data.id);
    return { ...shown, reading: parsed.data, problems };
  });
  return { ok: true, lines };
}

/** Puts what the server refused on the lines that it is about; answers what is about none of them. */
export function onTheirLines(lines: ReadingLine[], issues: Issue[]): { lines: ReadingLine[]; rest: Issue[] } {
  const byIndex = new Map<number, string[]>();
  const rest: Issue[] = [];
  for (const issue of issues) {
    const [, index] = /^readings\.(\d+)\./.exec(issue.path) ?? [];
    if (index === undefined) rest.push(issue);
    else byIndex.set(Number(index), [...(byIndex.get(Number(index)) ?? []), issue.message]);
  }
  return { lines: lines.map((line, index) => ({ ...line, problems: byIndex.get(index) ?? line.problems })), rest };
}
