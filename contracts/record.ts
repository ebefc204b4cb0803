import { z } from 'zod';
import { movedSchema } from './correction.js';
import type { BuildRecord } from '../core/record/build-record.js';
import { STOP_METHODS } from '../core/cam/valve-stops.js';
import { ALONG } from '../core/plan/practice.js';
import { DRIFT_CAUSES } from '../core/sheet/drift.js';
import { BARS } from '../core/sheet/trials.js';
import { SCHOOLS } from '../core/valvetrain/schools.js';
import { gateSchema, lackSchema } from './gate.js';
import { list } from './list.js';
import { paperSchema } from './papers/papers.js';
import { pictureSchema } from './picture.js';
import { specSetSchema, stageSchema, unitSchema } from './catalogue.js';
import { engineShape } from './engine-shape.js';
import { camCardSchema } from './papers/cam-card.js';
import { lobeSweepSchema } from './papers/lobe-sweep.js';
import { flagSchema, readingSchema, sheetRowSchema } from './reading.js';
import { PAPERS } from './shop-data.js';
import { byAnother } from './clay.js';
import { eventsCompared, followsCompared, nose } from './timing.js';
import { signOffSchema } from './sign-off.js';
import { idSchema, reason } from './text.js';

const signatory = z.object({ handle: z.string(), name: z.string() });

/** Which reading an act of the record is about, as it was typed. */
const whichReading = {
  readingId: z.uuid(),
  measure: z.string(),
  place: z.string(),
  entered: z.string(),
  unit: unitSchema,
};

/** The payload of a signed record; docs/formats.md explains it field by field. */
export const buildRecordSchema = z.object({
  format: z.literal('utex-record'),
  formatVersion: z.literal(2),
  formulas: z.string(),
  id: z.uuid(),
  revision: z.number().int(),
  shop: z.object({
    name: z.string(),
    verifyAddress: z.string(),
    address: z.string().optional(),
    paper: z.enum(PAPERS).optional(),
    timeZone: z.string().optional(),
    letterhead: z.string().optional(),
  }),
  engine: z.object({ id: z.uuid(), tag: z.string(), title: z.string(), customer: z.string(), ...engineShape }),
  builders: z.array(signatory),
  lead: signatory,
  signedAt: z.string(),
  specSet: specSetSchema,
  values: z.array(sheetRowSchema),
  dealtWith: z.array(flagSchema.omit({ open: true, lapsed: true, settled: true })),
  notMeasured: z.array(z.object({ measure: z.string(), place: z.string(), by: z.string(), reason: z.string() })),
  readings: z.array(readingSchema),
  camCard: camCardSchema.nullable(),
  sweeps: z.array(lobeSweepSchema),
  papers: z.array(paperSchema),
  pictures: z.array(pictureSchema.extend({ shown: z.literal(true).optional() })).optional(),
  clearances: z
    .array(
      z.object({
        place: z.string(),
        sweptAt: z.string().nullable(),
        camDeg: z.number(),
        least: z.number(),
        atDeg: z.number(),
        limit: z.number().nullable(),
        curve: z.array(z.tuple([z.number(), z.number()])),
      }),
    )
    .optional(),
  geometry: z
    .array(
      z.object({
        kind: z.enum(['I', 'E']),
        mount: z.enum(['stud-nut', 'shaft']),
        school: z.enum(SCHOOLS),
        best: z.number().nullable(),
        explained: z.boolean().nullable(),
        minimumWidth: z.number().nullable(),
        stretch: z.tuple([z.number(), z.number()]).optional(),
        isBracketed: z.boolean().optional(),
        chosen: z
          .object({ setting: z.number(), school: z.enum(SCHOOLS), reason: z.string(), by: z.string(), at: z.string() })
          .optional(),
        trials: z.array(
          z.object({
            place: z.string(),
            setting: z.number(),
            width: z.number().optional(),
            offset: z.number().optional(),
            barredBy: z.array(z.enum(BARS)),
            isRough: z.boolean(),
            isOtherRocker: z.boolean(),
          }),
        ),
      }),
    )
    .optional(),
  way: z
    .object({
      method: z.enum(STOP_METHODS),
      along: z.enum(ALONG),
      by: z.string(),
      quarters: z.object({ looked: z.number().int(), isDone: z.boolean() }).optional(),
    })
    .optional(),
  timing: z
    .object({
      lifts: z.array(
        z.object({
          liftMm: z.number().nullable(),
          events: eventsCompared,
          follows: followsCompared,
          says: z.array(z.string()),
        }),
      ),
      noses: z.object({ I: nose, E: nose }),
    })
    .optional(),
  clayElsewhere: z.array(byAnother).optional(),
  movedChecks: z
    .array(z.object({ ask: z.string(), to: gateSchema, reason: z.string(), by: z.string(), at: z.string() }))
    .optional(),
  struck: z
    .array(
      z.object({
        ...whichReading,
        reason: z.string(),
        moved: movedSchema.optional(),
        by: z.string(),
        at: z.string(),
      }),
    )
    .optional(),
  notes: z
    .array(
      z.object({
        ...whichReading,
        note: z.string(),
        by: z.string(),
        at: z.string(),
      }),
    )
    .optional(),
  answers: z
    .array(
      z.object({
        readingId: z.uuid(),
        measure: z.string(),
        place: z.string(),
        hint: z.string(),
        says: z.string().optional(),
        reason: z.string(),
        by: z.string(),
        at: z.string(),
      }),
    )
    .optional(),
  drift: z
    .array(
      z.object({
        occasion: z.string(),
        measure: z.string(),
        place: z.string(),
        change: z.number(),
        uncertainty: z.number(),
        isAlone: z.boolean(),
        cause: z.enum(DRIFT_CAUSES).nullable(),
      }),
    )
    .optional(),
  gates: z
    .array(
      z.object({
        gate: gateSchema,
        closed: z
          .object({ by: z.string(), at: z.string(), reason: z.string().nullable(), lacks: z.array(lackSchema) })
          .nullable(),
        opened: z.array(z.object({ by: z.string(), at: z.string(), reason: z.string() })),
        takenBehind: z.number().int(),
      }),
    )
    .optional(),
  cautions: z.array(z.object({ stage: stageSchema, by: z.string(), at: z.string() })).optional(),
  tightening: z
    .array(
      z.object({
        group: z.string(),
        title: z.string(),
        isDone: z.boolean(),
        moved: z.array(z.number().int()),
        off: z.array(z.number().int()),
        isReused: z.boolean(),
      }),
    )
    .optional(),
  signOffs: z.array(signOffSchema).optional(),
  clayInside: z.literal(true).optional(),
  auditHead: z.string(),
  statement: z.string(),
}) satisfies z.ZodType<BuildRecord>;

