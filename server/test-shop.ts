import { createHash, randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ErrorBody } from '../contracts/errors.js';
import type { Role } from '../contracts/shop.js';
import { buildApp, type AppOptions } from './app.js';
import type { Clock } from './clock.js';
import { openShopFolder } from './open-shop.js';
import { projectRoot } from './project-root.js';
import type { Context } from './services/context.js';
import { Workers } from './work/workers.js';

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
  /** Stops the server; its folder stays. */
  stop: () => Promise<void>;
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

const FIRST_MORNING = '2026-11-24T08:00:00.000Z';
/** What each signs in with. */
type Tokens = Record<Role, string>;

/** Opens the doors of an empty shop: its owner, and one person of every other role. */
async function peopleOf(url: string): Promise<Tokens> {
  const stranger = asker(url);
  const opened = await stranger<{ token: string }>('POST', '/api/shop', {
    shopName: 'Marram Engine Works',
    verifyAddress: 'http://shop.test/',
    owner: { handle: 'owner', name: 'Tove Marram', pin: TEST_PIN },
  });
  const tokens: Partial<Tokens> = { owner: opened.body.token };
  for (const role of ROLES_TO_ADD) {
    await asker(url, tokens.owner)('POST', '/api/people', { handle: role, name: `The ${role}`, pin: TEST_PIN, role });
    const { body } = await stranger<{ token: string }>('POST', '/api/session', { handle: role, pin: TEST_PIN });
    tokens[role] = body.token;
  }
  return tokens as Tokens;
}

/** The threads of a process of Jest's, for all shops of its tests: reading what makes a PDF takes one a second. */
const workers = new Workers();

type Served = Pick<TestShop, 'url' | 'context' | 'clock' | 'stop'>;

const open = new Set<Pick<Served, 'url' | 'context'>>();
/** The shops that tests of this process have open. */
export const openShops = () => [...open];

async function serveFolder(folder: string, databaseUrl: string | null, options: Partial<AppOptions>): Promise<Served> {
  const clock = { at: new Date(FIRST_MORNING) };
  const ticking: Clock = { now: () => clock.at };
  const shop = await openShopFolder({ dataFolder: folder, databaseUrl, workers }, ticking);
  const app = await buildApp({ context: shop.context, dataFolder: folder, version: 'test', ...options });
  const url = await app.listen({ port: 0, host: '127.0.0.1' });
  const here = { url, context: shop.context };
  open.add(here);
  let stopped = false;
  const stop = async () => {
    if (stopped) return;
    stopped = true;
    await app.close();
    await shop.close();
    open.delete(here);
  };
  return { url, context: shop.context, clock, stop };
}

/** The sources that a new shop is made by: where one of them changes, it is made anew. */
function sourcesHash(): string {
  const hash = createHash('sha256');
  const below = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? below(join(folder, entry.name)) : [join(folder, entry.name)],
    );
  for (const folder of ['server', 'core/plan', 'contracts'])
    for (const file of below(join(projectRoot(), folder)).sort())
      if (/(?<!\.test)\.(ts|sql)$/.test(file)) hash.update(file).update(readFileSync(file));
  return hash.digest('hex').slice(0, 16);
}

/**
 * A shop with its four people, made once and copied by every test that needs one: making the database, the keys and the
 * PINs takes longer than most tests.
 */
async function newShop(): Promise<string> {
  const made = join(tmpdir(), `utex-new-shop-${sourcesHash()}`);
  if (existsSync(made)) return made;
  const beside = mkdtempSync(join(tmpdir(), 'utex-new-shop-'));
  const served = await serveFolder(join(beside, 'data'), null, {});
  writeFileSync(join(beside, 'tokens.json'), JSON.stringify(await peopleOf(served.url)));
  await served.stop();
  try {
    renameSync(beside, made);
  } catch {
    // Another test file was faster; one is as good as the other.
    rmSync(beside, { recursive: true, force: true });
  }
  return made;
}

/** Puts the data of a shop with its four people into a folder; answers what they signed in with that morning. */
export async function copyNewShop(folder: string): Promise<Tokens> {
  const made = await newShop();
  cpSync(join(made, 'data'), folder, { recursive: true });
  return JSON.parse(readFileSync(join(made, 'tokens.json'), 'utf8')) as Tokens;
}

/** @param databaseUrl the PostgreSQL server that has its data, where that is not the folder's own database */
export async function openTestShop(
  databaseUrl: string | null = null,
  options: Partial<AppOptions> = {},
): Promise<TestShop> {
  const folder = mkdtempSync(join(tmpdir(), 'utex-test-'));
  const known = databaseUrl ? null : await copyNewShop(folder);
  const served = await serveFolder(folder, databaseUrl, options);
  const { url } = served;
  const tokens = known ?? (await peopleOf(url));
  return {
    ...served,
    folder,
    as: (who) => asker(url, who === 'stranger' ? undefined : tokens[who]),
    async close() {
      await served.stop();
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
