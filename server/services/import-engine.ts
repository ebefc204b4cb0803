import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type { importRequest } from '../../contracts/engine-export.js';
import type { Person } from '../../contracts/shop.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { importedOf } from '../../core/sheet/papers.js';
import { standOf } from '../../core/sheet/stand.js';
import { KeptStanding } from '../../core/sheet/standing.js';
import { Failure } from '../failure.js';
import { actRow } from '../store/act-store.js';
import { insertAct, type Act as LoggedAct } from '../store/audit-log.js';
import { isUniqueViolation } from '../store/database.js';
import { engineRow, findEngine, hasTag, listAllSpecSets, specSetRow, type EngineRow } from '../store/engine-store.js';
import { putOnFloor } from '../store/floor-store.js';
import { listPapers, paperRow } from '../store/paper-store.js';
import { idsElsewhere, readingRow } from '../store/reading-store.js';
import { insertRows } from '../store/tables.js';
import type { Context } from './context.js';
import { foreignFile, foreignSetOf } from './foreign-engine.js';
import { tagTaken, type Engines } from './engines.js';
import { SHOWN_BY, shownOf } from './floor.js';

/** Readings that one act of the log vouches for. */
const READINGS_AN_ACT = 500;
/** The longest name of a set. */
const LONGEST_NAME = 40;

/** What a set says, whatever it is called and whoever issued it. */
const contentsOf = ({ title, lifter, limits, practice, measures }: SpecSet) =>
  canonicalize({ title, lifter, limits, practice, measures });

/** The set as this shop has it already; or as it comes along, under a name that is free. */
function setHere(foreignSet: SpecSet, here: SpecSet[], by: Person, at: Date, from: string) {
  const contents = contentsOf(foreignSet);
  const known = here.find((set) => contentsOf(set) === contents);
  if (known) return { spec: known, isNew: false };
  const taken = new Set(here.map(({ id }) => id));
  const names = [foreignSet.id, ...Array.from({ length: here.length + 1 }, (_, turn) => `${foreignSet.id.slice(0, LONGEST_NAME - 4)}-${turn + 2}`)]; // prettier-ignore
  const reason = `Came with ${from}, which was judged by ${foreignSet.id} v${foreignSet.version}`;
  const issued = { by: by.handle, at: at.toISOString(), reason };
  return { spec: { ...foreignSet, id: names.find((name) => !taken.has(name))!, version: 1, issued }, isNew: true };
}

type Asked = z.infer<typeof importRequest>;

/** What is written, act by act: the set where it comes along, the engine, its readings. */
function actsOf(row: EngineRow, file: EngineFile, isNewSet: boolean, by: Person, at: Date): LoggedAct[] {
  const { id, tag, spec } = row;
  const told = { at, by: by.handle };
  const { shop } = importedOf(file)!.body;
  const issued: LoggedAct = {
    ...told,
    act: 'spec-set.issued',
    engineId: null,
    body: { id: spec.id, version: spec.version, reason: spec.issued?.reason },
    rows: [specSetRow(spec)],
  };
  const opened: LoggedAct = {
    ...told,
    act: 'engine.imported',
    engineId: id,
    body: { tag, shop, spec: spec.id, version: spec.version, readings: file.readings.length },
    rows: [engineRow(row), ...file.papers.map((paper) => paperRow(id, paper)), ...file.acts.map((act) => actRow(id, act))], // prettier-ignore
  };
  const batches = Array.from({ length: Math.ceil(file.readings.length / READINGS_AN_ACT) }, (_, turn) =>
    file.readings.slice(turn * READINGS_AN_ACT, (turn + 1) * READINGS_AN_ACT),
  );
  const taken = batches.map((batch): LoggedAct => ({
    ...told,
    act: 'readings.imported',
    engineId: id,
    body: { count: batch.length },
    rows: batch.map((reading) => readingRow(id, reading)),
  }));
  return [...(isNewSet ? [issued] : []), opened, ...taken];
}

/**
 * Opens the export of another Utex as an engine of this shop, with its history: all of it or nothing. Readings, papers and
 * decisions keep their ids and times, and stand as taken by whoever took them there; the set that judged it comes along
 * where this shop has none that says the same. The same file sent twice is opened once.
 *
 * @throws Failure engine.here-already, engine.tag-taken, engine.impossible, spec-set.impossible, reading.*, paper.unknown-kind
 */
export async function importEngine(context: Context, engines: Engines, by: Person, asked: Asked): Promise<EngineRow> {
  const { audit, clock, database } = context;
  const { id, title, customer, tag: tagThere } = asked.file.engine;
  const tag = asked.tag ?? tagThere;
  const foreignSet = foreignSetOf(asked.file);
  const at = clock.now();
  const from = asked.file.shop ? `${tagThere} from ${asked.file.shop.name}` : `${tagThere} from another Utex`;
  // Judged by the set as it came: what it is called here is decided when it is written.
  const file = await foreignFile(context, asked.file, foreignSet, by, at);
  const sent = importedOf(file)!;

  return audit.exclusively(async () => {
    const known = await findEngine(database, id);
    if (known) {
      const came = importedOf({ papers: await listPapers(database, id, { newestOf: ['imported'], allOf: [] }) });
      if (came?.body.contents !== sent.body.contents || came.by !== sent.by)
        throw new Failure('engine.here-already', [{ path: 'file.engine.id', message: `it is here as ${known.tag}` }]);
      return known;
    }
    const elsewhere = await idsElsewhere(database, id, file.readings.map((reading) => reading.id)); // prettier-ignore
    if (elsewhere.length > 0) {
      const index = file.readings.findIndex((reading) => elsewhere.includes(reading.id));
      throw new Failure('reading.id-taken', [{ path: `file.readings.${index}.id`, message: 'another reading already has this id' }]); // prettier-ignore
    }
    if (await hasTag(database, tag, id)) throw tagTaken();
    const { spec, isNew } = setHere(foreignSet, await listAllSpecSets(database), by, at, from);
    const row: EngineRow = {
      ...{ id, tag, title, customer, customerId: null, life: 'in-work', engine: file.engine, spec },
      ...{ openedAt: at, openedBy: by.handle },
    };
    const here = { ...file, spec };
    const shown = shownOf(row, new KeptStanding(file.engine, spec, standOf(here)).of(here), here);
    try {
      await audit.append(
        () => actsOf(row, here, isNew, by, at),
        (sealed, acts) =>
          database.transaction(async (queries) => {
            for (const [turn, act] of acts.entries()) {
              await insertAct(queries, sealed[turn]);
              await insertRows(queries, act.rows ?? []);
            }
            await putOnFloor(queries, shown, at, SHOWN_BY);
          }),
      );
    } catch (error) {
      throw isUniqueViolation(error) ? new Failure('act.id-taken') : error;
    }
    return engines.get(id);
  });
}
