import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import type { ShopHistory } from '../../core/plan/shop-history.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { withAbout } from '../../core/sheet/legacy-decisions.js';
import { listActs } from './act-store.js';
import type { Queries } from './database.js';
import type { EngineRow } from './engine-store.js';
import { listPapers } from './paper-store.js';
import { listReadings } from './reading-store.js';
import { newestSigned } from './record-store.js';

const kindsThatKeep = (keeps: 'newest' | 'all') =>
  PAPER_KINDS.filter((kind) => kind.keeps === keeps).map(({ kind }) => kind);
const COUNTING = { newestOf: kindsThatKeep('newest'), allOf: kindsThatKeep('all') };
const ALL = { newestOf: [], allOf: [...COUNTING.newestOf, ...COUNTING.allOf] };

/** The file of an engine. @param history what the shop's finished builds showed */
export async function loadFile(
  queries: Queries,
  { id, engine, spec }: EngineRow,
  history: ShopHistory,
): Promise<EngineFile> {
  const acts = await listActs(queries, id);
  // What a decision of the first version was about may hang on a card that was replaced since.
  const isLegacy = acts.some((act) => act.kind === 'disposition' && act.about === null);
  return withAbout({
    engine,
    spec,
    readings: await listReadings(queries, id),
    acts,
    papers: await listPapers(queries, id, isLegacy ? ALL : COUNTING),
    signed: await newestSigned(queries, id),
    history,
  });
}
