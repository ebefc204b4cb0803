import { z } from 'zod';
import type { Across, AcrossInput } from '../core/valvetrain/across-positions.js';
import { UNSURE, type PistonValveUncertainty, type PistonValveUncertaintyInput } from '../core/valvetrain/piston-valve-uncertainty.js'; // prettier-ignore
import { list } from './list.js';

/** What goes to the worker that looks at every position of a cam off the main thread, and what comes back. In mm and degrees. */

const finite = z.number();
const lobe = list(z.tuple([finite, finite]), { most: 8000, of: ['point', 'points'] });
const overPiston = {
  stroke: finite,
  rodLength: finite,
  valveAngleDeg: finite,
  rockerRatio: finite,
  lobe,
  lash: finite,
};

const acrossInput = z.object({
  valve: z.object(overPiston),
  clearance: finite,
  whatIf: z.object({
    advance: finite,
    gasketBy: finite,
    milledBy: finite,
    lash: finite,
    rockerRatio: finite,
    lobe: lobe.optional(),
  }),
  limit: finite,
  radial: finite.nullable(),
  crankStep: finite.min(0.05),
}) satisfies z.ZodType<AcrossInput>;

const doubtInput = z.object({
  ...overPiston,
  measured: z.object({ kind: z.enum(['minimum', 'drop-at-tdc']), clearance: finite }),
  lashAtCheck: finite,
  gasketAtCheck: finite,
  gasketFinal: finite,
  limit: finite,
  phases: list(finite, { most: 400, of: ['position', 'positions'] }),
  crankStep: finite.min(0.05),
  standardUncertainty: z.partialRecord(z.enum(UNSURE), finite),
  draws: finite.int().min(2).max(200_000),
  seed: finite.int(),
}) satisfies z.ZodType<PistonValveUncertaintyInput>;

export const clearanceTask = z.discriminatedUnion('kind', [
  z.object({ id: z.number(), kind: z.literal('across'), valves: z.record(z.string(), acrossInput) }),
  z.object({ id: z.number(), kind: z.literal('doubt'), valves: z.record(z.string(), doubtInput) }),
]);

/** What may be asked of valves, by their places. */
export interface ClearanceQuestions {
  across: Record<string, z.infer<typeof acrossInput>>;
  doubt: Record<string, z.infer<typeof doubtInput>>;
}

/** What was asked of a valve, or why it cannot be. */
type Told<Answer> = { ok: true; answer: Answer } | { ok: false; message: string };
export interface ClearanceAnswers {
  across: Record<string, Told<Across>>;
  doubt: Record<string, Told<PistonValveUncertainty>>;
}
export interface ClearanceOutcome<Kind extends keyof ClearanceAnswers = keyof ClearanceAnswers> {
  id: number;
  valves: ClearanceAnswers[Kind];
}
