import type { z } from 'zod';
import type { Engine } from '../../core/engine/engine.js';
import type { ErrorCode, Issue } from '../errors.js';

/** Why a paper is not taken although its fields are as they must be. */
interface PaperRefusal {
  code: ErrorCode;
  issues: Issue[];
}

/** One kind of paper. Store, routes, audit, export and record follow from its row. */
export interface PaperKind<Schema extends z.ZodType = z.ZodType> {
  kind: string;
  title: string;
  schema: Schema;
  /** Whether a new one replaces the one before, or all count together. */
  keeps: 'newest' | 'all';
  /** Whether it is filed at the address of papers; true unless said otherwise. */
  isFiledByItself?: boolean;
  /** What is kept of what was sent, where that is less. */
  body?: (sent: z.infer<Schema>) => unknown;
  /** What the engine is with it, where it adds places to it. */
  engine?: (sent: z.infer<Schema>, engine: Engine) => Engine;
  /** Refuses what no schema can: a place that the engine does not have. @throws ImpossibleInput */
  check?: (sent: z.infer<Schema>, engine: Engine) => PaperRefusal | null;
}

/** Keeps the types of one row together. */
export const paperKind = <Schema extends z.ZodType>(row: PaperKind<Schema>): PaperKind<Schema> => row;
