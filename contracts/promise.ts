import { z } from 'zod';
import { WEEKDAYS } from '../core/plan/work-time.js';
import { idSchema } from './text.js';

const span = { from: z.number(), to: z.number() };

/** One engine in work: when it is ready by what is left on it, and how likely its promise. */
const enginePromiseSchema = z.object({
  id: idSchema,
  tag: z.string(),
  title: z.string(),
  customer: z.string(),
  customerId: idSchema.nullable(),
  promised: z.string().nullable(),
  /** The day on which it is begun, where the shop has put it off. */
  startOn: z.string().nullable(),
  steps: z.array(
    z.object({
      id: z.string(),
      minutes: z.number(),
      needs: z.array(z.string()),
      notBefore: z.string().optional(),
      told: z.enum(['learned', 'practice', 'general']),
      /** Parts that it waits for: the promised day of each, and by how many days such parts come later. */
      arrivals: z.array(
        z.object({ on: z.string(), late: z.object({ own: z.array(z.number()), general: z.array(z.number()) }) }),
      ),
    }),
  ),
  awaited: z.array(z.object({ part: z.string(), what: z.string(), stage: z.string(), until: z.string().nullable() })),
  finishAt: z.number(),
  readyOn: z.string(),
  /** By this day in nine ways of ten. */
  surelyOn: z.string(),
  /** The share of ways in which it is ready on the promised day; null without a promise. */
  share: z.number().nullable(),
  meanwhile: z.array(z.string()),
  waits: z.array(z.object({ ...span, for: z.array(z.string()) })),
  pieces: z.array(z.object({ id: z.string(), ...span })),
  /** What the customer was told last, and when. */
  /** In the shop’s own words what a customer is told, with braces to be filled; null where its set says none. */
  template: z.string().nullable(),
  told: z.object({ at: z.string(), by: z.string(), expected: z.string().nullable(), promised: z.string().nullable() }).nullable(), // prettier-ignore
});
export type EnginePromise = z.infer<typeof enginePromiseSchema>;

const workWeekSchema = z.object({
  week: z.array(
    z.object({
      day: z.enum(WEEKDAYS),
      from: z.string(),
      to: z.string(),
      breakFrom: z.string().optional(),
      breakTo: z.string().optional(),
    }),
  ),
  closed: z.array(z.string()),
  timeZone: z.string(),
});

/** Every engine in work, the one that is most at risk first. */
export const promisesAnswer = z.object({
  engines: z.array(enginePromiseSchema),
  work: workWeekSchema,
  /** What of the working week the shop itself has not said: then the usual one is taken. */
  unsaid: z.array(z.enum(['week', 'hours', 'timeZone'])),
  /** From when on it is planned, ms since 1970. */
  from: z.number(),
  /** By what whole engines took longer here than was reckoned: logarithms, and how many tell it. */
  pace: z.object({ mean: z.number(), deviation: z.number(), count: z.number().int() }),
  /** How many people measure. */
  hands: z.number().int(),
  /** In the shop's own words what a customer is told; null where it has said none. */
  /** The shop’s name. */
  shop: z.string(),
});
export type PromisesAnswer = z.infer<typeof promisesAnswer>;

/** How well promises held on engines that were handed over since, by how likely each would have been called when it was made. */
export const keptAnswer = z.object({
  classes: z.array(z.object({ from: z.number(), to: z.number(), count: z.number().int(), kept: z.number().int() })),
});
export type KeptAnswer = z.infer<typeof keptAnswer>;
