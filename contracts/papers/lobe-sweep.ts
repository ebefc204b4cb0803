import { z } from 'zod';
import { findPlace } from '../../core/engine/places.js';
import { analyseSweep, lobeAnalysisSchema, sweepShape } from '../calc-lobe.js';
import { paperKind } from './paper-kind.js';

export const postSweepSchema = z.object({ ...sweepShape, place: z.string().toUpperCase() });

/** A lobe as it was swept; it is only kept once it is known to be one. */
export const lobeSweep = paperKind({
  kind: 'lobe-sweep',
  title: 'Swept lobe',
  schema: postSweepSchema,
  keeps: 'all',
  body: ({ place, unit, measuredAt, rockerRatio, lash, points }) => ({
    place,
    unit,
    measuredAt,
    ...(rockerRatio === undefined ? {} : { rockerRatio }),
    ...(lash === undefined ? {} : { lash }),
    points,
  }),
  check(sent, engine) {
    if (!findPlace(engine, 'valve', sent.place))
      return {
        code: 'sweep.unknown-place',
        issues: [{ path: 'place', message: `this engine has no valve ${sent.place}` }],
      };
    analyseSweep(sent);
    return null;
  },
});

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
