import { ask } from '../app/api.js';
import { newId } from '../app/new-id.js';
import { createDesk } from './desk.js';
import { openOutbox } from './outbox.js';
import { handNow, useSession } from './session.js';

/** A post that nobody answers, where the way to the server broke off in its middle, is sent again: the same id, once kept. */
const LONGEST_POST_MS = 12_000;

/** The desk whose engines are the shop's, on its server. */
export function createShopDesk() {
  const desk = createDesk({
    load: (id) => ask('GET /api/engines/:id/file', { params: { id } }),
    async post(id, readings) {
      const signal = AbortSignal.timeout(LONGEST_POST_MS);
      return (await ask('POST /api/engines/:id/readings', { params: { id }, body: { readings }, signal })).saved;
    },
    acknowledge: (id, stage) => ask('POST /api/engines/:id/cautions', { params: { id }, body: { stage } }),
    strike: (id, body) => ask('POST /api/engines/:id/strikes', { params: { id }, body }),
    outbox: openOutbox(),
    hand: handNow,
    now: () => new Date(),
    newId,
    later: (work) => void setTimeout(work),
  });
  // What is kept here goes with the hand that took it, and an engine may be there before it is known whose hands these are.
  useSession.subscribe((session, before) => {
    if (session.person !== before.person || session.status !== before.status) void desk.getState().flush();
  });
  return desk;
}
