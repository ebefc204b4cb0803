import type { z } from 'zod';
import type { ActsQuery, actsAnswer, chainAnswer, chainQuery } from '../../contracts/act.js';
import { wordAct } from '../../contracts/wording/act.js';
import { readBody } from '../store/audit-log.js';
import { checkChain } from '../store/check-audit.js';
import { firstFrom, lastOfLog, searchLog, tagsOf, type LoggedRow } from '../store/log-store.js';
import { listPeople } from '../store/people-store.js';
import { findJws } from '../store/record-store.js';
import type { Context } from './context.js';

const PAGE = 60;
/** How many acts are looked at in one go, and how often before what was found is answered. */
const STRETCH = 5000;
const MOST_STRETCHES = 10;

/**
 * Acts of the log as sentences, the newest first. Where few of very many are looked for, it is answered how far back was
 * looked, and the next page goes on from there.
 */
export async function searchActs({ database }: Context, asked: ActsQuery): Promise<z.infer<typeof actsAnswer>> {
  const { engine = null, by = null, from, to, before } = asked;
  const first = from ? await firstFrom(database, new Date(from)) : 1;
  let last = to ? (await firstFrom(database, new Date(to))) - 1 : await lastOfLog(database);
  if (before !== undefined) last = Math.min(last, before - 1);
  // What was done on an engine was done before it was touched last.
  const touched = engine ? (await tagsOf(database, [engine])).get(engine)?.touchedAt : undefined;
  if (touched) last = Math.min(last, (await firstFrom(database, new Date(touched.getTime() + 1))) - 1);

  const found: LoggedRow[] = [];
  let looked = 0;
  while (last >= first && found.length < PAGE && looked < MOST_STRETCHES) {
    const start = Math.max(first, last - STRETCH + 1);
    found.push(...(await searchLog(database, { engineId: engine, by, first: start, last }, PAGE - found.length)));
    last = found.length < PAGE ? start - 1 : found.at(-1)!.seq - 1;
    looked++;
  }
  const names = new Map((await listPeople(database)).map(({ handle, name }) => [handle, name]));
  const tags = await tagsOf(database, [...new Set(found.flatMap(({ engineId }) => engineId ?? []))]);
  const isMore = last >= first;
  const [stoppedAt] = isMore && found.length < PAGE ? await searchLog(database, { engineId: null, by: null, first: last, last }, 1) : []; // prettier-ignore
  return {
    acts: found.map(({ seq, at, by: handle, act, engineId, body, hash }) => ({
      seq,
      at: at.toISOString(),
      by: handle === null ? null : { handle, name: names.get(handle) ?? handle },
      act,
      engine: engineId && tags.has(engineId) ? { id: engineId, tag: tags.get(engineId)!.tag } : null,
      says: wordAct(act, readBody(body)),
      hash,
    })),
    next: isMore ? last + 1 : null,
    backTo: stoppedAt?.at.toISOString() ?? null,
  };
}

/** The head of the chain that a kept record says there was; null where it is older than that. */
async function headIn({ database }: Context, id: string): Promise<string | null> {
  const kept = await findJws(database, id);
  if (!kept) return null;
  const { payload } = JSON.parse(kept.jws) as { payload: string };
  return (JSON.parse(Buffer.from(payload, 'base64url').toString()) as { auditHead?: string }).auditHead ?? null;
}

/** Walks one stretch of the chain and holds against it what the stretch tells of; the next begins where it ended. */
export async function walkChain(
  context: Context,
  { after, previous }: z.infer<typeof chainQuery>,
): Promise<z.infer<typeof chainAnswer>> {
  const { database } = context;
  const walked = await checkChain(database, (id) => headIn(context, id), after, previous);
  return { ...walked, end: await lastOfLog(database) };
}
