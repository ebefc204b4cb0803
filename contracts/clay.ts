import { z } from 'zod';

const before = z.object({
  kind: z.enum(['I', 'E']),
  worst: z.string().nullable(),
  overhang: z.number().nullable(),
  sprocket: z.array(z.object({ offset: z.number(), takes: z.number() })),
  lacks: z.array(z.object({ code: z.string(), message: z.string() })),
});

export const byAnother = z.object({
  place: z.string(),
  by: z.string(),
  clearance: z.number(),
  uncertainty: z.number(),
  verdict: z.enum(['in', 'doubt', 'low', 'high', 'unjudged']),
});

/** What is known before clay goes in, and of valves under which none was laid. Lengths in mm. */
export const clayAnswer = z.object({
  before: z.object({ I: before, E: before }),
  byAnother: z.array(byAnother),
  pistonToHead: z.array(z.object({ cylinder: z.string(), atCheck: z.number(), inBuild: z.number() })),
  isWithoutGasket: z.boolean(),
});
