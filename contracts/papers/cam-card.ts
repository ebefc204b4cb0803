import { z } from 'zod';
import { eventDeg } from '../engine-shape.js';
import { list } from '../list.js';
import { text } from '../text.js';
import { paperKind } from './paper-kind.js';

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
  also: list(z.object({ lift, events: someEvents }), { least: 1, most: 4, of: ['lift', 'lifts'] }).optional(),
  intakeLobeLift: lift.optional(),
  exhaustLobeLift: lift.optional(),
});

/** The cam card as its maker prints it. What contradicts itself on it is told, not refused: it is printed so. */
export const camCard = paperKind({ kind: 'cam-card', title: 'Cam card', schema: camCardSchema, keeps: 'newest' });

/** The card with what follows from it, as `completeCard` of core gives it. */
const completedCardSchema = z.object({
  printed: camCardSchema,
  figures: z.record(z.string(), z.number()),
  computed: z.array(z.string()),
  absent: z.array(z.string()),
  contradictions: z.array(z.object({ path: z.string(), printed: z.number(), computed: z.number() })),
});
export const camCardAnswer = z.object({ card: completedCardSchema.nullable() });
