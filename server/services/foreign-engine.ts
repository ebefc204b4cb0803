import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import { checkReading } from '../../contracts/check-reading.js';
import type { EngineExport } from '../../contracts/engine-export.js';
import { engineShape } from '../../contracts/engine-shape.js';
import type { Issue } from '../../contracts/errors.js';
import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import type { Person } from '../../contracts/shop.js';
import { newSpecSetRequest } from '../../contracts/spec-set.js';
import { asIssues, wordImpossibility } from '../../contracts/wording/impossible.js';
import { checkEngine } from '../../core/engine/check-engine.js';
import type { Engine } from '../../core/engine/engine.js';
import { findPlace } from '../../core/engine/places.js';
import { checkSpecFits } from '../../core/plan/check-spec-fits.js';
import { checkSpecSet } from '../../core/plan/check-spec-set.js';
import { findMeasure } from '../../core/plan/measures.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import { specSetOf, type StoredSpecSet } from '../../core/plan/stored-spec-set.js';
import type { Act } from '../../core/sheet/acts.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { withAbout } from '../../core/sheet/legacy-decisions.js';
import type { Imported, Paper } from '../../core/sheet/papers.js';
import type { Reading } from '../../core/sheet/reading.js';
import type { Slot } from '../../core/sheet/slot.js';
import { standOf } from '../../core/sheet/stand.js';
import type { Unit } from '../../core/units/units.js';
import { sameValue } from '../../core/tolerances.js';
import { Failure } from '../failure.js';
import type { Context } from './context.js';
import { checkPaper } from './papers.js';

/** The export of another Utex, looked at part by part: what it would be here, or what is wrong with it by its field. */

/** What the shop has of an engine by its file alone, or not as paper: the engine's own is in its head. */
const NOT_TAKEN_OVER = ['engine', 'imported'];
const below = (path: string, issues: Issue[]) => issues.map((one) => ({ ...one, path: `${path}.${one.path}` }));
const said = (path: PropertyKey[], message: string): Issue => ({ path: path.map(String).join('.'), message });

/**
 * Who did something in another shop, as it is told here: no handle of this shop has an `@`, so nobody here is taken for
 * somebody there.
 */
const foreign = (by: string, shop: string | undefined) => `${by} @ ${shop ?? 'another shop'}`;

/** The engine of a file, as it is laid out. @throws Failure engine.impossible */
function engineOf(file: EngineExport, spec: SpecSet): Engine {
  const engine = Object.fromEntries(
    Object.keys(engineShape)
      .map((key) => [key, file.engine[key as keyof typeof engineShape]])
      .filter(([, value]) => value !== undefined),
  ) as unknown as Engine;
  const wrong = [...checkEngine(engine), ...checkSpecFits(engine, spec)];
  if (wrong.length > 0) throw new Failure('engine.impossible', below('file.engine', asIssues(wrong)));
  return engine;
}

/** The set that a file was judged by, in today's shape. @throws Failure request.invalid, spec-set.impossible */
export function foreignSetOf(file: EngineExport): SpecSet {
  const { version, ...set } = specSetOf(file.specSet as unknown as StoredSpecSet);
  const parsed = newSpecSetRequest.safeParse({ ...set, after: 0, reason: 'came with an engine' });
  if (!parsed.success)
    throw new Failure('request.invalid', below('file.specSet', parsed.error.issues.map(({ path, message }) => said(path, message)))); // prettier-ignore
  const { after, reason, ...checked } = parsed.data;
  const wrong = checkSpecSet(checked);
  if (wrong.length > 0) throw new Failure('spec-set.impossible', below('file.specSet', asIssues(wrong)));
  return { ...checked, version };
}

/** Why a reading has no place on an engine that was put right. */
const GONE: Failure['code'][] = ['reading.unknown-place', 'reading.wrong-lifter'];

/** Where a reading of a file was taken, as the file says it. */
const slotOf = ({ measure, place, at, occasion }: EngineExport['readings'][number]): Slot => ({
  measure,
  place,
  ...(at ? { at } : {}),
  ...(occasion ? { occasion } : {}),
});

