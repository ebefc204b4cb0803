import { stillSo, type About, type Disposition } from './acts.js';
import { verdictOn, type Judged } from './judge-try.js';
import type { Judging } from './judging.js';
import type { AppliedLimit } from './limits.js';
import { dispositionsOf, type EngineFile } from './engine-file.js';
import type { SheetRow } from './row.js';
import type { Try } from './stand.js';

/**
 * A value out of its limit, or an angle that must be read again. `open` until the lead accepts it, or a later reading in
 * its slot lies within.
 */
export interface Flag {
  measure: string;
  place: string;
  verdict: 'low' | 'high' | 'suspect';
  readingId: string;
  value: number;
  /** The limit that it was held against, canonical. */
  limit: { min?: number; max?: number } | null;
  open: boolean;
  /** What was decided; `null` where a later reading settled it without a word. */
  disposition?: Disposition | null;
  /** A later reading in its slot lies within: it is of a value that no longer counts. */
  settled?: true;
  /** It was accepted for a verdict, a value or a limit that is no longer so: the acceptance fell. */
  lapsed?: true;
}

/** The newest decision about a reading as a value of a measure; about a missing value where there is no reading. */
export type Decided = (readingId: string | null, measure: string, place: string) => Disposition | undefined;

const limitsOf = ({ min, max }: AppliedLimit): NonNullable<About['limit']> => ({
  ...(min === undefined ? {} : { min }),
  ...(max === undefined ? {} : { max }),
});

const isOut = (verdict: Judged['verdict']): verdict is Flag['verdict'] =>
  verdict === 'low' || verdict === 'high' || verdict === 'suspect';

/** The newest of an engine's decisions about each thing. */
export function decidedIn(file: Pick<EngineFile, 'acts'>): Decided {
  const newest = new Map(
    dispositionsOf(file).map((made) => [`${made.readingId} ${made.measure} ${made.place}`, made] as const),
  );
  return (readingId, measure, place) => newest.get(`${readingId} ${measure} ${place}`);
}

/** The flag of the value that counts in its slot, if it is out. What says a reading otherwise is flagged at the reading. */
export function flagOf(
  { id: readingId, measure, place, value, derived }: Try,
  judged: Pick<Judged, 'verdict' | 'limit'>,
  decided: Decided,
): Flag | null {
  const { verdict } = judged;
  if (derived?.carried || !isOut(verdict)) return null;
  const limit = judged.limit && limitsOf(judged.limit);
  const disposition = decided(readingId, measure, place);
  const holds = disposition?.action === 'accepted' && stillSo(disposition.about, { verdict, value, limit });
  return {
    measure,
    place,
    verdict,
    readingId,
    value,
    limit,
    open: !holds,
    ...(disposition ? { disposition } : {}),
    ...(disposition?.action === 'accepted' && !holds ? { lapsed: true } : {}),
  };
}

/** The flags of one slot: the value that counts if it is out, and the last one that was, if it was settled since. */
export function flagsIn(judging: Judging, history: readonly Try[], row: SheetRow, decided: Decided): Flag[] {
  const current = history.findLast(({ id }) => id === row.readingId)!;
  if (current.derived?.carried) return [];
  const flag = flagOf({ ...current, value: row.value }, row, decided);
  if (flag) return [flag];
  for (let turn = history.length - 1; turn >= 0; turn--) {
    const earlier = history[turn];
    if (earlier.derived?.carried || earlier.id === current.id) continue;
    const verdict = verdictOn(judging, earlier);
    if (!isOut(verdict)) continue;
    const { measure, place, id: readingId, value } = earlier;
    const disposition = decided(readingId, measure, place) ?? null;
    return [{ measure, place, verdict, readingId, value, limit: null, open: false, settled: true, disposition }];
  }
  return [];
}