/** The payload as JSON Schema (2020-12), as docs/record.schema.json shows it to other programs. */
export function recordJsonSchema(): object {
  return z.toJSONSchema(buildRecordSchema, { io: 'output' });
}

/** JWS, flattened JSON serialisation (RFC 7515, 7.2.2); `alg` is EdDSA with Ed25519. */
export const jwsSchema = z.object({ payload: z.string(), protected: z.string(), signature: z.string() });

export const signRequest = z
  .object({
    /** Made by whoever signs: the same signature sent twice is one. */
    id: idSchema.optional(),
    missing: z.literal('accepted').optional(),
    reason: reason.optional(),
    /** Ids of the pictures that the PDF shows. */
    pictures: list(idSchema, { most: 24, of: ['picture', 'pictures'] }).optional(),
  })
  .refine((asked) => asked.missing === undefined || asked.reason !== undefined, {
    path: ['reason'],
    error: 'accepting what is missing needs a reason',
  });
export const signAnswer = z.object({ id: z.uuid(), revision: z.number().int() });

export const recordSummary = z.object({
  id: z.uuid(),
  engineId: z.uuid(),
  revision: z.number().int(),
  fingerprint: z.string(),
  tag: z.string(),
  title: z.string(),
  customer: z.string(),
  shop: z.string(),
  signedAt: z.string(),
  signedBy: z.string(),
  counts: z.object({
    within: z.number().int(),
    doubt: z.number().int(),
    accepted: z.number().int(),
    notMeasured: z.number().int(),
  }),
});
export type RecordSummary = z.infer<typeof recordSummary>;
export const recordsAnswer = z.object({ records: z.array(recordSummary) });

export const verifyAnswer = z.object({
  valid: z.boolean(),
  kind: z.enum(['record', 'pdf', 'unknown']),
  reason: z.string().optional(),
  record: recordSummary.optional(),
  /** Whether the shop has signed a newer revision of the same engine since. */
  newerRevision: z.number().int().optional(),
});
export type VerifyAnswer = z.infer<typeof verifyAnswer>;

export const jwksAnswer = z.object({
  keys: z.array(
    z.object({ kty: z.string(), crv: z.string(), x: z.string(), kid: z.string(), alg: z.string(), use: z.string() }),
  ),
});
