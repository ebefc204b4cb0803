import { ask } from '../app/api.js';
import { createDesk } from './desk.js';
import { openOutbox } from './outbox.js';
import { useSession } from './session.js';

/** On a plain-http address of the shop's network the browser has no `randomUUID`, but it has randomness. */
function uuidWithoutSecureContext(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

/** The desk whose engines are the shop's, on its server. */
export const createShopDesk = () =>
  createDesk({
    load: (id) => ask('GET /api/engines/:id/file', { params: { id } }),
    post: async (id, readings) =>
      (await ask('POST /api/engines/:id/readings', { params: { id }, body: { readings } })).saved,
    acknowledge: (id, stage) => ask('POST /api/engines/:id/cautions', { params: { id }, body: { stage } }),
    outbox: openOutbox(),
    hand: () => useSession.getState().person?.handle ?? null,
    now: () => new Date(),
    newId: () => crypto.randomUUID?.() ?? uuidWithoutSecureContext(),
  });
