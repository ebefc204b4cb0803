import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type { ChangeEngine, changeLifeRequest } from '../../contracts/engine.js';
import type { EnginePaper } from '../../contracts/papers/engine.js';
import type { Person } from '../../contracts/shop.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { wordLack } from '../../contracts/wording/gate.js';
import { checkCrank, checkEngine } from '../../core/engine/check-engine.js';
import type { Engine } from '../../core/engine/engine.js';
import { checkSpecFits } from '../../core/plan/check-spec-fits.js';
import { measureOf } from '../../core/plan/measures.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import { spokenPlace } from '../../core/engine/places.js';
import type { Impossibility } from '../../core/impossible.js';
import type { Act, LifeChange } from '../../core/sheet/acts.js';
import { engineChange, type EngineChange } from '../../core/sheet/engine-change.js';
import type { Paper } from '../../core/sheet/papers.js';
import { Failure } from '../failure.js';
import { actRow, findAct } from '../store/act-store.js';
import type { EngineRow } from '../store/engine-store.js';
import { hasTag, listSpecSets } from '../store/engine-store.js';
import { findPaper, paperRow } from '../store/paper-store.js';

import { isSameAct } from './acts.js';
import type { Context } from './context.js';
import { lackingAt } from './lacking.js';
import { nameInBook } from './customers.js';
import { enginePaper, tagTaken, type Engines } from './engines.js';

/** What tells how the crank lets it fire. */
const TURNED_BY: string[] = ['banks', 'firingOrder', 'intervals', 'pins'];

/** The set that judges an engine from here on. @throws Failure spec-set.not-found */
async function specFor({ database }: Context, row: EngineRow, wanted: string | undefined): Promise<SpecSet> {
  if (wanted === undefined || wanted === row.spec.id) return row.spec;
  const spec = (await listSpecSets(database)).find((set) => set.id === wanted);
  if (!spec) throw new Failure('spec-set.not-found', [{ path: 'specSet', message: `there is no spec set ${wanted}` }]);
  return spec;
}

/**
 * What was read must stand somewhere afterwards, and whoever has it stand otherwise is the lead and says why.
 *
 * @throws Failure engine.lead-only, engine.reason-needed, engine.places-gone
 */
function checkReadings({ isForLead, gone }: EngineChange, by: Person, { reason }: ChangeEngine): void {
  if (!isForLead) return;
  if (by.role !== 'lead' && by.role !== 'owner') throw new Failure('engine.lead-only');
  if (gone.length > 0)
    throw new Failure(
      'engine.places-gone',
      gone.map(({ id, measure, place, entered }) => ({
        path: `readings.${id}`,
        message: `${measureOf(measure).title}, ${spokenPlace(place)}: ${entered}`,
      })),
    );
  if (reason === undefined) throw new Failure('engine.reason-needed', [{ path: 'reason', message: 'say why' }]);
}

/**
 * What an engine would be with a change.
 *
 * @throws Failure engine.impossible, engine.lead-only, engine.reason-needed, engine.places-gone, customer.not-found,
 *   spec-set.not-found
 */
async function changed(context: Context, engines: Engines, row: EngineRow, by: Person, asked: ChangeEngine): Promise<EngineRow> {
  const { tag = row.tag, title = row.title, customerId = row.customerId } = asked;
  const engine: Engine = { ...row.engine, ...asked.engine };
  const spec = await specFor(context, row, asked.specSet);
  const wrong = (issues: Impossibility[], below: string[]) => {
    if (issues.length > 0)
      throw new Failure('engine.impossible', asIssues(issues.map((one) => ({ ...one, path: [...below, ...one.path] }))));
  };
  wrong([...checkEngine(engine), ...checkSpecFits(engine, spec)], ['engine']);
  const change = engineChange(await engines.file(row.id), { engine, spec });
  if (change.laidOutAnew.some((part) => TURNED_BY.includes(part))) wrong(checkCrank(engine), ['engine']);
  checkReadings(change, by, asked);
  const customer =
    customerId === null ? (asked.customer ?? row.customer) : await nameInBook(context.database, customerId);
  return { ...row, tag, title, customer, customerId, engine, spec };
} // prettier-ignore

