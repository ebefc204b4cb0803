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
import type { LifeChange } from '../../core/sheet/acts.js';
import type { Paper } from '../../core/sheet/papers.js';
import { Failure } from '../failure.js';
import { actRow, findAct } from '../store/act-store.js';
import type { EngineRow } from '../store/engine-store.js';
import { hasTag } from '../store/engine-store.js';
import { findPaper, paperRow } from '../store/paper-store.js';
import { isSameAct } from './acts.js';
import type { Context } from './context.js';
import { lackingAt } from './lacking.js';
import { nameInBook } from './customers.js';
import { enginePaper, tagTaken, type Engines } from './engines.js';

/** What readings are placed and named by: it stays as soon as there is one. */
const LAYOUT = [
  'layout',
  'banks',
  'firingOrder',
  'intervals',
  'pins',
  'mains',
  'lifter',
] as const satisfies (keyof Engine)[];

/** What tells how the crank lets it fire. */
const TURNED_BY: string[] = ['banks', 'firingOrder', 'intervals', 'pins'];

/** The parts of the layout that a change would alter. */
const laidOutAnew = (before: Engine, after: Engine) =>
  LAYOUT.filter((part) => canonicalize(before[part]) !== canonicalize(after[part]));

/** What an engine would be with a change. @throws Failure engine.impossible, engine.layout-fixed, customer.not-found */
async function changed(
  { database }: Context,
  engines: Engines,
  row: EngineRow,
  asked: ChangeEngine,
): Promise<EngineRow> {
  const { tag = row.tag, title = row.title, customerId = row.customerId } = asked;
  const engine: Engine = { ...row.engine, ...asked.engine };
  const issues = [...checkEngine(engine), ...checkSpecFits(engine, row.spec)];
  if (issues.length > 0)
    throw new Failure('engine.impossible', asIssues(issues.map((one) => ({ ...one, path: ['engine', ...one.path] }))));
  const anew = laidOutAnew(row.engine, engine);
  const turned = anew.some((part) => TURNED_BY.includes(part)) ? checkCrank(engine) : [];
  if (turned.length > 0)
    throw new Failure('engine.impossible', asIssues(turned.map((one) => ({ ...one, path: ['engine', ...one.path] }))));
  if (anew.length > 0 && (await engines.atHand.of(row.id)).length > 0)
    throw new Failure(
      'engine.layout-fixed',
      anew.map((part) => ({ path: `engine.${part}`, message: 'fixed since the first reading' })),
    );
  const customer = customerId === null ? (asked.customer ?? row.customer) : await nameInBook(database, customerId);
  return { ...row, tag, title, customer, customerId, engine };
}

/**
 * Changes what an engine is called, whose it is, or how it is laid out: a new paper, with who and when. Sent twice under
 * one id, it is changed once; what changes nothing files nothing.
 *
 * @throws Failure engine.not-found, engine.not-in-work, engine.impossible, engine.layout-fixed, engine.tag-taken,
 *   customer.not-found, act.id-taken
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
    const next = await changed(context, engines, row, asked);
    const [was, is] = [enginePaper(row), enginePaper(next)];
    if (canonicalize(was) === canonicalize(is)) return row;
    if (await hasTag(database, next.tag, row.id)) throw tagTaken();
    const at = clock.now();
    const paper: Paper = { id: asked.id ?? newId(), kind: 'engine', body: is, by: by.handle, at: at.toISOString() };
    const parts = (Object.keys(is) as (keyof EnginePaper)[]).filter((part) => canonicalize(is[part]) !== canonicalize(was[part])); // prettier-ignore
    const act = {
      at,
      by: by.handle,
      act: 'engine.changed',
      engineId: row.id,
      body: { id: paper.id, parts, from: was, to: is },
      rows: [paperRow(row.id, paper)],
    };
    await engines.turnInto(next, () =>
      engines.atHand.put(
        row.id,
        () => act,
        (hand) => hand.addPaper(paper),
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
