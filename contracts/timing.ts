import { z } from 'zod';
import { lobeAnalysisSchema, sweepShape } from './calc-cam.js';
import { eventDeg } from './engine.js';
import { text } from './text.js';

/** What is kept with an engine for its timing: the cam card as printed, and swept lobes. */

const deg = z.number({ error: 'degrees, as a number' });
const duration = deg.positive('above zero').max(480, 'at most 480');
const centreline = deg.min(40, 'between 40 and 180').max(180, 'between 40 and 180');
const lift = z.number({ error: 'a lift, as a number' }).positive('above zero').max(50, 'at most 50');
const someEvents = z.object({
  intakeOpenBtdc: eventDeg.optional(),
  intakeCloseAbdc: eventDeg.optional(),
  exhaustOpenBbdc: eventDeg.optional(),
  exhaustCloseAtdc: eventDeg.optional(),
});

export const camCardSchema = z.object({
  title: text(80).trim().optional(),
  unit: z.enum(['in', 'mm']),
  checkAt: z.enum(['lobe', 'valve']),
  checkLift: lift,
  events: someEvents.optional(),
  intakeDuration: duration.optional(),
  exhaustDuration: duration.optional(),
  intakeCentreline: centreline.optional(),
  exhaustCentreline: centreline.optional(),
  lobeSeparation: centreline.optional(),
  advance: deg.min(-30, 'between −30 and 30').max(30, 'between −30 and 30').optional(),
  seatLift: lift.optional(),
  seat: someEvents.optional(),
  seatIntakeDuration: duration.optional(),
  seatExhaustDuration: duration.optional(),
  intakeLobeLift: lift.optional(),
  exhaustLobeLift: lift.optional(),
});

/** The card with what follows from it, as `completeCard` of core gives it. */
export const completedCardSchema = z.object({
  printed: camCardSchema,
  figures: z.record(z.string(), z.number()),
  computed: z.array(z.string()),
  absent: z.array(z.string()),
  contradictions: z.array(z.object({ path: z.string(), printed: z.number(), computed: z.number() })),
});
export const camCardAnswer = z.object({ card: completedCardSchema.nullable() });

export const postSweepSchema = z.object({ ...sweepShape, place: z.string() });
export const lobeSweepSchema = z.object({
  id: z.uuid(),
  place: z.string(),
  unit: z.enum(['in', 'mm']),
  measuredAt: z.enum(['lobe', 'valve']),
  rockerRatio: z.number().optional(),
  lash: z.number().optional(),
  points: z.array(z.tuple([z.number(), z.number()])),
  by: z.string(),
  at: z.string(),
});
export const sweepAnswer = z.object({ id: z.uuid(), analysis: lobeAnalysisSchema });
export const sweepsAnswer = z.object({ sweeps: z.array(lobeSweepSchema) });