/**
 * Changes what an engine is called, whose it is, or how it is laid out: a new paper, with who and when. Sent twice under
 * one id, it is changed once; what changes nothing files nothing.
 *
 * @throws Failure engine.not-found, engine.not-in-work, engine.impossible, engine.lead-only, engine.reason-needed,
 *   engine.places-gone, engine.tag-taken, customer.not-found, spec-set.not-found, act.id-taken
 */
export async function changeEngine(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  asked: ChangeEngine,
): Promise<EngineRow> {
  const { audit, clock, database, newId } = context;
  return audit.exclusively(async () => {
    const row = await engines.inWork(engineId);
    const known = asked.id ? await findPaper(database, asked.id) : null;
    if (known && (known.engineId !== row.id || known.paper.by !== by.handle)) throw new Failure('act.id-taken');
    if (known) return row;
    const next = await changed(context, engines, row, by, asked);
    const [was, is] = [enginePaper(row), enginePaper(next)];
    const isJudgedAnew = next.spec.id !== row.spec.id;
    if (canonicalize(was) === canonicalize(is) && !isJudgedAnew) return row;
    if (await hasTag(database, next.tag, row.id)) throw tagTaken();
    const at = clock.now();
    const { reason = null } = asked;
    const body = { ...is, ...(reason === null ? {} : { reason }) };
    const paper: Paper = { id: asked.id ?? newId(), kind: 'engine', body, by: by.handle, at: at.toISOString() };
    const { id: specSet, version } = next.spec;
    const said = reason ?? 'its lifters are others';
    const move: Act = { kind: 'spec-set', id: newId(), specSet, version, reason: said, by: by.handle, at: paper.at };
    const moves = isJudgedAnew ? [move] : [];
    const parts = (Object.keys(is) as (keyof EnginePaper)[]).filter((part) => canonicalize(is[part]) !== canonicalize(was[part])); // prettier-ignore
    const act = {
      at,
      by: by.handle,
      act: 'engine.changed',
      engineId: row.id,
      body: { id: paper.id, parts, from: was, to: is, ...(reason === null ? {} : { reason }) },
      rows: [paperRow(row.id, paper), ...moves.map((one) => actRow(row.id, one))],
    };
    await engines.turnInto(next, () =>
      engines.atHand.put(
        row.id,
        () => act,
        (hand) => {
          hand.addPaper(paper);
          moves.forEach((one) => hand.addAct(one));
        },
      ),
    );
    return next;
  });
}

/**
 * Hands an engine over, closes it, takes it up again or strikes it, with a reason. A closed or struck engine is looked
 * at, and nothing is written on it. Sent twice under one id, it is done once.
 *
 * What is lacking at a hand-over stands on the act.
 *
 * @param onlyComplete refuses to hand over what lacks something
 * @throws Failure engine.not-found, engine.life-same, act.id-taken, gate.incomplete
 */
export async function changeLife(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  { id = context.newId(), life, reason }: z.infer<typeof changeLifeRequest>,
  onlyComplete = false,
): Promise<EngineRow> {
  const { audit, clock, database } = context;
  return audit.exclusively(async () => {
    const row = await engines.get(engineId);
    const at = clock.now();
    const change: LifeChange = { id, life, reason, by: by.handle, at: at.toISOString() };
    const known = await findAct(database, id);
    if (known && !isSameAct(known, row.id, { kind: 'life', ...change })) throw new Failure('act.id-taken');
    if (known) return row;
    if (row.life === life) throw new Failure('engine.life-same');
    if (life === 'handed-over') {
      const lacks = await lackingAt(context, engines, row.id, 'hand-over');
      if (lacks.length > 0 && onlyComplete)
        throw new Failure(
          'gate.incomplete',
          lacks.map((lack) => ({ path: lack.ask, message: wordLack(lack) })),
        );
      if (lacks.length > 0) change.lacks = lacks;
    }
    const next = { ...row, life };
    const act = {
      at,
      by: by.handle,
      act: 'engine.life-changed',
      engineId: row.id,
      body: { from: row.life, to: life, reason, ...(change.lacks ? { lacks: change.lacks } : {}) },
      rows: [actRow(row.id, { kind: 'life', ...change })],
    };
    await engines.turnInto(next, () =>
      engines.atHand.put(
        row.id,
        () => act,
        (hand) => hand.addAct({ kind: 'life', ...change }),
      ),
    );
    return next;
  });
}
