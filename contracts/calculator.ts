import { z } from 'zod';
import { LARGEST, SMALLEST_DIVISOR } from '../core/tolerances.js';

/**
 * The calculators: `POST /api/calc/<name>`. Lengths come and go in the request's `unit`; angles are crank degrees.
 * Each row binds a core function to the schema of its request and of its answer.
 */
export interface Calculator<In extends z.ZodType = z.ZodType, Out extends z.ZodType = z.ZodType> {
  name: string;
  summary: string;
  input: In;
  output: Out;
  compute: (input: z.infer<In>) => z.infer<Out>;
}

/** Keeps the types of one row together. */
export function calculator<In extends z.ZodType, Out extends z.ZodType>(row: Calculator<In, Out>): Calculator<In, Out> {
  return row;
}

/** A number of a request. */
export const number = z
  .number({ error: 'a number' })
  .min(-LARGEST, `at least −${LARGEST}`)
  .max(LARGEST, `at most ${LARGEST}`);
export const positive = number.min(SMALLEST_DIVISOR, 'above zero');
/** A number of an answer; that it is one, and neither endless nor none, is checked on the way out. */
export const figure = z.number();
export const unit = z.enum(['in', 'mm']).default('in');
export const answerUnit = z.enum(['in', 'mm']);
