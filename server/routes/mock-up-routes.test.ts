import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import type { MockUp } from '../../core/valvetrain/mock-up.js';
import { buildRecordSchema } from '../../contracts/record.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const SET_UP: MockUp = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: false },
}; // prettier-ignore
const FIGURES = { figures: { 'valve-angle-intake': { entered: '20', unit: 'deg' }, 'valve-angle-exhaust': { entered: '20', unit: 'deg' } } }; // prettier-ignore

interface Sheet {
  measures: { measure: string; place: string; value: number; verdict: string; isClear?: true; readingId: string }[];
}
const as = (who: 'builder' | 'lead' | 'apprentice' = 'builder') => shop.as(who);
const file = (id: string, kind: string, body: object) => as()<Record<string, never>>('POST', `/api/engines/${id}/papers/${kind}`, body); // prettier-ignore
const read = (id: string, ...readings: ReturnType<typeof typed>[]) =>
  as()<{ saved: { verdict: string; judgedAs?: { measure: string; value: number } }[] }>('POST', `/api/engines/${id}/readings`, { readings }); // prettier-ignore
const rowOf = async (id: string, measure: string, place = '1I') =>
  (await as()<Sheet>('GET', `/api/engines/${id}/sheet`)).body.measures.find((row) => row.measure === measure && row.place === place); // prettier-ignore
const inches = (mm: number) => Number((mm / 25.4).toFixed(4));

describe('a check and its set-up', () => {
  test('the reading is answered by what it comes to in the final build, and filed anew the sheet says otherwise', async () => {
    const id = await openEngine(shop);
    await file(id, 'engine-data', FIGURES);
    expect((await file(id, 'mock-up', SET_UP)).status).toBe(201);
    const taken = await read(id, typed('pv-depth', '1I', '0.112', 'in'));
    expect(taken.body.saved[0].verdict).toBe('in');
    expect(inches((await rowOf(id, 'pv-depth-final'))!.value)).toBe(0.1026);
    await file(id, 'mock-up', { ...SET_UP, gasketFinal: 0.015 });
    expect((await rowOf(id, 'pv-depth-final'))!.verdict).toBe('doubt');
    // What is judged next goes by the set-up that was filed last; it lies too far from the first to count with it.
    const again = await read(id, typed('pv-depth', '1I', '0.098', 'in'));
    expect(again.body.saved[0].verdict).toBe('low');
  });

  test('clay that bore no mark comes in as it was typed, and stands as at least so much', async () => {
    const id = await openEngine(shop);
    await file(id, 'engine-data', FIGURES);
    await file(id, 'mock-up', SET_UP);
    expect((await read(id, typed('pv-depth', '1E', '0.150 untouched', 'in'))).status).toBe(200);
    expect(await rowOf(id, 'pv-depth-final', '1E')).toMatchObject({ isClear: true, verdict: 'in' });
    const csv = await as()<string>('GET', `/api/engines/${id}/readings.csv`);
    expect(String(csv.body)).toContain('≥ 0.1500');
    const refused = await read(id, typed('retainer-seal-gap', '1E', '0.150 untouched', 'in'));
    expect(refused.status).toBe(422);
  });

  test.each([
    [{ lifters: 'collapsed' }, 'collapsedBy'],
    [{ collapsedBy: 0.02 }, 'collapsedBy'],
    [{ lifters: 'solid', sankBy: 0.02 }, 'sankBy'],
    [{ lifters: 'solid', turnsPastZero: 0.5 }, 'turnsPastZero'],
    [{ lifters: 'pumped-up', turnsPastZero: -1 }, 'turnsPastZero'],
    [{ pushrodFinal: 0.375 }, 'pushrodAtCheck'],
    [{ gasketFinal: -0.041 }, 'gasketFinal'],
    [{ gasketAtCheck: 'thin' }, 'gasketAtCheck'],
    [{ lash: { I: 0 } }, 'lash.E'],
    [{ camDeg: 45 }, 'camDeg'],
    [{ check: 0 }, 'check'],
    [{ same: { rockers: true } }, 'same.lifters'],
  ])('%j is refused by its field', async (change, path) => {
    const id = await openEngine(shop);
    const answer = (await file(id, 'mock-up', { ...SET_UP, ...change })) as unknown as {
      status: number;
      body: { error: { issues: { path: string }[] } };
    };
    expect(answer.status).toBe(422);
    expect(answer.body.error.issues.map((issue) => issue.path)).toContain(path);
  });

  test.each([
    [{ nest: [] }, 'I.nest'],
    [{ nest: [{ solidHeight: 1.1, step: 0, table: [[1.9, 150]] }] }, 'I.nest.0.table'],
    [{ nest: [{ solidHeight: 1.1, step: 0, table: [[1.9, 150], [1.3, 90]] }] }, 'I.nest.0.table'],
    [{ nest: [{ solidHeight: 1.4, step: 0, table: [[1.9, 150], [1.3, 390]] }] }, 'I.nest.0.solidHeight'],
  ])('springs that cannot be are refused by the spring: %j', async (I, path) => {
    const id = await openEngine(shop);
    const answer = (await file(id, 'springs', { unit: 'in', loadUnit: 'lbf', I })) as unknown as {
      status: number;
      body: { error: { issues: { path: string }[] } };
    };
    expect(answer.status).toBe(422);
    expect(answer.body.error.issues.map((issue) => issue.path)).toEqual([path]);
  }); // prettier-ignore
});

