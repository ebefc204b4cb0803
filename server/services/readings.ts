import type { NewReading, SavedReading } from '../../contracts/reading.js';
import type { ErrorCode, Issue } from '../../contracts/errors.js';
import type { Person } from '../../contracts/shop.js';
import { wordEntry, wordHint } from '../../contracts/wording.js';
import { hasPlace } from '../../core/engine/places.js';
import { findMeasure, type Measure } from '../../core/plan/measures.js';
import { judgeReading } from '../../core/record/judge-reading.js';
import type { Reading } from '../../core/record/reading.js';
import { parseEntered } from '../../core/units/parse-entered.js';
import { CANONICAL_UNIT, toCanonical, type Unit } from '../../core/units/units.js';
import { Failure } from '../failure.js';
import type { EngineRow } from '../store/engine-store.js';
import { insertReadings, readingsBeside } from '../store/reading-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** A refusal of one item; the first of a batch gives the answer its code. */
interface Refused extends Issue {
  code: ErrorCode;
}

function canonicalValue(measure: Measure, { entered, unit }: NewReading): number | { reason: string } {
  if (measure.options) {
    const option = measure.options.indexOf(entered.trim());
    return option >= 0 ? option : { reason: `one of ${measure.options.join(', ')}` };
  }
  const parsed = parseEntered(entered);
  return parsed.ok ? toCanonical(parsed.value, unit as Unit) : { reason: wordEntry(parsed) };
}

/** The canonical value of an item, or why it is refused: unknown measure, place or unit, or text that is no number. */
function check({ engine }: EngineRow, item: NewReading, index: number): { value: number } | Refused {
  const at = (field: string) => `readings.${index}.${field}`;
  const measure = findMeasure(item.measure);
  if (!measure)
    return { code: 'reading.unknown-measure', path: at('measure'), message: `there is no measure ${item.measure}` };
  if (!hasPlace(engine, measure.scope, item.place))
    return {
      code: 'reading.unknown-place',
      path: at('place'),
      message: `this engine has no ${measure.scope} ${item.place} to take ${measure.key} at`,
    };
  if (!measure.units.includes(item.unit as Unit))
    return {
      code: 'reading.unknown-unit',
      path: at('unit'),
      message: `${measure.key} is taken in ${measure.units.join(', ')}, not in ${item.unit}`,
    };
  const value = canonicalValue(measure, item);
  return typeof value === 'number'
    ? { value }
    : { code: 'reading.not-a-number', path: at('entered'), message: value.reason };
}

const same = (known: Reading, item: NewReading) =>
  (['measure', 'place', 'entered', 'unit', 'how', 'instrument', 'note', 'supersedes'] as const).every(
    (key) => known[key] === item[key],
  );

/** The newest of each place among `readings`, which are in the order of taking. */
function latestByPlace(readings: Reading[]): Reading[] {
  return [...new Map(readings.map((reading) => [reading.place, reading])).values()];
}

/**
 * Takes a batch of readings: all or nothing, harmless to repeat, answered only when the disk has it. What is answered
 * for an id is judged against what stood before it, so that the same id gives the same answer later.
 *
 * @throws Failure reading.* and engine.not-found
 */
export async function takeReadings(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  items: NewReading[],
): Promise<SavedReading[]> {
  const row = await engines.get(engineId);
  const checked = items.map((item, index) => check(row, item, index));
  const refused = checked.filter((result): result is Refused => 'code' in result);
  if (refused.length > 0)
    throw new Failure(
      refused[0].code,
      refused.map(({ path, message }) => ({ path, message })),
    );

  const ids = items.map((item) => item.id);
  const measures = [...new Set(items.map((item) => item.measure))];
  return context.audit.exclusively(async () => {
    const beside = await readingsBeside(context.database, engineId, measures, ids);
    const history = beside.filter((row) => row.engineId === engineId).map((row) => row.reading);
    const fresh: Reading[] = [];
    const takenAt = context.clock.now();
    items.forEach((item, index) => {
      const path = (field: string) => `readings.${index}.${field}`;
      const known = beside.find(({ reading }) => reading.id === item.id);
      const twin = known?.reading ?? fresh.find((reading) => reading.id === item.id);
      if (twin) {
        if ((known && known.engineId !== engineId) || !same(twin, item))
          throw new Failure('reading.id-taken', [{ path: path('id'), message: 'another reading already has this id' }]);
        return;
      }
      const replaced = item.supersedes && [...history, ...fresh].find((reading) => reading.id === item.supersedes);
      if (item.supersedes && (!replaced || replaced.measure !== item.measure || replaced.place !== item.place))
        throw new Failure('reading.unknown-supersedes', [
          { path: path('supersedes'), message: 'no earlier reading of this measure and place has this id' },
        ]);
      const { value } = checked[index] as { value: number };
      fresh.push({ ...item, unit: item.unit as Unit, value, takenAt: takenAt.toISOString(), by: by.handle });
    });

    if (fresh.length > 0) {
      const body = {
        readings: fresh.map(({ id, measure, place, entered, unit }) => ({ id, measure, place, entered, unit })),
      };
      const act = { at: takenAt, by: by.handle, act: 'readings.taken', engineId, body };
      await context.audit.append(act, (sealed) => insertReadings(context.database, engineId, fresh, sealed));
    }
    const all = [...history, ...fresh];
    return items.map((item) => answerFor(row, all, item.id));
  });
}

function answerFor({ engine, spec }: EngineRow, all: Reading[], id: string): SavedReading {
  const turn = all.findIndex((reading) => reading.id === id);
  const reading = all[turn];
  const before = all.slice(0, turn).filter((other) => other.measure === reading.measure);
  const { verdict, limit, judgedAs, hints } = judgeReading(engine, spec, reading, latestByPlace(before));
  return {
    id,
    value: reading.value,
    unit: CANONICAL_UNIT[findMeasure(reading.measure)!.quantity],
    verdict,
    limit,
    ...(judgedAs ? { judgedAs } : {}),
    hints: hints.map((hint) => ({ code: hint.code, message: wordHint(hint, reading.unit) })),
  };
}
