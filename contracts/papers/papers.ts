import { z } from 'zod';
import { camCard } from './cam-card.js';
import { engine } from './engine.js';
import { engineData } from './engine-data.js';
import { imported } from './imported.js';
import { job } from './job.js';
import { lobeSweep } from './lobe-sweep.js';
import { mockUp } from './mock-up.js';
import type { PaperKind } from './paper-kind.js';
import { occasion } from './occasion.js';
import { parts } from './parts.js';
import { pushrods } from './pushrods.js';
import { rockers } from './rockers.js';
import { rodsKept } from './rods-kept.js';
import { running } from './running.js';
import { settingChosen } from './setting-chosen.js';
import { springs } from './springs.js';
import { tightening } from './tightening.js';

/** Every kind of paper that is kept with an engine, one row a kind. */
export const PAPER_KINDS = [
  camCard,
  lobeSweep,
  engine,
  engineData,
  parts,
  job,
  imported,
  mockUp,
  springs,
  rockers,
  pushrods,
  rodsKept,
  settingChosen,
  occasion,
  running,
  tightening,
] as unknown as PaperKind[];

export const paperSchema = z.object({
  id: z.uuid(),
  kind: z.string(),
  body: z.unknown(),
  by: z.string(),
  at: z.string(),
});
/** Those that count, in the order in which they were filed. */
export const papersAnswer = z.object({ papers: z.array(paperSchema) });
