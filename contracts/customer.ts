import { z } from 'zod';
import { TOLD_BY } from '../core/sheet/acts.js';
import { idSchema, line, text } from './text.js';

const customerFields = {
  name: line(80),
  phone: text(40).trim().optional(),
  mail: z.union([z.literal(''), z.email('a mail address, as name@place')]).optional(),
  address: text(300).trim().optional(),
  /** How he wants to be told that something is ready, late or needs a word. */
  toldBy: z.enum(TOLD_BY).optional(),
};

/** One page of the customer book; the id is made by whoever writes the first of somebody. */
export const customerSchema = z.object({ id: idSchema, ...customerFields });
export type Customer = z.infer<typeof customerSchema>;
export const customersAnswer = z.object({
  /** By name. */
  customers: z.array(customerSchema),
});