/**
 * The readings of a file as they stand here: marked as imported, taken by whoever took them there, arriving now.
 *
 * @throws Failure reading.*, by the line of the file
 */
function readingsOf(file: EngineExport, judged: { engine: Engine; spec: SpecSet }, at: Date): Reading[] {
  const byId = new Map<string, Reading>();
  const struck = new Set(file.strikes.map(({ readingId }) => readingId));
  return file.readings.map((sent, index) => {
    const refuse = (code: Failure['code'], field: string, message: string) =>
      new Failure(code, [{ path: `file.readings.${index}.${field}`, message }]);
    const checked = checkReading(judged, sent, index, 'plus');
    // What was struck may stand where the engine, put right since, has no place.
    const isGone = 'code' in checked && struck.has(sent.id) && GONE.includes(checked.code);
    const item = isGone ? { slot: slotOf(sent), value: sent.value } : checked;
    if ('code' in item) throw new Failure(item.code, below('file', [{ path: item.path, message: item.message }]));
    if (!sameValue(item.value, sent.value))
      throw refuse('reading.contradicts', 'value', `${sent.entered} ${sent.unit} is ${item.value}, not ${sent.value}`);
    if (byId.has(sent.id)) throw refuse('reading.id-taken', 'id', 'another reading of this file has this id');
    const replaced = sent.supersedes === undefined ? undefined : byId.get(sent.supersedes);
    if (
      sent.supersedes !== undefined &&
      (replaced?.measure !== item.slot.measure || replaced.place !== item.slot.place)
    )
      throw refuse(
        'reading.unknown-supersedes',
        'supersedes',
        'no earlier reading of this measure and place has this id',
      );
    const { id, entered, unit, instrument, note, supersedes, corrects, takenAt, by } = sent;
    const reading: Reading = {
      ...{ id, ...item.slot, entered, unit: unit as Unit, value: item.value },
      takenAt: new Date(takenAt).toISOString(),
      receivedAt: at.toISOString(),
      ...{ by: foreign(by, file.shop?.name), how: 'imported' },
      ...(instrument === undefined ? {} : { instrument }),
      ...(note === undefined ? {} : { note }),
      ...(supersedes === undefined ? {} : { supersedes }),
      ...(corrects && supersedes !== undefined ? { corrects } : {}),
    };
    byId.set(id, reading);
    return reading;
  });
}

/** The papers of a file, each looked at by its kind. @throws Failure paper.unknown-kind, request.invalid and those of kinds */
async function papersOf(context: Context, file: EngineExport, engine: Engine): Promise<Paper[]> {
  const papers: Paper[] = [];
  for (const [index, { id, kind: name, body: sent, by, at }] of file.papers.entries()) {
    if (NOT_TAKEN_OVER.includes(name)) continue;
    const path = `file.papers.${index}`;
    const kind = PAPER_KINDS.find((one) => one.kind === name);
    if (!kind)
      throw new Failure('paper.unknown-kind', [{ path: `${path}.kind`, message: `there is no paper ${name}` }]);
    const parsed = kind.schema.safeParse(sent);
    if (!parsed.success)
      throw new Failure('request.invalid', below(`${path}.body`, parsed.error.issues.map((one) => said(one.path, one.message)))); // prettier-ignore
    await checkPaper(context, kind, parsed.data, engine).catch((error: unknown) => {
      throw error instanceof Failure ? new Failure(error.code, below(`${path}.body`, error.issues)) : error;
    });
    const body = kind.body ? kind.body(parsed.data) : parsed.data;
    papers.push({ id, kind: name, body, by: foreign(by, file.shop?.name), at: new Date(at).toISOString() });
  }
  return papers;
}

