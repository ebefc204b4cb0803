import { z } from 'zod';
import { DISPOSITION_ACTIONS } from '../core/sheet/acts.js';
import { specSetSchema } from './catalogue.js';
import { engineShape } from './engine-shape.js';
import { list } from './list.js';
import { camCardSchema } from './papers/cam-card.js';
import { MOST_RECORDS } from './papers/imported.js';
import { lobeSweepSchema } from './papers/lobe-sweep.js';
import { paperSchema } from './papers/papers.js';
import { aboutSchema, newReadingSchema, readingAnswer } from './reading.js';
import { recordSummary } from './record.js';
import { movedSchema, noteSchema, strikeSchema } from './correction.js';
import { newSpecSetRequest } from './spec-set.js';
import { idSchema, line, reason, text } from './text.js';

/** All of an engine in one file, to be kept or opened in another Utex. */
export const exportAnswer = z.object({
  format: z.literal('utex-engine'),
  formatVersion: z.literal(1),
  /** Whose it was; files from before it was said have none. */
  shop: z.object({ name: z.string() }).optional(),
  engine: z.record(z.string(), z.unknown()),
  specSet: specSetSchema,
  camCard: camCardSchema.nullable(),
  sweeps: z.array(lobeSweepSchema),
  papers: z.array(paperSchema),
  readings: z.array(readingAnswer),
  dispositions: z.array(z.record(z.string(), z.unknown())),
  strikes: z.array(strikeSchema),
  notes: z.array(noteSchema),
  records: z.array(recordSummary),
});

/** The most readings that are opened with an engine: forty times what sixteen valves leave. */
const MOST_READINGS = 5000;
const instant = z.iso.datetime({ offset: true, error: 'a time with its offset, ISO 8601' });
/** Somebody in another shop: a handle, or with where he came from himself. A spreadsheet runs nothing that begins so. */
const whoThere = line(400).regex(/^[a-z]/, 'a handle, which begins with a small letter');
const figure = z.number({ error: 'a number' });

/** A set of whichever version: its limits and practice are looked at once they are in the shape of today. */
const foreignSet = newSpecSetRequest.pick({ id: true, title: true, lifter: true, measures: true }).extend({
  version: z.number().int().min(1, 'versions count from 1'),
  limits: list(z.record(z.string(), z.unknown()), { most: 400, of: ['limit', 'limits'] }),
  practice: z.record(z.string(), z.unknown()).optional(),
});

const foreignDisposition = z.object({
  id: idSchema,
  measure: text(80),
  place: text(80),
  action: z.enum(DISPOSITION_ACTIONS),
  reason,
  readingId: idSchema.nullable(),
  about: aboutSchema.nullable(),
  by: whoThere,
  at: instant,
});

/** The export of another Utex, as it is taken: what is not asked here is not taken over. */
export const engineExport = z.object({
  format: z.literal('utex-engine', { error: 'not the export of an engine' }),
  formatVersion: z.literal(1, { error: 'an export of another version' }),
  shop: z.object({ name: line(80) }).optional(),
  engine: z.object({ id: idSchema, tag: line(24), title: line(80), customer: line(80), ...engineShape }),
  specSet: foreignSet,
  papers: list(z.object({ id: idSchema, kind: text(40), body: z.unknown(), by: whoThere, at: instant }), {
    most: 400,
    of: ['paper', 'papers'],
  }).default([]),
  readings: list(
    newReadingSchema.extend({ value: figure, takenAt: instant, receivedAt: instant.optional(), by: whoThere }),
    { most: MOST_READINGS, of: ['reading', 'readings'] },
  ),
  strikes: list(
    z.object({ id: idSchema, readingId: idSchema, reason, moved: movedSchema.optional(), by: whoThere, at: instant }),
    { most: 2000, of: ['strike', 'strikes'] },
  ).default([]),
  notes: list(z.object({ id: idSchema, readingId: idSchema, note: text(500), by: whoThere, at: instant }), {
    most: 2000,
    of: ['note', 'notes'],
  }).default([]),
  dispositions: list(foreignDisposition, { most: 2000, of: ['decision', 'decisions'] }),
  records: list(
    z.object({
      revision: z.number().int(),
      fingerprint: text(80),
      signedAt: instant,
      signedBy: line(80),
      shop: line(80),
    }),
    { most: MOST_RECORDS, of: ['record', 'records'] },
  ),
});
export type EngineExport = z.infer<typeof engineExport>;

/** The export, and the tag that it goes by here, where that is another. */
export const importRequest = z.object({ file: engineExport, tag: line(24).optional() });
