import { randomUUID } from 'node:crypto';
import { verdictChangesAnswer } from '../../contracts/spec-set.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import type { Sheet } from '../../core/sheet/sheet.js';
import type { EngineAnswer } from '../../contracts/engine.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const REASON = 'Narrower after the spring teardowns';
const versions = async (id: string) =>
  (await shop.as('builder')<{ versions: SpecSet[]; engines: { tag: string; version: number }[] }>('GET', `/api/spec-sets/${id}`)).body; // prettier-ignore
/** What a shop sends for the next version: the newest, changed. */
async function nextOf(id: string, change: Partial<SpecSet> = {}) {
  const [{ version, issued, ...newest }] = (await versions(id)).versions;
  return { ...newest, ...change, after: version, reason: REASON };
}
const issue = (body: object) => shop.as('owner')<SpecSet>('POST', '/api/spec-sets', body);

describe('a version of a spec set', () => {
  test('is issued by the owner with a reason, and stands beside the one before', async () => {
    const sent = await nextOf('tractor-solid', { title: 'Tractor solid, river' });
    const { status, body } = await issue(sent);
    expect(status).toBe(201);
    expect(body.issued).toEqual({ by: 'owner', at: shop.clock.at.toISOString(), reason: REASON });
    const now = (await versions('tractor-solid')).versions;
    expect(now.map(({ version, title }) => [version, title])).toEqual([
      [3, 'Tractor solid, river'],
      [2, 'Tractor solid'],
    ]);
    const engine = await openEngine(shop, { layout: 'i6', specSet: 'tractor-solid' });
    const opened = await shop.as('builder')<EngineAnswer>('GET', `/api/engines/${engine}`);
    expect(opened.body.specSet.version).toBe(3);
  });

  test('sent twice is issued once; after somebody else’s, it is refused and nothing is issued', async () => {
    const sent = await nextOf('sidecar-solid', { title: 'Sidecar, first hand' });
    const [first, again] = [await issue(sent), await issue(sent)];
    expect([first.status, again.status, again.body.version]).toEqual([201, 201, first.body.version]);
    const late = await issue({ ...sent, title: 'Sidecar, second hand' });
    expect([late.status, late.body.error.code]).toEqual([409, 'spec-set.moved-on']);
    expect((await versions('sidecar-solid')).versions).toHaveLength(2);
  });

  test('after version 0 is a set of its own name, which must be free', async () => {
    const sent = { ...(await nextOf('shop-solid')), id: 'river-solid', after: 0, title: 'River solid' };
    expect((await issue(sent)).body.version).toBe(1);
    expect((await issue({ ...sent, title: 'Another' })).body.error.code).toBe('spec-set.id-taken');
    const skipped = await issue({ ...(await nextOf('river-solid')), after: 7 });
    expect([skipped.status, skipped.body.error.issues[0].path]).toEqual([422, 'after']);
  });

  test('that could judge nothing is refused by the row and the field', async () => {
    const sent = await nextOf('shop-hydraulic');
    const wrong = sent.limits.map((limit, index) => (index === 2 ? { ...limit, min: 5, max: 1 } : limit));
    const { status, body } = await issue({ ...sent, limits: wrong });
    expect([status, body.error.code]).toEqual([422, 'spec-set.impossible']);
    expect(body.error.issues).toEqual([{ path: 'limits.2.max', message: 'the most lies below the least' }]);
    const unsaid = await issue({ ...sent, reason: ' ', limits: [{ ...sent.limits[0], source: '' }] });
    expect(unsaid.body.error.issues.map(({ path }) => path).sort()).toEqual(['limits.0.source', 'reason']);
    expect((await versions('shop-hydraulic')).versions).toHaveLength(1);
  });

  test('is never changed after: the database itself refuses', async () => {
    await expect(shop.context.database.query(`update spec_sets set body = body where id = 'shop-solid'`)).rejects.toThrow(); // prettier-ignore
  });

  test('a set that is not there is told so', async () => {
    expect((await shop.as('builder')('GET', '/api/spec-sets/none')).body.error.code).toBe('spec-set.not-found');
  });
});

