import type { JobBody } from '../../contracts/papers/job.js';
import { act, ask } from './api.js';

/**
 * Files an engine's job anew with some of it changed: its promise, the day on which it begins; null takes that out.
 *
 * @throws ApiError
 */
export async function changeJob(id: string, change: { promised?: string; startOn?: string | null }): Promise<void> {
  const params = { id, kind: 'job' };
  const { papers } = await ask('GET /api/engines/:id/papers/:kind', { params });
  const said = { ...(papers.at(-1)?.body as JobBody | undefined), ...change };
  const body = Object.fromEntries(Object.entries(said).filter(([, value]) => value !== null));
  await act('POST /api/engines/:id/papers/:kind', { params, body });
}
