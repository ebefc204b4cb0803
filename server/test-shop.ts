import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ErrorBody } from '../contracts/errors.js';
import type { Role } from '../contracts/shop.js';
import { buildApp } from './app.js';
import type { Clock } from './clock.js';
import { openShopFolder } from './open-shop.js';
import type { Context } from './services/context.js';

/** What came back: its status and its JSON, or its text where it is none. */
interface Answer<T = Record<string, never>> {
  status: number;
  body: T & ErrorBody;
  headers: Headers;
}
export type Ask = <T = Record<string, unknown>>(method: string, path: string, body?: unknown) => Promise<Answer<T>>;

/** A whole shop for a test: a real data folder, a real port, four people, and a clock that the test turns. */
export interface TestShop {
  url: string;
  folder: string;
  context: Context;
  clock: { at: Date };
  /** Asks as somebody who is signed in, or as a stranger. */
  as: (who: Role | 'stranger') => Ask;
  close: () => Promise<void>;
}

export const TEST_PIN = '135790';
const ROLES_TO_ADD: Role[] = ['lead', 'builder', 'apprentice'];

/** Sends a request over real HTTP. */
export function asker(url: string, token?: string): Ask {
  return async (method, path, body) => {
    const raw = body instanceof Uint8Array;
    const response = await fetch(url + path, {
      method,
      headers: {
        ...(token ? { authorization: `Bearer ${token}` } : {}),
        ...(body === undefined ? {} : { 'content-type': raw ? 'application/octet-stream' : 'application/json' }),
      },
      body: body === undefined ? undefined : raw ? (body as RequestInit['body']) : JSON.stringify(body),
    });
    const text = await response.text();
    const json = (response.headers.get('content-type') ?? '').includes('json');
    return { status: response.status, headers: response.headers, body: (json ? JSON.parse(text) : text) as never };
  };
}

/** @param databaseUrl the PostgreSQL server that has its data, where that is not the folder's own database */
export async function openTestShop(databaseUrl: string | null = null): Promise<TestShop> {
  const folder = mkdtempSync(join(tmpdir(), 'utex-test-'));
  const clock = { at: new Date('2026-11-24T08:00:00.000Z') };
  const ticking: Clock = { now: () => clock.at };
  const shop = await openShopFolder({ dataFolder: folder, databaseUrl }, ticking);
  const app = await buildApp({ context: shop.context, dataFolder: folder, version: 'test' });
  const url = await app.listen({ port: 0, host: '127.0.0.1' });

  const stranger = asker(url);
  const opened = await stranger<{ token: string }>('POST', '/api/shop', {
    shopName: 'Marram Engine Works',
    verifyAddress: 'http://shop.test/',
    owner: { handle: 'owner', name: 'Tove Marram', pin: TEST_PIN },
  });
  const tokens = new Map<string, Ask>([
    ['stranger', stranger],
    ['owner', asker(url, opened.body.token)],
  ]);
  for (const role of ROLES_TO_ADD) {
    await tokens.get('owner')!('POST', '/api/people', { handle: role, name: `The ${role}`, pin: TEST_PIN, role });
    const { body } = await stranger<{ token: string }>('POST', '/api/session', { handle: role, pin: TEST_PIN });
    tokens.set(role, asker(url, body.token));
  }
  return {
    url,
    folder,
    context: shop.context,
    clock,
    as: (who) => tokens.get(who)!,
    async close() {
      await app.close();
      await shop.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

let tags = 0;

/** Opens an engine as the builder and answers its id. */
export async function openEngine(shop: TestShop, change: Record<string, unknown> = {}): Promise<string> {
  tags++;
  const request = { tag: `T-${tags}`, title: 'Petrel H8', customer: 'Fenwater Racing', layout: 'v8', ...change };
  const { status, body } = await shop.as('builder')<{ id: string }>('POST', '/api/engines', request);
  if (status !== 201) throw new Error(`The engine was not opened: ${JSON.stringify(body)}`);
  return body.id;
}

/** A reading as a screen sends it. */
export function typed(measure: string, place: string, entered: string, unit: string) {
  return { id: randomUUID(), measure, place, entered, unit };
}