describe('an engine moved to another version', () => {
  let engine: string;
  let tag: string;
  beforeAll(async () => {
    engine = await openEngine(shop, { specSet: 'hydroplane-hydraulic' });
    ({ tag } = (await shop.as('builder')<EngineAnswer>('GET', `/api/engines/${engine}`)).body);
    const readings = [typed('plunger-depth', '1I', '0.055', 'in'), typed('plunger-depth', '1E', '0.040', 'in')];
    await shop.as('builder')('POST', `/api/engines/${engine}/readings`, { readings });
    const next = await nextOf('hydroplane-hydraulic');
    const limits = next.limits.map((one) => (one.measure === 'plunger-depth' ? { ...one, max: 0.045 } : one));
    expect((await issue({ ...next, limits })).status).toBe(201);
  });
  const move = (body: object, who: 'lead' | 'builder' = 'lead') =>
    shop.as(who)<EngineAnswer>('POST', `/api/engines/${engine}/spec-set`, body);
  const chosen = { specSet: 'hydroplane-hydraulic', version: 4, reason: REASON };

  test('shows first which verdicts would change, and changes none', async () => {
    const asked = await shop.as('builder')('GET', `/api/engines/${engine}/spec-set?specSet=hydroplane-hydraulic&version=4`); // prettier-ignore
    expect(verdictChangesAnswer.parse(asked.body).changes).toEqual([
      { measure: 'plunger-depth', place: '1I', before: 'in', after: 'high' },
    ]);
    const { body } = await shop.as('builder')<EngineAnswer>('GET', `/api/engines/${engine}`);
    expect(body.specSet.version).toBe(3);
  });

  test('is refused without a reason, to limits for other lifters, to none that there is, and by a builder', async () => {
    expect((await move({ ...chosen, reason: '' })).body.error.issues[0].path).toBe('reason');
    expect((await move({ ...chosen, specSet: 'shop-solid', version: 1 })).body.error.code).toBe('engine.impossible');
    expect((await move({ ...chosen, version: 9 })).body.error.code).toBe('spec-set.not-found');
    expect((await move({ ...chosen, version: 3 })).body.error.code).toBe('spec-set.same');
    expect((await move(chosen, 'builder')).status).toBe(403);
  });

  test('is judged by it from here on: on the sheet, on the floor, by the next reading, and after a restart', async () => {
    const id = randomUUID();
    const { status, body } = await move({ ...chosen, id });
    expect([status, body.specSet.version]).toEqual([200, 4]);
    expect((await move({ ...chosen, id })).status).toBe(200);
    expect((await move({ ...chosen, id, reason: 'Something else' })).body.error.code).toBe('act.id-taken');

    const { flags } = (await shop.as('builder')<Sheet>('GET', `/api/engines/${engine}/sheet`)).body;
    expect(flags.map(({ place, verdict }) => [place, verdict])).toContainEqual(['1I', 'high']);
    const floor = await shop.as('builder')<{ engines: { flagsOpen: object[] }[] }>('GET', `/api/engines?search=${tag}`);
    expect(floor.body.engines[0].flagsOpen.length).toBeGreaterThan(0);
    const taken = await shop.as('builder')<{ saved: { verdict: string }[] }>('POST', `/api/engines/${engine}/readings`, { readings: [typed('plunger-depth', '2I', '0.055', 'in')] }); // prettier-ignore
    expect(taken.body.saved[0].verdict).toBe('high');
    expect((await versions('hydroplane-hydraulic')).engines.find((one) => one.tag === tag)?.version).toBe(4);
    const { faults, brokenAt } = await checkAudit(shop.context.database);
    expect([faults, brokenAt]).toEqual([[], null]);
  });
});
