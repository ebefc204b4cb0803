import { randomUUID } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, type TestShop } from '../test-shop.js';

let shop: TestShop;
let engine: string;
beforeAll(async () => {
  shop = await openTestShop();
  engine = await openEngine(shop, { layout: 'single', specSet: 'shop-solid' });
});
afterAll(() => shop.close());

const plain = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: 'teal' } });
/** What a phone writes into a file besides the pixels: where it was, and which way up it was held. */
const withSecrets = (width: number, height: number) =>
  plain(width, height)
    .withExif({ IFD0: { Copyright: 'SECRET-WORDS' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg();

interface Taken {
  id: string;
  sha256: string;
  width: number;
  height: number;
}
const send = (file: Uint8Array, change: Record<string, string> = {}, who: 'builder' | 'apprentice' = 'builder') => {
  const query = { id: randomUUID(), stage: 'bottom-end', place: '1', takenAt: '2026-11-24T07:59:00+01:00', ...change };
  return shop.as(who)<Taken>('POST', `/api/engines/${engine}/pictures?${new URLSearchParams(query)}`, file);
};
async function fetchPicture(sha256: string): Promise<Buffer> {
  const { body } = await shop.as('builder')<{ token: string }>('POST', '/api/session', {
    handle: 'builder',
    pin: '135790',
  });
  const answer = await fetch(`${shop.url}/api/pictures/${sha256}`, {
    headers: { authorization: `Bearer ${body.token}` },
  });
  return Buffer.from(await answer.arrayBuffer());
}

describe('a picture taken at a place', () => {
  test('is turned upright, scaled, and nothing that was hidden in its file passes', async () => {
    const file = await withSecrets(3000, 1500).toBuffer();
    expect(file.includes('SECRET-WORDS')).toBe(true);
    const { status, body } = await send(file);
    expect(status).toBe(201);
    expect([body.width, body.height]).toEqual([1000, 2000]);
    const kept = await fetchPicture(body.sha256);
    const { exif, orientation, format } = await sharp(kept).metadata();
    expect([exif, orientation ?? 1, format]).toEqual([undefined, 1, 'jpeg']);
    expect(kept.includes('SECRET-WORDS')).toBe(false);
  });

  test('stands among the acts of its engine, with where and when it was taken', async () => {
    const { body } = await send(await plain(40, 30).webp().toBuffer(), { caption: 'The nick at the thrust face' });
    const { acts } = (await shop.as('builder')<EngineFileAnswer>('GET', `/api/engines/${engine}/file`)).body;
    expect(acts.find(({ id }) => id === body.id)).toMatchObject({
      kind: 'picture', stage: 'bottom-end', place: '1', caption: 'The nick at the thrust face', by: 'builder',
      takenAt: '2026-11-24T06:59:00.000Z', sha256: body.sha256, width: 40, height: 30,
    }); // prettier-ignore
  });

  test('sent twice under its id is kept once; another under it is refused', async () => {
    const id = randomUUID();
    const file = await plain(40, 30).png().toBuffer();
    const [first, again] = [await send(file, { id }), await send(file, { id })];
    expect([first.status, again.status, again.body.sha256]).toEqual([201, 201, first.body.sha256]);
    const other = await send(await plain(41, 30).png().toBuffer(), { id });
    expect(other.body.error.code).toBe('act.id-taken');
  });

  test.each([
    ['a text that calls itself a picture', () => Buffer.from('not a picture')],
    ['nothing at all', () => Buffer.alloc(0)],
    ['a picture that is cut off', async () => (await plain(400, 300).jpeg().toBuffer()).subarray(0, 900)],
    ['a kind of file that is not taken', () => plain(40, 30).gif().toBuffer()],
    ['a drawing that could ask the network', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="http://x.test/a.png"/></svg>')],
  ])('%s is refused, and nothing is kept', async (_what, make) => {
    const { status, body } = await send(await make());
    expect([status, body.error.code]).toEqual([422, 'picture.unreadable']);
  }); // prettier-ignore

  test('over 12 MB is refused before it is looked at; so is who only looks on, and a place that is none', async () => {
    expect((await send(Buffer.alloc(12 * 1024 * 1024 + 1))).body.error.code).toBe('request.too-large');
    const file = await plain(40, 30).png().toBuffer();
    expect((await send(file, {}, 'apprentice')).status).toBe(403);
    expect((await send(file, { place: '9I' })).body.error).toMatchObject({ code: 'picture.unknown-place', issues: [{ path: 'place' }] }); // prettier-ignore
    expect((await send(file, { stage: 'kitchen' })).body.error.issues[0].path).toBe('stage');
  });
});

test('the record names every picture by its hash, and the PDF shows the chosen one with the shop’s own at its head', async () => {
  const { body: chosen } = await send(await plain(600, 400).jpeg().toBuffer(), { caption: 'Crank as it lay' });
  const sign = await shop.as('owner')<{ sha256: string }>('POST', '/api/shop/letterhead', await plain(200, 60).png().toBuffer()); // prettier-ignore
  expect(sign.status).toBe(201);
  const { body: said } = await shop.as('owner')<object>('GET', '/api/shop/data');
  const shopSays = { ...said, letterhead: sign.body.sha256, address: 'The Works\nStaithe Lane', paper: 'Letter', timeZone: 'Pacific/Auckland' }; // prettier-ignore
  expect((await shop.as('owner')('POST', '/api/shop/data', shopSays)).status).toBe(200);
  const { body: signed } = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${engine}/records`, {
    missing: 'accepted', reason: 'As it stands', pictures: [chosen.id],
  }); // prettier-ignore
  const { body: jws } = await shop.as('builder')<{ payload: string }>('GET', `/api/records/${signed.id}`);
  const record = JSON.parse(Buffer.from(jws.payload, 'base64url').toString());
  expect(record.pictures.filter((one: { shown?: true }) => one.shown).map(({ sha256 }: Taken) => sha256)).toEqual([chosen.sha256]); // prettier-ignore
  expect(record.pictures.length).toBeGreaterThan(2);
  expect(record.shop).toMatchObject({ letterhead: sign.body.sha256, paper: 'Letter' });

  const { body: login } = await shop.as('lead')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: '135790' }); // prettier-ignore
  const pdf = await fetch(`${shop.url}/api/records/${signed.id}/record.pdf`, { headers: { authorization: `Bearer ${login.token}` } }); // prettier-ignore
  const path = join(shop.folder, 'record.pdf');
  const bytes = await pdf.arrayBuffer();
  writeFileSync(path, Buffer.from(bytes));
  const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(text).toContain('The Works, Staithe Lane');
  expect(text).toContain('Crank as it lay. At bottom end, cylinder 1, by builder');
  expect(text).toContain(chosen.sha256);
  expect(execFileSync('pdfimages', ['-list', path], { encoding: 'utf8' }).match(/ jpeg /g)).toHaveLength(2);
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Page size:\s+612 x 792 pts/);
  const file = await fetch(`${shop.url}/api/verify`, { method: 'POST', body: bytes });
  expect((await file.json()) as object).toMatchObject({ valid: true });
});

test('the chain vouches for the bytes of every picture', async () => {
  expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
  expect((await checkAudit(shop.context.database)).faults).toEqual([]);
});
