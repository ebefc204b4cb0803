import { z } from 'zod';
import { completeEngine, type EngineAnswer, type EngineSummary, type NewEngine } from '../../contracts/engine.js';
import type { Person } from '../../contracts/shop.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { placesOf } from '../../core/engine/places.js';
import { checkSpecFits } from '../../core/plan/check-spec-fits.js';
import { isSigned, type EngineFile } from '../../core/sheet/engine-file.js';
import { stageMark } from '../../core/sheet/marks.js';
import { sheetOf, type Sheet } from '../../core/sheet/sheet.js';
import { Failure } from '../failure.js';
import { isUniqueViolation } from '../store/database.js';
import { loadFiles } from '../store/engine-file-store.js';
import { engineRow, findEngine, hasTag, listSpecSets, searchEngines, type EngineRow } from '../store/engine-store.js';
import type { Context } from './context.js';
import { FilesAtHand } from './files-at-hand.js';

const PAGE = 24;
/** Engines never change once opened, so those in work are kept at hand; far more than a shop has on its benches. */
const KEPT = 500;

export function toAnswer({ engine, spec, openedAt, ...row }: EngineRow): EngineAnswer {
  return { ...row, ...engine, specSet: spec, openedAt: openedAt.toISOString() };
}

/** Opening engines, finding them, and the floor. */
export class Engines {
  private readonly kept = new Map<string, EngineRow>();
  /** The files of the engines in work. */
  readonly atHand: FilesAtHand;

  constructor(private readonly context: Context) {
    this.atHand = new FilesAtHand(context.database, context.audit);
  }

  /** @throws Failure engine.not-found */
  async get(id: string): Promise<EngineRow> {
    const known = this.kept.get(id);
    if (known) return known;
    // The column is a uuid: PostgreSQL would call any other text a malformed query, not an unknown engine.
    const row = z.uuid().safeParse(id).success ? await findEngine(this.context.database, id) : null;
    if (!row) throw new Failure('engine.not-found');
    if (this.kept.size >= KEPT) this.kept.delete(this.kept.keys().next().value!);
    this.kept.set(id, row);
    return row;
  }

  /** Opens an engine; sent twice under one id, it is opened once. @throws Failure engine.impossible, engine.tag-taken, spec-set.not-found, act.id-taken */
  async open(by: Person, asked: NewEngine): Promise<EngineRow> {
    const { audit, clock, database, newId } = this.context;
    const { engine, issues } = completeEngine(asked);
    if (!engine) throw new Failure('engine.impossible', asIssues(issues));

    const specSets = await listSpecSets(database);
    const template = LAYOUTS.find((layout) => layout.name === asked.layout)!;
    // The template's set is for its own lifters; where others were stated, the shop's general set for those.
    const proposed = template.engine?.lifter === engine.lifter ? template.specSet : `shop-${engine.lifter}`;
    const wanted = asked.specSet ?? proposed;
    const spec = specSets.find((set) => set.id === wanted);
    if (!spec)
      throw new Failure('spec-set.not-found', [{ path: 'specSet', message: `there is no spec set ${wanted}` }]);
    const misfits = checkSpecFits(engine, spec);
    if (misfits.length > 0) throw new Failure('engine.impossible', asIssues(misfits));

    const now = clock.now();
    const { tag, title, customer, id = newId() } = asked;
    const row: EngineRow = { id, tag, title, customer, engine, spec, openedAt: now, openedBy: by.handle };
    const act = {
      at: now,
      by: by.handle,
      act: 'engine.opened',
      engineId: row.id,
      body: { tag, spec: spec.id, version: spec.version },
      rows: [engineRow(row)],
    };
    const taken = () =>
      new Failure('engine.tag-taken', [{ path: 'tag', message: 'another engine already has this tag' }]);
    try {
      return await audit.exclusively(async () => {
        const known = await findEngine(database, id);
        if (known && (known.tag !== tag || known.openedBy !== by.handle)) throw new Failure('act.id-taken');
        if (known) return known;
        await audit.put(
          () => act,
          async (queries) => {
            if (await hasTag(queries, tag)) throw taken();
          },
        );
        return row;
      });
    } catch (error) {
      throw isUniqueViolation(error) ? taken() : error;
    }
  }

  /** All that an engine is judged from. @throws Failure engine.not-found */
  async file(id: string): Promise<EngineFile> {
    const row = await this.get(id);
    return (await loadFiles(this.context.database, [row], 'whole')).get(row.id)!;
  }

  /** @throws Failure engine.not-found */
  async sheet(id: string): Promise<Sheet> {
    return sheetOf(await this.file(id));
  }

  async floor(
    search: string,
    page: number,
  ): Promise<{ engines: EngineSummary[]; page: number; pages: number; total: number }> {
    const { database } = this.context;
    const found = await searchEngines(database, search, (page - 1) * PAGE, PAGE);
    const files = await loadFiles(database, found.engines, 'current');
    const engines = found.engines.map((row) => summaryOf(row, files.get(row.id)!));
    return { engines, page, pages: Math.max(1, Math.ceil(found.total / PAGE)), total: found.total };
  }
}

/** Where an engine stands, from its file. */
function summaryOf({ touchedAt, ...row }: EngineRow & { touchedAt: Date }, file: EngineFile): EngineSummary {
  const { id, tag, title, customer, engine } = row;
  const sheet = sheetOf(file);
  const flagsOpen = sheet.flags.filter((flag) => flag.open);
  const unanswered = sheet.missing.filter((missing) => !missing.disposition);
  const state = () => {
    if (isSigned(file)) return 'signed';
    if (sheet.rows.length === 0) return 'opened';
    if (flagsOpen.length > 0) return 'flagged';
    return unanswered.length === 0 ? 'to-sign' : 'setting';
  };
  return {
    id,
    tag,
    title,
    customer,
    banks: engine.banks,
    marks: Object.fromEntries(placesOf(engine, 'valve').map((place) => [place, stageMark(sheet, 'setting', place)])),
    ...(sheet.stages.setting ?? { taken: 0, required: 0 }),
    flagsOpen: flagsOpen.map(({ measure, place, verdict }) => ({ measure, place, verdict })),
    state: state(),
    signedAt: isSigned(file) ? file.signed!.signedAt : null,
    touchedAt: touchedAt.toISOString(),
  };
}
