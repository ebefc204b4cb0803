import canonicalize from 'canonicalize';
import type { PaperKind } from '../../contracts/papers/paper-kind.js';
import type { Person } from '../../contracts/shop.js';
import type { Engine } from '../../core/engine/engine.js';
import type { Paper } from '../../core/sheet/papers.js';
import { Failure } from '../failure.js';
import { findPaper, paperRow } from '../store/paper-store.js';
import type { Context } from './context.js';
import { enginePaper, type Engines } from './engines.js';

/** What no schema can say about a paper, looked at beside the main thread. @throws Failure */
export async function checkPaper(
  { workers }: Context,
  { kind, check: refuses }: PaperKind,
  sent: unknown,
  engine: Engine,
): Promise<void> {
  if (!refuses) return;
  const outcome = await workers.run('shop', 'checkPaper', { kind, sent, engine });
  if (!outcome.ok) throw new Failure('calc.impossible', outcome.issues);
  if (outcome.value) throw new Failure(outcome.value.code, outcome.value.issues);
}

/**
 * Files a paper of a kind with an engine, once its kind takes it; sent twice under one id, it is filed once.
 *
 * @param sent read by the schema of its kind
 * @param id made by whoever files it; without, the server makes one
 * @throws Failure engine.not-found, calc.impossible, act.id-taken and those of the kind's own check
 */
export async function filePaper(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  kind: PaperKind,
  sent: unknown,
  id: string = context.newId(),
): Promise<Paper> {
  const { audit, clock, database, newId } = context;
  const row = await engines.inWork(engineId);
  await checkPaper(context, kind, sent, row.engine);
  const body = kind.body ? kind.body(sent) : sent;
  return audit.exclusively(async () => {
    const known = await findPaper(database, id);
    const isSame =
      known?.engineId === row.id &&
      known.paper.kind === kind.kind &&
      known.paper.by === by.handle &&
      canonicalize(known.paper.body) === canonicalize(body);
    if (known && !isSame) throw new Failure('act.id-taken');
    if (known) return known.paper;
    const at = clock.now();
    const paper: Paper = { id, kind: kind.kind, body, by: by.handle, at: at.toISOString() };
    const now = await engines.inWork(row.id);
    const next = { ...now, engine: kind.engine?.(body, now.engine) ?? now.engine };
    const isOther = canonicalize(next.engine) !== canonicalize(now.engine);
    const papers = isOther ? [paper, { ...paper, id: newId(), kind: 'engine', body: enginePaper(next) }] : [paper];
    const act = {
      at,
      by: by.handle,
      act: `${kind.kind}.filed`,
      engineId: row.id,
      body: { id, paper: body },
      rows: papers.map((one) => paperRow(row.id, one)),
    };
    const put = () =>
      engines.atHand.put(
        row.id,
        () => act,
        (hand) => papers.forEach((one) => hand.addPaper(one)),
      );
    await (isOther ? engines.turnInto(next, put) : put());
    return paper;
  });
}
