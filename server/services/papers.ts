import type { PaperKind } from '../../contracts/papers/paper-kind.js';
import type { Person } from '../../contracts/shop.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { ImpossibleInput } from '../../core/impossible.js';
import type { Paper } from '../../core/sheet/papers.js';
import { Failure } from '../failure.js';
import { insertPaper } from '../store/paper-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** What no schema can say about a paper. @throws Failure */
function check({ check: refuses }: PaperKind, sent: unknown, engine: Parameters<NonNullable<PaperKind['check']>>[1]) {
  try {
    const refusal = refuses?.(sent, engine);
    if (refusal) throw new Failure(refusal.code, refusal.issues);
  } catch (error) {
    if (error instanceof ImpossibleInput) throw new Failure('calc.impossible', asIssues(error.issues));
    throw error;
  }
}

/**
 * Files a paper of a kind with an engine, once its kind takes it.
 *
 * @param sent read by the schema of its kind
 * @throws Failure engine.not-found, calc.impossible and those of the kind's own check
 */
export async function filePaper(
  { audit, clock, newId }: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  kind: PaperKind,
  sent: unknown,
): Promise<Paper> {
  const row = await engines.get(engineId);
  check(kind, sent, row.engine);
  const at = clock.now();
  const body = kind.body ? kind.body(sent) : sent;
  const paper: Paper = { id: newId(), kind: kind.kind, body, by: by.handle, at: at.toISOString() };
  const entry = { at, by: by.handle, act: `${kind.kind}.filed`, engineId: row.id, body: { id: paper.id, paper: body } };
  await audit.record(entry, (queries) => insertPaper(queries, row.id, paper));
  engines.atHand.forget(row.id);
  return paper;
}
