import { ROLES, type Role } from '../../contracts/shop.js';
import { API, type ApiKey } from '../../contracts/api.js';
import { CALCULATORS } from '../../contracts/calc.js';
import { buildApp } from '../app.js';
import { openEngine, openTestShop, type TestShop } from '../test-shop.js';
import type { App } from './app-type.js';
import { guardRoutes } from './guard.js';
import { OWNER, SIGNING } from './route.js';
import Fastify from 'fastify';
import type { Sessions } from '../services/sessions.js';

interface Registered {
  key: string;
  asks: readonly Role[] | 'anyone';
}

let shop: TestShop;
let engine: string;
/** Every route of the API, as the server registered it. */
const registered: Registered[] = [];
beforeAll(async () => {
  shop = await openTestShop();
  engine = await openEngine(shop);
  const app = await buildApp({
    context: shop.context,
    dataFolder: shop.folder,
    version: 'test',
    onRoute: ({ method, url, config }) => {
      if (method !== 'HEAD') registered.push({ key: `${String(method)} ${url}`, asks: config!.asks! });
    },
  });
  await app.ready();
  await app.close();
});
afterAll(() => shop.close());

const addressOf = (key: string) => {
  const [method, url] = key.split(' ');
  return { method, path: url.replace(':id', engine).replace(':kind', 'cam-card').replace(/:\w+/, 'x') };
};

test('the server registers the addresses of the contract, and no others', () => {
  const calculators = CALCULATORS.map(({ name }) => `POST /api/calc/${name}`);
  expect(registered.map(({ key }) => key).sort()).toEqual([...Object.keys(API), ...calculators].sort());
});

test('every address says who may ask it: signing is the lead’s, people are the owner’s, measuring is no apprentice’s', () => {
  const asksOf = (key: ApiKey) => registered.find((route) => route.key === key)!.asks;
  expect(asksOf('POST /api/engines/:id/records')).toEqual(SIGNING);
  expect(asksOf('POST /api/people')).toEqual(OWNER);
  for (const { key, asks } of registered.filter(({ key: one }) => one.startsWith('POST /api/engines')))
    expect([key, asks.includes('apprentice')]).toEqual([key, false]);
  const open = registered.filter(({ asks }) => asks === 'anyone').map(({ key }) => key);
  expect(open.filter((key) => !key.includes('/api/calc/')).sort()).toEqual([
    'DELETE /api/session', 'GET /.well-known/jwks.json', 'GET /api/calendar/:file', 'GET /api/health', 'GET /api/openapi.json', 'GET /api/shop',
    'GET /api/verify/:fingerprint', 'POST /api/session', 'POST /api/shop', 'POST /api/verify',
  ]); // prettier-ignore
});

test('a stranger learns nothing of a body: 401 before it is looked at, on every address that asks for a session', async () => {
  for (const { key, asks } of registered) {
    if (asks === 'anyone') continue;
    const { method, path } = addressOf(key);
    for (const body of method === 'POST' ? [{ nonsense: 1 }, undefined] : [undefined]) {
      const answer = await shop.as('stranger')(method, path, body);
      expect([key, answer.status, answer.body.error.code]).toEqual([key, 401, 'session.missing']);
    }
  }
});

test('whoever may not ask is told so, whatever he sends', async () => {
  for (const { key, asks } of registered) {
    if (asks === 'anyone') continue;
    const { method, path } = addressOf(key);
    for (const role of ROLES.filter((one) => !asks.includes(one))) {
      const answer = await shop.as(role)(method, path, method === 'POST' ? { nonsense: 1 } : undefined);
      expect([key, role, answer.status, answer.body.error.code]).toEqual([key, role, 403, 'role.not-allowed']);
    }
  }
});

test('a route that does not say who may ask it keeps the server from starting', () => {
  const app = Fastify() as unknown as App;
  guardRoutes(app, {} as Sessions);
  expect(() => app.get('/api/secret', async () => 'told')).toThrow('GET /api/secret does not say who may ask it');
});
