import { z } from 'zod';
import { checkEngineData } from '../../core/engine/engine-data.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { unitSchema } from '../catalogue.js';
import { paperKind } from './paper-kind.js';

const figure = z.object({
  entered: z.string({ error: 'a number, as it was read' }).trim().min(1, 'must be filled in').max(40, 'at most 40 characters'), // prettier-ignore
  unit: unitSchema,
});

export const engineDataSchema = z.object({
  /** By the ids of `FIGURE_GROUPS` of core; what is not known yet is left out. */
  figures: z.record(z.string().max(40, 'at most 40 characters'), figure),
});
export type EngineDataBody = z.infer<typeof engineDataSchema>;

/** The engine's figures that computations need: bore, stroke, rod … Filed whole; the newest counts. */
export const engineData = paperKind({
  kind: 'engine-data',
  title: 'Engine data',
  schema: engineDataSchema,
  keeps: 'newest',
  check({ figures }) {
    const issues = checkEngineData(figures).map((issue) => ({ ...issue, path: ['figures', ...issue.path] }));
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
