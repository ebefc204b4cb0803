import { z } from 'zod';
import { LINE_STATES, type PartLine } from '../core/parts/line.js';
import { PART_KINDS } from '../core/parts/part.js';
import type { StockItem } from '../core/parts/stock.js';
import { list } from './list.js';
import { idSchema, line, text } from './text.js';

/** The shop's parts: who sells them, what there is, what is wanted for which engine, what was ordered. */

export const WANTED_KINDS = [...PART_KINDS, 'other'] as const;
const part = z.enum(WANTED_KINDS, { error: `one of ${WANTED_KINDS.join(', ')}` });
/** In minor units of the shop's currency. */
const money = z.number({ error: 'an amount' }).int('whole minor units').min(0, 'not below zero').max(1_000_000_000, 'far too much'); // prettier-ignore
const pieces = z.number({ error: 'how many, as a number' }).int('whole pieces').max(10_000, 'at most 10000');
const length = z.number({ error: 'a length, as a number' }).gt(0, 'above zero').max(10_000, 'far too long');
const day = z.iso.date('a day, as 2026-12-18');

const supplierFields = {
  name: line(80),
  mail: z.union([z.literal(''), z.email('a mail address, as name@place')]).optional(),
  phone: text(40).trim().optional(),
  note: text(300).trim().optional(),
};
export const supplierSchema = z.object({ id: idSchema, ...supplierFields });
export type Supplier = z.infer<typeof supplierSchema>;
/** A page of the book of suppliers, a new one or anew; its id is made by whoever writes the first. */
export const writeSupplierRequest = z.object({ id: idSchema, supplier: supplierSchema });

const lengths = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('one'), length }),
  z.object({ kind: z.literal('steps'), from: length, to: length, step: length }),
  z.object({ kind: z.literal('cut'), from: length, to: length }),
]);
export const itemSchema = z.object({
  id: idSchema,
  part,
  title: line(80),
  number: text(60).trim(),
  supplierId: idSchema.nullable(),
  lengths: lengths
    .refine((said) => said.kind === 'one' || said.to >= said.from, 'the last length lies below the first')
    .nullable(),
  diameterMm: length.nullable(),
  wallMm: length.nullable(),
  priceEach: money.nullable(),
  leadDays: pieces.min(0, 'not below zero').nullable(),
  keep: pieces.min(0, 'not below zero').nullable(),
}) satisfies z.ZodType<StockItem>;
/** Pages of the catalogue, new ones or anew: one by hand, or a list that a supplier sent. */
export const writeItemsRequest = z.object({
  id: idSchema,
  items: list(itemSchema, { least: 1, most: 2000, of: ['part', 'parts'] }),
});

/** What is said of a line when it is wanted, and may be said otherwise later. */
const said = {
  places: list(text(40), { most: 64, of: ['place', 'places'] }),
  what: line(120),
  quantity: pieces.min(1, 'at least one'),
  spares: pieces.min(0, 'not below zero'),
  priceEach: money.nullable(),
  supplierId: idSchema.nullable(),
  note: text(300).trim(),
};
export const newLineRequest = z.object({
  id: idSchema,
  engineId: idSchema.nullable(),
  part,
  itemId: idSchema.nullable(),
  lengthMm: length.nullable(),
  /** Taken from the shelf: then it is here already. */
  isFromShelf: z.boolean(),
  ...said,
});
export type NewLine = z.infer<typeof newLineRequest>;

const lineState = z.enum(LINE_STATES, { error: `one of ${LINE_STATES.join(', ')}` });
/** What becomes of a line, or what is said otherwise of it. */
export const changeLineRequest = z.object({
  id: idSchema,
  /** As whoever changes it saw it: where somebody was faster, nothing is done. */
  from: lineState,
  to: lineState.optional(),
  promisedOn: day.optional(),
  refund: money.optional(),
  set: z.object(said).partial().optional(),
});

const lineSchema = z.object({
  id: idSchema,
  engineId: idSchema.nullable(),
  part,
  itemId: idSchema.nullable(),
  lengthMm: z.number().nullable(),
  isFromShelf: z.boolean(),
  places: z.array(z.string()),
  what: z.string(),
  quantity: z.number(),
  spares: z.number(),
  priceEach: z.number().nullable(),
  supplierId: idSchema.nullable(),
  note: z.string(),
  orderId: idSchema.nullable(),
  freight: z.number().nullable(),
  state: lineState,
  promisedOn: z.string().nullable(),
  refund: z.number().nullable(),
}) satisfies z.ZodType<PartLine>;

/** One order to one supplier, of lines that were wanted; its freight is shared by what they are worth. */
export const newOrderRequest = z.object({
  id: idSchema,
  supplierId: idSchema,
  lines: list(idSchema, { least: 1, most: 200, of: ['line', 'lines'] }),
  freight: money,
});
export const orderSchema = z.object({
  id: idSchema,
  /** Counted in this shop, from 1. */
  number: z.number().int(),
  supplierId: idSchema,
  lines: z.array(idSchema),
  freight: z.number(),
  orderedAt: z.string(),
  by: z.string(),
});
export type Order = z.infer<typeof orderSchema>;

/** What came of an order. */
export const arrivedRequest = z.object({
  id: idSchema,
  lines: list(idSchema, { least: 1, most: 200, of: ['line', 'lines'] }),
});
const engineName = z.object({ id: idSchema, tag: z.string(), title: z.string() });
/** The lines as they stand now, and which engines wait for nothing any more. */
export const linesAnswer = z.object({ lines: z.array(lineSchema), canGoOn: z.array(engineName) });

/** How many were counted on the shelf. */
export const countRequest = z.object({
  id: idSchema,
  itemId: idSchema,
  lengthMm: length.nullable(),
  pieces: pieces.min(0, 'not below zero'),
});

const onShelfSchema = z.object({
  itemId: idSchema,
  lengthMm: z.number().nullable(),
  pieces: z.number(),
  free: z.number(),
});
/** Everything that is not settled: what is wanted, on its way, or lies here for an engine. */
export const partsAnswer = z.object({
  currency: z.string().nullable(),
  suppliers: z.array(supplierSchema),
  items: z.array(itemSchema),
  shelf: z.array(onShelfSchema),
  lines: z.array(lineSchema),
  orders: z.array(orderSchema),
  engines: z.array(engineName),
});
export type PartsAnswer = z.infer<typeof partsAnswer>;

/** All that was ever wanted for an engine, in the order in which it was. */
export const enginePartsAnswer = z.object({ currency: z.string().nullable(), lines: z.array(lineSchema) });

export const waitsSchema = z.object({
  lines: z.number().int(),
  parts: z.array(z.string()),
  until: z.string().nullable(),
});