/** The readings of a file that were struck there. @throws Failure strike.no-reading */
function strikesOf(file: EngineExport): Act[] {
  const ids = new Set(file.readings.map(({ id }) => id));
  return file.strikes.map(({ by, at, ...made }, index): Act => {
    if (!ids.has(made.readingId))
      throw new Failure('strike.no-reading', [{ path: `file.strikes.${index}.readingId`, message: 'the file has no such reading' }]); // prettier-ignore
    return { ...made, kind: 'reading-struck', by: foreign(by, file.shop?.name), at: new Date(at).toISOString() };
  });
}

/** What was noted at the readings of a file. @throws Failure strike.no-reading */
function notesOfFile(file: EngineExport): Act[] {
  const ids = new Set(file.readings.map(({ id }) => id));
  return file.notes.map(({ by, at, ...made }, index): Act => {
    if (!ids.has(made.readingId))
      throw new Failure('strike.no-reading', [{ path: `file.notes.${index}.readingId`, message: 'the file has no such reading' }]); // prettier-ignore
    return { ...made, kind: 'reading-noted', by: foreign(by, file.shop?.name), at: new Date(at).toISOString() };
  });
}

/** The decisions of a file. @throws Failure reading.unknown-measure, reading.unknown-place */
function decisionsOf(file: EngineExport, engine: Engine): Act[] {
  const ids = new Set(file.readings.map(({ id }) => id));
  return file.dispositions.map((made, index): Act => {
    const path = `file.dispositions.${index}`;
    const measure = findMeasure(made.measure);
    if (!measure)
      throw new Failure('reading.unknown-measure', [{ path: `${path}.measure`, message: `there is no measure ${made.measure}` }]); // prettier-ignore
    const isKnown = made.readingId === null || ids.has(made.readingId);
    if (findPlace(engine, measure.scope, made.place) !== made.place || !isKnown)
      throw new Failure('reading.unknown-place', [{ path: isKnown ? `${path}.place` : `${path}.readingId`, message: 'the file has nothing there' }]); // prettier-ignore
    return { ...made, kind: 'disposition', by: foreign(made.by, file.shop?.name), at: new Date(made.at).toISOString() };
  });
}

/**
 * The file of an engine as it stands here once it is opened.
 *
 * @param spec the set of the file, in today's shape
 * @throws Failure engine.impossible, reading.*, paper.unknown-kind, calc.impossible
 */
export async function foreignFile(
  context: Context,
  file: EngineExport,
  spec: SpecSet,
  by: Person,
  at: Date,
): Promise<EngineFile> {
  const engine = engineOf(file, spec);
  const readings = readingsOf(file, { engine, spec }, at);
  // No paper makes a reading impossible.
  const standing = standOf({ engine, spec, readings: [], papers: [], acts: [] });
  for (const [index, reading] of readings.entries()) {
    const fault = standing.add(reading);
    if (fault)
      throw new Failure('reading.impossible', [{ path: `file.readings.${index}.entered`, message: wordImpossibility(fault) }]); // prettier-ignore
  }
  const papers = await papersOf(context, file, engine);
  const whole = {
    engine,
    spec,
    readings,
    acts: [...strikesOf(file), ...notesOfFile(file), ...decisionsOf(file, engine)],
    papers,
    signed: null,
  };
  // What a decision of the first version was about is found by when everything arrived, which was there.
  const arrived = readings.map((reading, index) => ({ ...reading, receivedAt: receivedAt(file, index) }));
  const { acts } = withAbout({ ...whole, readings: arrived });
  const body: Imported = {
    shop: file.shop?.name ?? null,
    tag: file.engine.tag,
    engineId: file.engine.id,
    specSet: { id: file.specSet.id, version: file.specSet.version },
    readings: readings.length,
    dispositions: file.dispositions.length,
    contents: createHash('sha256').update(canonicalize(file)!).digest('hex'),
    records: file.records,
  };
  const paper: Paper = { id: context.newId(), kind: 'imported', body, by: by.handle, at: at.toISOString() };
  return { ...whole, acts, papers: [...papers, paper] };
}

/** When a reading arrived there, as far as the file says. */
const receivedAt = ({ readings }: EngineExport, index: number) =>
  new Date(readings[index].receivedAt ?? readings[index].takenAt).toISOString();
