import { z } from 'zod';
import { STOP_METHODS } from '../core/cam/valve-stops.js';
import { EVENT_SOURCES } from '../core/cam/turning-events.js';
import { ALONG } from '../core/plan/practice.js';
import { cardEventsSchema } from './engine-shape.js';
import { list } from './list.js';
import { idSchema, reason, text } from './text.js';

/** Made by whoever acts: the same act sent twice is one. */
const madeId = idSchema.optional();
const places = (least: number) => list(text(80), { least, most: 64, of: ['valve', 'valves'] });
const crankDeg = z.number({ error: 'degrees, as a number' }).min(0, 'at least 0').lt(720, 'below 720');
const method = z.enum(STOP_METHODS, { error: `one of ${STOP_METHODS.join(', ')}` });
const along = z.enum(ALONG, { error: `one of ${ALONG.join(', ')}` });

/** In which way the valves are set from here on. */
export const settingWayRequest = z.object({ id: madeId, method, along });
/** Valves that are left out for now, and why; without a reason they are taken up again. */
export const setAsideRequest = z.object({ id: madeId, places: places(1), reason: reason.nullable() });
/** A quarter that was looked at: which valves had come loose and were taken up. */
export const slackRoundRequest = z.object({ id: madeId, crankDeg, loose: places(0) });
/** What was odd about a reading was looked at: what was found. */
export const hintAnswerRequest = z.object({ id: madeId, readingId: idSchema, hint: text(80), reason });

const done = { id: z.uuid(), by: z.string(), at: z.string() };
export const settingWaySchema = z.object({ ...done, method, along });
export const setAsideSchema = z.object({ ...done, places: z.array(z.string()), reason: z.string().nullable() });
export const slackRoundSchema = z.object({ ...done, crankDeg: z.number(), loose: z.array(z.string()) });
export const hintAnswerSchema = z.object({ ...done, readingId: z.uuid(), hint: z.string(), reason: z.string() });

/** The rim of a damper, as it is measured across. */
export const damperQuery = z.object({
  diameter: z.coerce.number({ error: 'a diameter, as a number' }).gt(0, 'above zero').max(1000, 'at most 1000'),
  unit: z.enum(['in', 'mm'], { error: 'in or mm' }),
});

/** Which way is asked about; the engine's own where none is named. */
export const stopsQuery = z.object({ method: method.optional(), along: along.optional() });
const source = z.enum(EVENT_SOURCES);
/** The stops of a way on this cam, and what the cam's spans are reckoned from. */
export const stopsAnswer = z.object({
  method: z.enum(STOP_METHODS),
  along: z.enum(ALONG),
  marginDeg: z.number(),
  /** Of each kind's lobes; `template` is a guess. */
  from: z.object({ I: source, E: source }),
  isGuess: z.boolean(),
  events: cardEventsSchema,
  stops: z.array(
    z.object({ crankDeg: z.number(), valves: z.array(z.object({ place: z.string(), clearanceDeg: z.number() })) }),
  ),
  unsafe: z.array(z.object({ place: z.string(), clearanceDeg: z.number() })),
  turningDeg: z.number(),
});

/** Where the crank stands and where each hand is: what changes too often to be an act, and is on no record. */
export const benchSchema = z.object({
  crankDeg: z.number().nullable(),
  turnedBy: z.string().nullable(),
  turnedAt: z.string().nullable(),
  /** Each where it was last; `isHere` while that was not long ago: others see it only then. */
  hands: z.array(z.object({ handle: z.string(), place: z.string(), at: z.string(), isHere: z.boolean() })),
});
export type BenchStand = z.infer<typeof benchSchema>;

/** The crank was turned, or a hand went to another valve. */
export const moveBenchRequest = z
  .object({ crankDeg: crankDeg.optional(), place: text(80).optional() })
  .refine(({ crankDeg: deg, place }) => deg !== undefined || place !== undefined, { error: 'crankDeg, place or both' });
