import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import { MEASURES } from '../../core/plan/measures.js';
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
const PAPERS = { newestOf: kindsThatKeep('newest'), allOf: kindsThatKeep('all') };
/** For the floor a slot's newest value is enough, wherever the measure counts no more than that. */
const NEWEST_COUNTS = MEASURES.filter(({ counts }) => counts === 'newest').map(({ key }) => key);

/** Which decisions need what stood when they were made: the whole history of their engine. */
const isLegacy = (acts: EngineFile['acts']) => acts.some((act) => act.kind === 'disposition' && act.about === null);

/**
 * The files of several engines in one go.
 *
 * @param depth `whole`, or `current` for no more than their sheets need to show what counts now
 */
export async function loadFiles(
  queries: Queries,
  rows: EngineRow[],
  depth: 'whole' | 'current',
): Promise<Map<string, EngineFile>> {
  const ids = rows.map(({ id }) => id);
  const acts = await listActs(queries, ids);
  const whole = depth === 'whole' ? ids : ids.filter((id) => isLegacy(acts.get(id)!));
  const current = ids.filter((id) => !whole.includes(id));
  const readings = new Map([
    ...(await listReadings(queries, whole)),
    ...(await listReadings(queries, current, NEWEST_COUNTS)),
  ]);
  // What a decision was about may hang on a card that was replaced since.
  const papers = new Map([
    ...(await listPapers(queries, ids, PAPERS)),
    ...(await listPapers(queries, ids.filter((id) => isLegacy(acts.get(id)!)), { newestOf: [], allOf: [...PAPERS.newestOf, ...PAPERS.allOf] })),
  ]); // prettier-ignore
  const signed = await newestSigned(queries, ids);
  return new Map(
    rows.map(({ id, engine, spec }) => [
      id,
      withAbout({
        engine,
        spec,
        readings: readings.get(id)!,
        acts: acts.get(id)!,
        papers: papers.get(id)!,
        signed: signed.get(id) ?? null,
      }),
    ]),
  );
}
