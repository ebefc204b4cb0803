import { jest } from '@jest/globals';
import { act, ApiError, ask, sayError, sayFields, verifyFile, whenSignedOut } from './api.js';

/** The next answer of the server; `null` when it cannot be reached. */
let answer: { status: number; text: string } | null;
const asked: { path: string; init: RequestInit }[] = [];
beforeEach(() => {
  asked.length = 0;
  globalThis.fetch = (async (path: string, init: RequestInit) => {
    asked.push({ path, init });
    if (!answer) throw new TypeError('failed to fetch');
    return new Response(answer.status === 204 ? null : answer.text, { status: answer.status });
  }) as typeof fetch;
});
const refusal = (code: string, issues: { path: string; message: string }[] = []) =>
  JSON.stringify({ error: { code, message: 'Some fields are not as they must be.', issues } });
const caught = async (): Promise<ApiError> => {
  try {
    await ask('GET /api/people');
  } catch (error) {
    return error as ApiError;
  }
  throw new Error('nothing was thrown');
};

test('JSON goes out and comes back; a file goes as it is', async () => {
  answer = { status: 200, text: '{"ok":true}' };
  const body = { handle: 'wren', pin: '1' };
  expect(await ask('POST /api/session', { body })).toEqual({ ok: true });
  expect(asked[0].init).toMatchObject({
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json' },
  });
  const file = new Blob(['%PDF']);
  await verifyFile(file);
  expect(asked[1].init).toMatchObject({ body: file, headers: { 'content-type': 'application/octet-stream' } });
});

test('parameters and questions go into the address, spelled so that it stays one', async () => {
  answer = { status: 200, text: '{}' };
  await ask('GET /api/engines/:id/papers/:kind', { params: { id: 'a b', kind: 'cam-card' } });
  await ask('GET /api/engines', { query: { search: 'ü & co', page: 2 } });
  expect(asked.map(({ path }) => path)).toEqual([
    '/api/engines/a%20b/papers/cam-card',
    '/api/engines?search=%C3%BC+%26+co&page=2',
  ]);
});

test('an empty answer is nothing, not an error', async () => {
  answer = { status: 204, text: '' };
  expect(await ask('DELETE /api/session')).toBeNull();
});

test('a server that cannot be reached, or answers what nobody can read, is told apart from a refusal', async () => {
  answer = null;
  expect(await caught()).toMatchObject({ status: 0, code: 'unreachable' });
  answer = { status: 502, text: '<html>' };
  expect(await caught()).toMatchObject({ status: 502, code: 'unreadable' });
  answer = { status: 422, text: refusal('request.invalid', [{ path: 'tag', message: 'must be filled in' }]) };
  const refused = await caught();
  expect(refused).toMatchObject({ status: 422, code: 'request.invalid' });
  expect(sayError(refused)).toBe('Some fields are not as they must be. tag: must be filled in.');
});

test('the wrong fields of a form are counted in words', () => {
  expect(sayFields(['tag'])).toBe('1 field is not as it must be.');
  expect(sayFields(['tag', 'firingOrder', 'firingOrder'])).toBe('2 fields are not as they must be.');
});

test('a session that ran out is told to the whole app', async () => {
  const told = jest.fn();
  whenSignedOut(told);
  answer = { status: 401, text: refusal('session.missing') };
  await caught();
  expect(told).toHaveBeenCalledTimes(1);
  answer = { status: 401, text: refusal('session.wrong-pin') };
  await caught();
  expect(told).toHaveBeenCalledTimes(1);
});

test('anything else is said as it is', () => expect(sayError(new Error('odd'))).toBe('Error: odd'));

test('an act that was never answered goes out again under its own id; one that was answered is done', async () => {
  const body = { tag: 'PH8-1', title: 'Petrel H8', customer: 'Fenwater', layout: 'v8' as const };
  const idsOf = () => asked.map(({ init }) => JSON.parse(init.body as string).id as string);
  const open = () => act('POST /api/engines', { body }).catch(() => {});
  answer = null;
  await open();
  answer = { status: 503, text: refusal('server.cannot-write') };
  await open();
  answer = { status: 201, text: '{"id":"x"}' };
  await open();
  await open();
  answer = { status: 409, text: refusal('engine.tag-taken') };
  await open();
  await open();
  const [first, second, third, fourth, fifth, sixth] = idsOf();
  expect([second, third]).toEqual([first, first]);
  // The same done again once it was answered, or refused, is another act.
  expect(new Set([third, fourth, fifth, sixth]).size).toBe(4);
  for (const id of idsOf()) expect(id).toMatch(/^[0-9a-f-]{36}$/);
});
