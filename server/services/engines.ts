import { z } from 'zod';
import {
  asIssues,
  completeEngine,
  type EngineAnswer,
  type EngineSummary,
  type NewEngine,
} from '../../contracts/engine.js';
import type { Person } from '../../contracts/shop.js';
import { completeCard, type CompletedCard } from '../../core/cam/cam-card.js';
import { placesOf } from '../../core/engine/places.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { MEASURES } from '../../core/plan/measures.js';
import { checkSpecFits } from '../../core/plan/check-spec-fits.js';
import { buildSheet, type Sheet } from '../../core/record/sheet.js';
import { settingMark } from '../../core/record/mark.js';
import { Failure } from '../failure.js';
import { isUniqueViolation } from '../store/database.js';
import { findEngine, insertEngine, listSpecSets, searchEngines, type EngineRow } from '../store/engine-store.js';
import { newestCards } from '../store/paper-store.js';
import { listDispositions, listReadings, readingsForFloor } from '../store/reading-store.js';
import { signedSince } from '../store/record-store.js';
import type { Context } from './context.js';

const PAGE = 24;
/** Engines never change once opened, so those in work are kept at hand; far more than a shop has on its benches. */
const KEPT = 500;

/** A wheel that slipped shows only in the order of its readings. */
const WITH_HISTORY = MEASURES.filter(({ stage }) => stage === 'dead-centre' || stage === 'cam-timing').map(
  ({ key }) => key,
);

export function toAnswer({ engine, spec, openedAt, ...row }: EngineRow): EngineAnswer {
  return { ...row, ...engine, specSet: spec, openedAt: openedAt.toISOString() };
}

/** Opening engines, finding them, and the floor. */
export class Engines {
  private readonly kept = new Map<string, EngineRow>();

  constructor(private readonly context: Context) {}

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

  /** @throws Failure engine.impossible, engine.tag-taken, spec-set.not-found */
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
    const { tag, title, customer } = asked;
    const row: EngineRow = { id: newId(), tag, title, customer, engine, spec, openedAt: now, openedBy: by.handle };
    const act = {
      at: now,
      by: by.handle,
      act: 'engine.opened',
      engineId: row.id,
      body: { tag, spec: spec.id, version: spec.version },
    };
    try {
      await audit.record(act, (queries) => insertEngine(queries, row));
    } catch (error) {
      if (isUniqueViolation(error))
        throw new Failure('engine.tag-taken', [{ path: 'tag', message: 'another engine already has this tag' }]);
      throw error;
    }
    return row;
  }

  /** The newest cam card of an engine, completed, or null. */
  async card(id: string): Promise<CompletedCard | null> {
    const card = (await newestCards(this.context.database, [id])).get(id);
    return card ? completeCard(card) : null;
  }

  /** @throws Failure engine.not-found */
  async sheet(id: string): Promise<Sheet> {
    const { engine, spec } = await this.get(id);
    const readings = await listReadings(this.context.database, id);
    const dispositions = (await listDispositions(this.context.database, [id])).get(id)!;
    return buildSheet({ engine, spec, readings, dispositions, card: await this.card(id) });
  }

  async floor(
    search: string,
    page: number,
  ): Promise<{ engines: EngineSummary[]; page: number; pages: number; total: number }> {
    const { database } = this.context;
    const found = await searchEngines(database, search, (page - 1) * PAGE, PAGE);
    const ids = found.engines.map((row) => row.id);
    const readings = await readingsForFloor(database, ids, WITH_HISTORY);
    const cards = await newestCards(database, ids);
    const dispositions = await listDispositions(database, ids);
    const signed = await signedSince(database, ids);

    const engines = found.engines.map((row): EngineSummary => {
      const { engine, spec } = row;
      const card = cards.get(row.id);
      const sheet = buildSheet({
        engine,
        card: card && completeCard(card),
        spec,
        readings: readings.get(row.id)!,
        dispositions: dispositions.get(row.id)!,
      });
      const flagsOpen = sheet.flags.filter((flag) => flag.open);
      const signedAt = signed.get(row.id) ?? null;
      const unanswered = sheet.missing.filter((missing) => !missing.disposition);
      return {
        id: row.id,
        tag: row.tag,
        title: row.title,
        customer: row.customer,
        banks: engine.banks,
        marks: Object.fromEntries(placesOf(engine, 'valve').map((place) => [place, settingMark(sheet, place)])),
        taken: sheet.taken,
        required: sheet.required,
        flagsOpen: flagsOpen.map(({ measure, place, verdict }) => ({ measure, place, verdict })),
        state: signedAt
          ? 'signed'
          : sheet.rows.length === 0
            ? 'opened'
            : flagsOpen.length > 0
              ? 'flagged'
              : unanswered.length === 0
                ? 'to-sign'
                : 'setting',
        signedAt,
        touchedAt: row.touchedAt.toISOString(),
      };
    });
    return { engines, page, pages: Math.max(1, Math.ceil(found.total / PAGE)), total: found.total };
  }
}
