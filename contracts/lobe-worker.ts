import { z } from 'zod';
import { lobeAnalysisSchema, sweepShape } from './calc-lobe.js';

/** What goes to the worker that analyses swept lobes off the main thread, and what comes back. */
export const lobeTask = z.object({ id: z.number(), sweep: z.object(sweepShape) });
export type LobeTask = z.infer<typeof lobeTask>;

export const lobeOutcome = z.discriminatedUnion('ok', [
  z.object({ id: z.number(), ok: z.literal(true), analysis: lobeAnalysisSchema }),
  z.object({
    id: z.number(),
    ok: z.literal(false),
    issues: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
]);
export type LobeOutcome = z.infer<typeof lobeOutcome>;