/** What stands on the paper of a record. */
async function paperOf(record: string): Promise<string> {
  const { body } = await as('lead')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: TEST_PIN });
  const pdf = await fetch(`${shop.url}/api/records/${record}/record.pdf`, { headers: { authorization: `Bearer ${body.token}` } }); // prettier-ignore
  const path = join(shop.folder, 'record.pdf');
  writeFileSync(path, Buffer.from(await pdf.arrayBuffer()));
  return execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
}

describe('clay out, tools counted', () => {
  const signOff = (id: string, who: 'builder' | 'lead' | 'apprentice', body: object = {}) =>
    as(who)<{ id: string; what: string; by: string }>('POST', `/api/engines/${id}/sign-offs/clay-out`, body);

  test('is signed with a name and a time, once however often it is sent', async () => {
    const id = await openEngine(shop);
    await read(id, typed('pv-depth', '1I', '0.112', 'in'));
    const act = randomUUID();
    const [first, again] = [await signOff(id, 'builder', { id: act }), await signOff(id, 'builder', { id: act })];
    expect([first.status, again.status]).toEqual([201, 201]);
    expect(first.body).toMatchObject({ id: act, what: 'clay-out', by: 'builder' });
    expect(again.body).toEqual(first.body);
    expect((await signOff(id, 'lead', { id: act })).status).toBe(409);
    const { body } = await as()<EngineFileAnswer>('GET', `/api/engines/${id}/file`);
    expect(body.acts.filter(({ kind }) => kind === 'sign-off')).toEqual([{ kind: 'sign-off', ...first.body }]);
  });

  test('is nobody’s who only looks on, and of nothing else', async () => {
    const id = await openEngine(shop);
    expect((await signOff(id, 'apprentice')).status).toBe(403);
    expect((await as()('POST', `/api/engines/${id}/sign-offs/all-well`, {})).status).toBe(422);
  });

  test('the record tells it; without it, that clay may be inside', async () => {
    const id = await openEngine(shop);
    await file(id, 'mock-up', { ...SET_UP, gasketFinal: 0.051 });
    await read(id, typed('pv-depth', '1I', '0.112', 'in'), typed('pv-depth', '1E', '0.250 n', 'in'));
    const sign = async () => {
      const signed = await as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'mock-up only' }); // prettier-ignore
      expect(signed.status).toBe(201);
      const { body } = await as()<{ payload: string }>('GET', `/api/records/${signed.body.id}`);
      return buildRecordSchema.parse(JSON.parse(Buffer.from(body.payload, 'base64url').toString()));
    };
    const inside = await sign();
    expect(inside).toMatchObject({ clayInside: true });
    expect(inside.signOffs).toBeUndefined();
    expect(await paperOf(inside.id)).toContain('Clay or marking dye may still be inside');
    await signOff(id, 'lead');
    const out = await sign();
    expect(out.clayInside).toBeUndefined();
    expect(out.signOffs).toEqual([expect.objectContaining({ what: 'clay-out', by: 'lead' })]);
    const paper = await paperOf(out.id);
    expect(paper).toContain('All clay and dye out, the tools counted: lead');
    expect(paper).toContain('Check 1: a gasket of 0.051 in, solid lifters, checking springs');
    // What bore no mark is at least so much, on paper too.
    expect(paper).toContain('≥ 0.2500 in');
    expect(out.papers.map(({ kind }) => kind)).toContain('mock-up');
  });
});
