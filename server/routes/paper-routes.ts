import { z } from 'zod';
import { issuesOf } from '../../contracts/errors.js';
import { camCard } from '../../contracts/papers/cam-card.js';
import { lobeSweep } from '../../contracts/papers/lobe-sweep.js';
import type { PaperKind } from '../../contracts/papers/paper-kind.js';
import type { ApiAnswer } from '../../contracts/api.js';
import { idSchema } from '../../contracts/text.js';
import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import { cardOf, sweepsOf } from '../../core/sheet/papers.js';
import { Failure } from '../failure.js';
import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { filePaper } from '../services/papers.js';
import type { App } from './app-type.js';
import { EVERYBODY, MEASURING, route } from './route.js';

function kindOf(name: string): PaperKind {
  const found = PAPER_KINDS.find(({ kind }) => kind === name.toLowerCase());
  if (!found) throw new Failure('paper.unknown-kind');
  return found;
}

/** What was sent, by a schema. @throws Failure request.invalid */
function read<Schema extends z.ZodType>({ schema }: { schema: Schema }, body: unknown): z.infer<Schema> {
  const parsed = schema.safeParse(body);
  if (parsed.success) return parsed.data;
  throw new Failure('request.invalid', issuesOf(parsed.error));
}

/** Made by whoever files a paper: the same paper sent twice is one. */
const madeId = z.object({ id: idSchema.optional() });

/** The papers of an engine, by kind; cam card and swept lobes also under their first addresses. */
export function paperRoutes(app: App, context: Context, engines: Engines): void {
  route(app, 'GET /api/engines/:id/papers/:kind', EVERYBODY, async ({ params }) => {
    const { kind } = kindOf(params.kind);
    return { papers: (await engines.file(params.id)).papers.filter((paper) => paper.kind === kind) };
  });

  route(app, 'POST /api/engines/:id/papers/:kind', MEASURING, async ({ params, person, body }) => {
    const kind = kindOf(params.kind);
    if (kind.isFiledByItself === false) throw new Failure('paper.unknown-kind');
    await engines.get(params.id);
    return filePaper(context, engines, params.id, person, kind, read(kind, body), read({ schema: madeId }, body).id);
  });

  route(app, 'GET /api/engines/:id/cam-card', EVERYBODY, async ({ params }) => ({
    card: cardOf(await engines.file(params.id)),
  }));

  route(app, 'POST /api/engines/:id/cam-card', MEASURING, async ({ params, person, body }) => {
    const { id, ...card } = body;
    const paper = await filePaper(context, engines, params.id, person, camCard as unknown as PaperKind, card, id);
    return { card: cardOf({ papers: [paper] }) };
  });

  route(app, 'GET /api/engines/:id/sweeps', EVERYBODY, async ({ params }) => ({
    sweeps: sweepsOf(await engines.file(params.id)),
  }));

  route(app, 'POST /api/engines/:id/sweeps', MEASURING, async ({ params, person, body }) => {
    const { id: made, ...sweep } = body;
    const { id } = await filePaper(context, engines, params.id, person, lobeSweep as unknown as PaperKind, sweep, made);
    const analysed = await context.workers.run('shop', 'calculate', { name: 'lobe-analyse', input: sweep });
    if (!analysed.ok) throw new Failure('calc.impossible', analysed.issues);
    return { id, analysis: analysed.value as ApiAnswer<'POST /api/engines/:id/sweeps'>['analysis'] };
  });
}
