import { z } from 'zod';
import { EVENTS } from '../core/cam/expected-from-card.js';
import { FOLLOWS } from '../core/cam/events-whole.js';

const compared = z.object({
  measured: z.number().nullable(),
  card: z.number().nullable(),
  apart: z.number().nullable(),
});
const each = <Name extends string>(names: readonly Name[]) =>
  z.object(Object.fromEntries(names.map((name) => [name, compared])) as Record<Name, typeof compared>);
export const eventsCompared = each(EVENTS);
export const followsCompared = each(FOLLOWS);
export const nose = z.object({
  card: z.number().nullable(),
  byDrops: z.number().nullable(),
  byEvents: z.number().nullable(),
  byPeak: z.number().nullable(),
  apart: z.number().nullable(),
  trust: z.enum(['drops', 'events', 'neither']).nullable(),
});

/** What was read of a cam's timing, taken together and held to its card: angles in crank degrees, card signs. */
export const timingAnswer = z.object({
  lifts: z.array(
    z.object({
      /** At which the events were read, mm; null where nobody said it. */
      liftMm: z.number().nullable(),
      events: eventsCompared,
      follows: followsCompared,
      diagnosis: z.array(
        z.object({
          code: z.enum(['agrees', 'cam-position', 'lobe-ends', 'misread', 'mixed', 'too-few']),
          /** The event or the kind of lobe that it is about. */
          of: z.string().nullable(),
          /** Degrees: plus advanced, earlier, or longer. */
          by: z.number().nullable(),
          message: z.string(),
        }),
      ),
    }),
  ),
  noses: z.object({
    I: nose.extend({ message: z.string().nullable() }),
    E: nose.extend({ message: z.string().nullable() }),
  }),
  /** The intake's centreline as the cam stands, what it goes by, and whether drops and events contradict each other. */
  centreline: z.object({ by: z.enum(['drops', 'events']), deg: z.number(), isDisputed: z.boolean() }).nullable(),
  /** Where the sprocket goes best; null while no centreline is known, or none is wanted. */
  sprocket: z
    .object({
      target: z.number(),
      best: z.object({
        offset: z.number(),
        centrelineNow: z.number(),
        centrelineSettled: z.number(),
        errorSettled: z.number(),
        within: z.boolean(),
      }),
    })
    .nullable(),
});
