import { FORMULA_VERSION } from '../../core/record/build-record.js';
import { dueOf } from '../../core/sheet/due.js';
import { isSigned, type EngineFile } from '../../core/sheet/engine-file.js';
import { jobOf } from '../../core/sheet/papers.js';
import { standOf } from '../../core/sheet/stand.js';
import { KeptStanding, type Standing } from '../../core/sheet/standing.js';
import type { LearnedHistory } from './learned-history.js';
import type { Database } from '../store/database.js';
import { loadFile } from '../store/engine-file-store.js';
import { findEngine, type EngineRow } from '../store/engine-store.js';
import { listUnshown, putOnFloor, type Shown } from '../store/floor-store.js';

/** Moves with whatever changes what the floor shows of the same file: its rows are then made anew. */
export const SHOWN_BY = `${FORMULA_VERSION}.1`;

/** As much of an engine as the floor shows, however it stands. */
export type OnTheFloor = Pick<EngineRow, 'id' | 'tag' | 'title' | 'customer' | 'life' | 'engine'>;

/** What the floor shows of an engine that stands so. */
export function shownOf(
  { id, tag, title, customer, life, engine }: OnTheFloor,
  standing: Standing,
  file: Pick<EngineFile, 'signed' | 'papers' | 'acts' | 'spec'>,
): Shown {
  const signedAt = isSigned(file) ? file.signed!.signedAt : null;
  const promised = jobOf(file).promised ?? null;
  const due = dueOf(file, file.spec.practice);
  return { id, tag, title, customer, banks: engine.banks, ...standing, signedAt, life, promised, due };
}

/** Engines that are put on the floor in one transaction. */
const TOGETHER = 100;

/** Shows every engine anew that another version put on the floor. */
export async function fillFloor(database: Database, history: LearnedHistory): Promise<void> {
  for (;;) {
    const unshown = await listUnshown(database, SHOWN_BY, TOGETHER);
    if (unshown.length === 0) return;
    await database.transaction(async (queries) => {
      for (const { id, touchedAt } of unshown) {
        const row = (await findEngine(queries, id))!;
        const file = await loadFile(queries, row, await history.of(queries));
        const standing = new KeptStanding(file.engine, file.spec, standOf(file)).of(file);
        await putOnFloor(queries, shownOf(row, standing, file), touchedAt, SHOWN_BY);
      }
    });
  }
}
