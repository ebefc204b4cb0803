import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import { completeEngine, type EngineAnswer, type NewEngine } from '../../contracts/engine.js';
import type { EnginePaper } from '../../contracts/papers/engine.js';
import type { Person } from '../../contracts/shop.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { checkEngineData } from '../../core/engine/engine-data.js';
import { checkCrank } from '../../core/engine/check-engine.js';
import { checkSpecFits } from '../../core/plan/check-spec-fits.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import type { Paper } from '../../core/sheet/papers.js';
import { sheetOf, type Sheet } from '../../core/sheet/sheet.js';
import { standOf } from '../../core/sheet/stand.js';
import { KeptStanding } from '../../core/sheet/standing.js';
import { Failure } from '../failure.js';
import { isUniqueViolation } from '../store/database.js';
import { loadFile } from '../store/engine-file-store.js';
import { paperRow } from '../store/paper-store.js';
import { engineRow, findEngine, hasTag, listSpecSets, type EngineRow } from '../store/engine-store.js';
import { putOnFloor, searchFloor, type FloorSearch } from '../store/floor-store.js';
import type { Context } from './context.js';
import { nameInBook } from './customers.js';
import { FilesAtHand } from './files-at-hand.js';
import { SHOWN_BY, shownOf } from './floor.js';

const PAGE = 24;
/** Those in work are kept at hand; far more than a shop has on its benches. */
const KEPT = 500;

export function toAnswer({ engine, spec, openedAt, ...row }: EngineRow): EngineAnswer {
  return { ...row, ...engine, specSet: spec, openedAt: openedAt.toISOString() };
}

/** What an engine is, as a paper of it says. */
export const enginePaper = ({ tag, title, customer, customerId, engine }: EngineRow): EnginePaper => ({
  tag,
  title,
  customer,
  customerId,
  engine,
});

export const tagTaken = () =>
  new Failure('engine.tag-taken', [{ path: 'tag', message: 'another engine already has this tag' }]);

/** The papers that an engine is opened with. @throws Failure calc.impossible */
function papersOf({ clock, newId }: Context, row: EngineRow, by: Person, asked: NewEngine): Paper[] {
  const { tag, title, customer, customerId, engine } = row;
  const { data, parts, job } = asked;
  const wrong = data ? checkEngineData(data.figures) : [];
  if (wrong.length > 0)
    throw new Failure(
      'calc.impossible',
      asIssues(wrong.map((one) => ({ ...one, path: ['data', 'figures', ...one.path] }))),
    );
  const at = clock.now().toISOString();
  // Whose page of the book it is stands on the paper that tells what the engine is.
  const bodies = {
    engine: customerId === null ? undefined : { tag, title, customer, customerId, engine },
    'engine-data': data,
    parts,
    job,
  };
  return Object.entries(bodies).flatMap(([kind, body]) =>
    body === undefined ? [] : [{ id: newId(), kind, body, by: by.handle, at }],
  );
}

/** Opening engines, finding them, and the floor. */
export class Engines {
  private readonly kept = new LRUCache<string, EngineRow>({ max: KEPT });
  /** The files of the engines in work. */
  readonly atHand: FilesAtHand;

  constructor(private readonly context: Context) {
    this.atHand = new FilesAtHand(context, (id) => this.get(id));
  }

  /** @throws Failure engine.not-found */
  async get(id: string): Promise<EngineRow> {
    // On a database server another process may have had it judged by something else meanwhile.
    const known = this.context.database.kind === 'pglite' ? this.kept.get(id) : undefined;
    if (known) return known;
    // The column is a uuid: PostgreSQL would call any other text a malformed query, not an unknown engine.
    const row = z.uuid().safeParse(id).success ? await findEngine(this.context.database, id) : null;
    if (!row) throw new Failure('engine.not-found');
    this.kept.set(id, row);
    return row;
  }

  /** An engine that is written on: not a closed or struck one. @throws Failure engine.not-found, engine.not-in-work */
  async inWork(id: string): Promise<EngineRow> {
    const row = await this.get(id);
    if (row.life === 'closed' || row.life === 'struck') throw new Failure('engine.not-in-work');
    return row;
  }

  /** Engines that are called something else in the book from here on are read anew. */
  forget(ids: string[]): void {
    for (const id of ids) {
      this.kept.delete(id);
      this.atHand.forget(id);
    }
  }

  /** Within `exclusively`: an engine is this from here on, or judged by this, if that can be written down. */
  async turnInto(row: EngineRow, write: () => Promise<void>): Promise<void> {
    this.atHand.forget(row.id);
    this.kept.set(row.id, row);
    try {
      await write();
    } catch (error) {
      this.kept.delete(row.id);
      throw error;
    }
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
    const misfits = [...checkSpecFits(engine, spec), ...checkCrank(engine)];
    if (misfits.length > 0) throw new Failure('engine.impossible', asIssues(misfits));

    const now = clock.now();
    const { tag, title, customerId = null, id = newId() } = asked;
    const customer = customerId === null ? asked.customer : await nameInBook(database, customerId);
    const row: EngineRow = {
      ...{ id, tag, title, customer, customerId, life: 'in-work', engine, spec },
      ...{ openedAt: now, openedBy: by.handle },
    };
    const papers = papersOf(this.context, row, by, asked);
    const file = { engine, spec, readings: [], acts: [], papers, signed: null };
    const standing = new KeptStanding(engine, spec, standOf(file)).of(file);
    const act = {
      at: now,
      by: by.handle,
      act: 'engine.opened',
      engineId: row.id,
      body: { tag, spec: spec.id, version: spec.version },
      rows: [engineRow(row), ...papers.map((paper) => paperRow(row.id, paper))],
    };
    try {
      return await audit.exclusively(async () => {
        const known = await findEngine(database, id);
        if (known && (known.tag !== tag || known.openedBy !== by.handle)) throw new Failure('act.id-taken');
        if (known) return known;
        await audit.put(
          () => act,
          async (queries) => {
            if (await hasTag(queries, tag, id)) throw tagTaken();
            await putOnFloor(queries, shownOf(row, standing, file), now, SHOWN_BY);
          },
        );
        return row;
      });
    } catch (error) {
      throw isUniqueViolation(error) ? tagTaken() : error;
    }
  }

  /** All that an engine is judged from. @throws Failure engine.not-found */
  async file(id: string): Promise<EngineFile> {
    const { database, history } = this.context;
    return loadFile(database, await this.get(id), await history.of(database));
  }

  /** @throws Failure engine.not-found */
  async sheet(id: string): Promise<Sheet> {
    return sheetOf(await this.file(id));
  }

  /** One page of the floor, as the JSON that is answered. */
  async floor(search: FloorSearch, page: number): Promise<string> {
    const { total, engines } = await searchFloor(this.context.database, search, (page - 1) * PAGE, PAGE);
    return `{"engines":${engines},"page":${page},"pages":${Math.max(1, Math.ceil(total / PAGE))},"total":${total}}`;
  }
}
