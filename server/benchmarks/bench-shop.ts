import { randomUUID } from 'node:crypto';
import { connect } from 'node:net';
import { buildApp } from '../app.js';
import { systemClock } from '../clock.js';
import { openShopFolder } from '../open-shop.js';
import type { Context } from '../services/context.js';
import { openShop } from '../services/people.js';
import { Sessions } from '../services/sessions.js';

const PIN = '246810';

/** Opens the doors of an empty shop. */
export const openBenchShop = (context: Context) =>
  openShop(context, {
    shopName: 'Bench',
    verifyAddress: 'http://bench.test',
    owner: { handle: 'owner', name: 'Bench', pin: PIN },
  });

/** A connection that is kept open, with one question under way at a time. It asks so little that the server's work shows. */
export interface Client {
  ask(method: 'GET' | 'POST', path: string, body?: unknown): Promise<string>;
  close(): void;
}

const HEAD_END = '\r\n\r\n';

function openClient(port: number, token: string): Client {
  const socket = connect(port, '127.0.0.1').setNoDelay(true);
  let said: Buffer = Buffer.alloc(0);
  let answered: ((text: string) => void) | null = null;
  socket.on('data', (chunk) => {
    said = said.length === 0 ? chunk : Buffer.concat([said, chunk]);
    const head = said.indexOf(HEAD_END);
    if (head < 0) return;
    const from = head + HEAD_END.length;
    const length = Number(/content-length: (\d+)/i.exec(said.toString('latin1', 0, head))?.[1] ?? 0);
    if (said.length < from + length) return;
    const text = said.toString();
    said = Buffer.alloc(0);
    answered!(text);
  });
  return {
    ask: (method, path, body) =>
      new Promise((resolve, reject) => {
        answered = (text) => {
          if (/^HTTP\/1.1 2/.test(text)) resolve(text.slice(text.indexOf(HEAD_END) + HEAD_END.length));
          else reject(new Error(`${method} ${path} was answered ${text}`));
        };
        const sent = body === undefined ? '' : JSON.stringify(body);
        const type = sent ? `content-type: application/json\r\ncontent-length: ${Buffer.byteLength(sent)}\r\n` : '';
        socket.write(
          `${method} ${path} HTTP/1.1\r\nhost: bench\r\nauthorization: Bearer ${token}\r\n${type}\r\n${sent}`,
        );
      }),
    close: () => socket.destroy(),
  };
}

/** A shop that is served, as somebody at a bench finds it. */
export interface ServedShop {
  context: Context;
  client: () => Client;
  close(): Promise<void>;
}

/** Opens a folder and serves it. @param prepare makes what is to be in it, before anybody is let in */
export async function serveBench(
  dataFolder: string,
  databaseUrl: string | null = null,
  prepare: (context: Context) => Promise<unknown> = async () => {},
): Promise<ServedShop> {
  const shop = await openShopFolder({ dataFolder, databaseUrl }, systemClock);
  await prepare(shop.context);
  const { token } = await new Sessions(shop.context).open('owner', PIN, { address: '127.0.0.1', device: null });
  const app = await buildApp({ context: shop.context, dataFolder, version: 'bench' });
  await app.listen({ port: 0, host: '127.0.0.1' });
  const { port } = app.server.address() as { port: number };
  const clients: Client[] = [];
  return {
    context: shop.context,
    client() {
      clients.push(openClient(port, token));
      return clients.at(-1)!;
    },
    async close() {
      for (const one of clients) one.close();
      await app.close();
      await shop.close();
    },
  };
}

/** A reading, as a screen sends it. */
const typed = (measure: string, place: string, entered: string, unit: string) => ({
  id: randomUUID(),
  measure,
  place,
  entered,
  unit,
});

const VALVES = ['1I', '1E', '2I', '2E', '3I', '3E', '4I', '4E'];
/** A plain reading: one that other values follow from in no other slot than its own. */
export const plain = (turn: number) => typed('preload-turns', VALVES[turn % VALVES.length], '0.625', 'turn');
/** A reading that other values are made from. */
export const input = (turn: number) =>
  typed('bore', String(1 + (turn % 8)), (4.03 + (turn % 7) / 10_000).toFixed(4), 'in');
