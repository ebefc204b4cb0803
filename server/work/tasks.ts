import type { WorkWeek } from '../../core/plan/work-time.js';
import { likelyOf, type Likely, type ToReckon } from '../../core/sheet/likely.js';
import { createHash } from 'node:crypto';
import { constants, setPriority } from 'node:os';
import { isMainThread } from 'node:worker_threads';
import { CALCULATORS } from '../../contracts/calc.js';
import type { Issue } from '../../contracts/errors.js';
import type { PaperKind } from '../../contracts/papers/paper-kind.js';
import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import type { Engine } from '../../core/engine/engine.js';
import { ImpossibleInput } from '../../core/impossible.js';
import type { RecordRefusal } from '../../core/record/build-record.js';
import type { IssuedFiles, RecordToIssue } from '../record/issue.js';
import type { Images } from '../record/pdf-pictures.js';
import type { Verified } from '../record/verify-file.js';
import type { Jpeg } from '../store/picture-store.js';
import type { PublishedKeys, SigningKeys } from '../record/keys.js';

// Whoever posts a reading goes before all of this where cores are short: some nine parts in ten of one are his. With the
// lowest priority of all a signature was not done within a minute where other programs kept every core busy. On Linux a priority is
// a thread's own; elsewhere it is the whole program's, and is left alone.
if (!isMainThread && process.platform === 'linux') setPriority(constants.priority.PRIORITY_BELOW_NORMAL);

/** What came of a task that the trade may refuse. */
type Outcome<T> = { ok: true; value: T } | { ok: false; issues: Issue[] };

function outcomeOf<T>(compute: () => T): Outcome<T> {
  try {
    return { ok: true, value: compute() };
  } catch (error) {
    if (error instanceof ImpossibleInput) return { ok: false, issues: asIssues(error.issues) };
    throw error;
  }
}

/** All that is done beside the main thread, which has others to answer meanwhile. Input and output are plain data. */
const TASKS = {
  calculate: ({ name, input }: { name: string; input: unknown }): Outcome<unknown> =>
    outcomeOf(() => CALCULATORS.find((row) => row.name === name)!.compute(input)),

  /** What no schema can say about a paper: why its kind does not take it, or null. */
  checkPaper: ({
    kind,
    sent,
    engine,
  }: {
    kind: string;
    sent: unknown;
    engine: Engine;
  }): Outcome<ReturnType<NonNullable<PaperKind['check']>>> =>
    outcomeOf(() => PAPER_KINDS.find((row) => row.kind === kind)!.check?.(sent, engine) ?? null),

  /** When each of some engines is ready, and how likely its promise: four hundred ways each, some ten milliseconds. */
  reckonPromises: ({ engines, work }: { engines: ToReckon[]; work: WorkWeek }): Likely[] =>
    engines.map(({ steps, from, promised, seed, pace }) => likelyOf(steps, work, { from, promised, seed, pace })),

  /** What draws and signs paper is loaded where it is first needed: most work is arithmetic. */
  issueRecord: async ({
    record,
    images,
    keys,
  }: {
    record: RecordToIssue;
    images: Images;
    keys: SigningKeys;
  }): Promise<IssuedFiles | RecordRefusal> => (await import('../record/issue.js')).issueRecord(record, images, keys),

  encodePicture: async ({ file }: { file: Uint8Array }): Promise<Jpeg | null> =>
    (await import('./encode-picture.js')).encodePicture(file),

  verifyFile: async ({ file, published }: { file: Uint8Array; published: PublishedKeys }): Promise<Verified> => {
    const bytes = Buffer.from(file.buffer, file.byteOffset, file.byteLength);
    const { verifyFile } = await import('../record/verify-file.js');
    return { ...(await verifyFile(bytes, published)), sha256: createHash('sha256').update(bytes).digest('hex') };
  },
};
export type Tasks = typeof TASKS;

/** One task, as the pool hands it over. */
export default ({ task, input }: { task: keyof Tasks; input: never }): unknown => TASKS[task](input);
