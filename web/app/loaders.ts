import type { LoaderFunctionArgs } from 'react-router';
import { LIVES } from '../../core/sheet/acts.js';
import { dayQuery } from '../places/acts/day-query.js';
import { ApiError, ask } from './api.js';

/**
 * What a place shows is loaded by its address. Whoever is not signed in is asked for a PIN by the frame at the same
 * address, and it is loaded then.
 */
function loads<Answer>(load: (args: LoaderFunctionArgs) => Promise<Answer>) {
  return async (args: LoaderFunctionArgs): Promise<Answer | null> => {
    try {
      return await load(args);
    } catch (error) {
      if (error instanceof ApiError && error.status === 401) return null;
      throw error;
    }
  };
}

/** What is shown to whoever may not see it. */
const unlessForbidden =
  <Instead>(instead: Instead) =>
  (error: unknown): Instead => {
    if (error instanceof ApiError && error.status === 403) return instead;
    throw error;
  };

export const floorLoader = loads(({ request }) => {
  const asked = new URL(request.url).searchParams;
  const search = asked.get('search') ?? '';
  const page = Number(asked.get('page') ?? 1);
  const where = asked.get('life') ?? 'in-work';
  const life = LIVES.find((one) => one === where);
  const { signal } = request;
  return Promise.all([
    ask('GET /api/engines', { query: { search, page, ...(life ? { life } : {}) }, signal }),
    ask('GET /api/due', { signal }),
  ]).then(([found, { due }]) => ({ ...found, search, due }));
});
/** What the shop says and how its backups stand; null for whoever is not the owner. */
export const shopLoader = loads(async () => {
  const [shop, backups, keys, calendar] = await Promise.all([
    ask('GET /api/shop/data'),
    ask('GET /api/backups').catch(unlessForbidden(null)),
    ask('GET /api/keys').catch(unlessForbidden(null)),
    ask('GET /api/calendar').catch(unlessForbidden(null)),
  ]);
  return backups && keys && calendar && { shop, backups, keys, calendar };
});
/** Acts of the log, as the address narrows them; the tag of an engine is looked up first. */
export const actsLoader = loads(async ({ request }) => {
  const asked = new URL(request.url).searchParams;
  const [tag, by, day] = ['tag', 'by', 'day'].map((name) => asked.get(name) ?? '');
  const { signal } = request;
  const found = tag === '' ? null : await ask('GET /api/engines', { query: { search: tag, page: 1 }, signal });
  const engine = found?.engines.find((one) => one.tag.toLowerCase() === tag.toLowerCase())?.id;
  const query = { ...(engine ? { engine } : {}), ...(by ? { by } : {}), ...(day ? dayQuery(day) : {}) };
  const [acts, { people }] = await Promise.all([ask('GET /api/acts', { query, signal }), ask('GET /api/people')]);
  return { ...acts, people, query, noSuchTag: tag !== '' && !engine };
});
export const peopleLoader = loads(() => ask('GET /api/people'));
/** What opening an engine, or its intake, chooses from. */
export const intakeLoader = loads(async () => {
  const [{ specSets }, customers] = await Promise.all([
    ask('GET /api/spec-sets'),
    // Who only looks on sees whose engine it is, and no page of the book.
    ask('GET /api/customers').catch(unlessForbidden({ customers: [] })),
  ]);
  return { specSets, ...customers };
});
export const specSetsLoader = loads(() => ask('GET /api/spec-sets'));
/** Every version of a spec set, with the engines that it judges. */
export const specSetLoader = loads(({ params }) => ask('GET /api/spec-sets/:id', { params: { id: params.set! } }));
/** What the path shows besides the engine’s file: its parts, and what this shop usually forgets; for whoever works there. */
export const pathLoader = loads(async ({ params, request: { signal } }) => {
  const [parts, { forgotten }] = await Promise.all([
    ask('GET /api/engines/:id/parts', { params: { id: params.id! }, signal }).catch(unlessForbidden(null)),
    ask('GET /api/forgotten', { signal }).catch(unlessForbidden({ forgotten: [] })),
  ]);
  return { parts, forgotten };
});
/** The newest record of an engine as it was signed; null before the first. */
export const signedLoader = loads(async ({ params }) => {
  const { records } = await ask('GET /api/engines/:id/records', { params: { id: params.id! } });
  return records.length > 0
    ? { id: records[0].id, ...(await ask('GET /api/records/:id', { params: { id: records[0].id } })) }
    : null;
});
/** What the shop knows of the fingerprint in the address; null where there is none. */
export const fingerprintLoader = async ({ request }: LoaderFunctionArgs) => {
  const fingerprint = new URL(request.url).searchParams.get('fingerprint');
  return fingerprint ? ask('GET /api/verify/:fingerprint', { params: { fingerprint } }) : null;
};
