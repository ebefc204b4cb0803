import { z } from 'zod';
import { SIGN_OFFS } from '../core/plan/sign-offs.js';

/** What somebody answers for with his name. */
export const signOffSchema = z.object({ id: z.uuid(), what: z.enum(SIGN_OFFS), by: z.string(), at: z.string() });
