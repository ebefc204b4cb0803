import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildRecordSchema } from '../../contracts/record.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const ROCKERS = { unit: 'in', rockers: 'final', isRough: false, tipDiameter: { I: 0.342, E: 0.342 }, lashCap: { I: 0, E: 0 } }; // prettier-ignore
const RODS = { unit: 'in', convention: 'overall', ballDiameter: 0.3125, holeDiameter: 0.1, angleDeg: 8, plunger: { target: 0.035, min: 0.02, max: 0.06 }, rods: 'by-kind' }; // prettier-ignore
const CHECK = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: true },
}; // prettier-ignore

type Refused = { status: number; body: { error: { code: string; issues: { path: string; message: string }[] } } };
const as = (who: 'builder' | 'lead' = 'builder') => shop.as(who);
const file = (id: string, kind: string, body: object) => as()<Record<string, never>>('POST', `/api/engines/${id}/papers/${kind}`, body) as unknown as Promise<Refused>; // prettier-ignore
const at = (inches: number) => ({ at: { by: 'setting', value: inches * 25.4 } });
const read = (id: string, ...readings: object[]) => as()<{ saved: { hints: { code: string; message: string }[] }[] }>('POST', `/api/engines/${id}/readings`, { readings }); // prettier-ignore
const mark = (place: string, setting: number, edges: string) => ({ ...typed('mark-width', place, edges, 'in'), ...at(setting) }); // prettier-ignore
const rowOf = async (id: string, measure: string, place = '1I') => {
  const { body } = await as()<{ measures: { measure: string; place: string; value: number; at?: object; verdict: string }[] }>('GET', `/api/engines/${id}/sheet`); // prettier-ignore
  return body.measures.find((row) => row.measure === measure && row.place === place);
};

describe('marks over HTTP', () => {
  test('two edges come in as they were typed; the sheet says where the mark lies, at the setting that it was rubbed at', async () => {
    const id = await openEngine(shop);
    expect((await file(id, 'rockers', { ...ROCKERS, rockers: 'another' })).status).toBe(201);
    const taken = await read(id, mark('1I', 7.6, '0.120;0.182'));
    expect(taken.status).toBe(200);
    expect(taken.body.saved[0].hints.map(({ code }) => code)).toEqual(['another-rocker']);
    expect(await rowOf(id, 'mark-offset')).toMatchObject({ at: { by: 'setting', value: 193.04 }, value: expect.closeTo(-0.508, 6) }); // prettier-ignore
  });

  test.each([
    ['0.182;0.120', 'the outer edge lies further from the pivot'],
    ['0.1;0.2;0.3', 'the inner edge and the outer one'],
    ['0.300;0.350', 'beyond the tip’s own edge'],
  ])('%s is refused, and says why', async (edges, why) => {
    const id = await openEngine(shop);
    await file(id, 'rockers', ROCKERS);
    const refused = (await read(id, mark('1I', 7.6, edges))) as unknown as Refused;
    expect(refused.status).toBe(422);
    expect(refused.body.error.issues[0].path).toBe('readings.0.entered');
    expect(refused.body.error.issues[0].message).toContain(why);
  });

  test('a mark without a setting is not one of this measure’s family of tries: it is kept, and told apart', async () => {
    const id = await openEngine(shop);
    await read(id, mark('1I', 7.6, '0.060'), mark('1I', 7.65, '0.058'), mark('1I', 7.6, '0.061'));
    const { body } = await as()<{ measures: { measure: string; count: number; at: { value: number } }[] }>('GET', `/api/engines/${id}/sheet`); // prettier-ignore
    const rows = body.measures.filter(({ measure }) => measure === 'mark-width');
    expect(rows.map(({ count, at: { value } }) => [count, value]).sort()).toEqual([[1, 194.31], [2, 193.04]]); // prettier-ignore
  });
});

describe('papers of the geometry', () => {
  test.each([
    ['rockers', { ...ROCKERS, tipDiameter: { I: 0, E: 0.342 } }, 'tipDiameter.I'],
    ['rockers', { ...ROCKERS, lashCap: { I: 0 } }, 'lashCap.E'],
    ['rockers', { ...ROCKERS, rockers: 'mine' }, 'rockers'],
    ['pushrods', { ...RODS, holeDiameter: 0.32 }, 'holeDiameter'],
    ['pushrods', { ...RODS, plunger: { target: 0.1, min: 0.02, max: 0.06 } }, 'plunger.target'],
    ['pushrods', { ...RODS, tool: { base: 7.5 } }, 'tool.perTurn'],
    ['pushrods', { ...RODS, rodDiameter: 0.375, headHole: 0.37 }, 'headHole'],
    ['pushrods', { ...RODS, convention: 'as ever' }, 'convention'],
    ['pushrods', { ...RODS, tips: { lower: 0.1 } }, 'tips.upper'],
    ['rods-kept', { unit: 'in', length: { I: 7.8 } }, 'length.E'],
    ['rods-kept', { unit: 'in', length: { I: 7.8, E: 7.8 }, gasketNow: 0.04 }, 'gasketBefore'],
  ])('%s that cannot be is refused by its field: %j', async (kind, body, path) => {
    const id = await openEngine(shop);
    const answer = await file(id, kind, body);
    expect(answer.status).toBe(422);
    expect(answer.body.error.issues.map((issue) => issue.path)).toEqual([path]);
  });

  test('the length to order follows from the rod that is read, whichever was filed first', async () => {
    const id = await openEngine(shop);
    await read(id, typed('pushrod-checked', '1I', '7.612', 'in'));
    expect(await rowOf(id, 'pushrod-length')).toBeUndefined();
    await file(id, 'mock-up', CHECK);
    expect((await rowOf(id, 'pushrod-length'))!.verdict).toBe('suspect');
    await file(id, 'pushrods', RODS);
    expect((await rowOf(id, 'pushrod-length'))!.value / 25.4).toBeCloseTo(7.6371, 5);
  });
});

describe('what a screen computes can be asked', () => {
  interface Lengths { needs: { kind: string; checked: number; required: number; terms: { name: string; value: number }[]; lacks: { code: string; message: string }[]; by: string | null; window: { min: number; max: number } | null; adjuster: { at: number | null } | null; candidates: { length: number; turns: number | null; plunger: number | null; fits: boolean | null; checkingRod: number }[]; pick: { length: number } | null; fitted: { place: string; off: number; turns: number | null; fits: boolean | null }[]; thickest: number | null; tube: number | null }[]; kept: { kind: string; by: string; stands: number | null; toTry: number; measured: number | null }[] } // prettier-ignore
  interface Geometry { kinds: { kind: string; best: number | null; stretch: [number, number] | null; isBracketed: boolean; next: { setting: number; why: string; checkingRodTurns: number | null } | null; schools: { school: string; best: number | null; why: string }[]; trials: { place: string; barredBy: string[]; short: { by: number; isLash: boolean } | null }[]; toBuild: { shift: number } | null }[] } // prettier-ignore
  const lengthsOf = async (id: string) => (await as()<Lengths>('GET', `/api/engines/${id}/lengths`)).body;
  const IN = 25.4;
  const inches = (mm: number) => Number((mm / IN).toFixed(4));
  const catalogue = () =>
    as()('POST', '/api/parts/items', {
      id: randomUUID(),
      items: [{ id: randomUUID(), part: 'pushrods', title: 'Rods by fifties', number: 'R', supplierId: supplier, lengths: { kind: 'steps', from: 7 * IN, to: 9 * IN, step: 0.05 * IN }, diameterMm: null, wallMm: null, priceEach: null, leadDays: 5, keep: null }],
    }); // prettier-ignore
  const supplier = randomUUID();
  beforeAll(async () => {
    await as()('POST', '/api/parts/suppliers', { id: randomUUID(), supplier: { id: supplier, name: 'The rod people' } }); // prettier-ignore
    expect((await catalogue()).status).toBe(201);
  });

  test('lengths: by their terms, and where each rod that can be had leaves the screw', async () => {
    const id = await openEngine(shop, { mount: 'rocker-screw', lifter: 'solid', ratio: { intake: 1.65, exhaust: 1.65 }, thread: { threadsPerUnit: 24, unit: 'in' } }); // prettier-ignore
    await file(id, 'mock-up', { ...CHECK, gasketFinal: 0.051, standShimAtCheck: { I: 0, E: 0 }, standShimFinal: { I: 0.024, E: 0.024 } }); // prettier-ignore
    await file(id, 'pushrods', { ...RODS, plunger: undefined });
    await read(id, typed('pushrod-checked', '1I', '8.4415', 'in'), {
      ...typed('trial-turns', '1I', '2.5', 'turn'),
      ...at(0),
    });
    await read(id, typed('pushrod-fitted', '1I', '8.530', 'in'));
    const { needs } = await lengthsOf(id);
    expect(needs).toHaveLength(1);
    const [need] = needs;
    expect(need.terms.map(({ name, value }) => [name, inches(value)])).toEqual([['pushrod-checked', 8.4415], ['stand-shim', 0.0385]]); // prettier-ignore
    expect(inches(need.required)).toBe(8.48);
    expect(need.by).toBe('adjuster');
    // A longer rod needs the screw further out.
    const turns = Object.fromEntries(need.candidates.map((one) => [inches(one.length), Number(one.turns!.toFixed(2))]));
    expect(turns).toMatchObject({ 8.45: 3.22, 8.5: 2.02 });
    expect(inches(need.candidates.find(({ length }) => inches(length) === 8.5)!.checkingRod)).toBe(8.4615);
    expect(inches(need.pick!.length)).toBe(8.5);
    expect(need.fitted).toEqual([expect.objectContaining({ place: '1I', fits: true, turns: expect.closeTo(1.3, 2) })]);
  });

  test('lengths: kept rods before anybody measures, and the tube of one that is made to length', async () => {
    const id = await openEngine(shop, { ratio: { intake: 1.6, exhaust: 1.6 }, thread: { threadsPerUnit: 20, unit: 'in' } }); // prettier-ignore
    await file(id, 'rods-kept', { unit: 'in', length: { I: 7.8, E: 7.9 }, stood: { I: 3, E: 3.5 }, millHead: 0.02, stems: { I: 0, E: 0.01 } }); // prettier-ignore
    const { kept } = await lengthsOf(id);
    expect(kept.map(({ kind, by, toTry }) => [kind, by, inches(toTry)])).toEqual([['I', 'turns', 7.78], ['E', 'turns', 7.89]]); // prettier-ignore
    expect(kept.map(({ stands }) => stands)).toEqual([
      expect.closeTo(3 - (0.02 * 20) / 1.625, 6),
      // The nut follows the tip, as far as the rod's other end lets it.
      expect.closeTo(3.5 - (0.02 * 20) / 1.625 - (0.01 * 20) / 2.6, 6),
    ]);
    await file(id, 'mock-up', { ...CHECK, gasketFinal: 0.051 });
    await file(id, 'pushrods', { ...RODS, plunger: { target: 0, min: 0, max: 0.06 }, tips: { lower: 0.21, upper: 0.19 } }); // prettier-ignore
    await read(id, typed('pushrod-checked', '1I', '7.785', 'in'));
    const after = await lengthsOf(id);
    expect(inches(after.kept[0].measured!)).toBe(7.785);
    expect(inches(after.needs[0].tube!)).toBe(7.385);
  });

  test('lengths: what nobody can correct is named in words', async () => {
    const id = await openEngine(shop);
    expect(await lengthsOf(id)).toMatchObject({ needs: [], missing: ['mock-up', 'pushrods', 'pushrod-checked'] });
    await file(id, 'mock-up', { ...CHECK, same: { ...CHECK.same, rockers: false } });
    await read(id, typed('pushrod-checked', '1I', '7.612', 'in'));
    const [need] = (await lengthsOf(id)).needs;
    expect(need.lacks.map(({ code }) => code)).toEqual(['plunger-target', 'other-rockers']);
    expect(need.lacks[1].message).toContain('rockers');
  });

  test('geometry: the best with its stretch, each school with its own reason, the next trial in turns of the checking rod', async () => {
    const id = await openEngine(shop, { ratio: { intake: 1.7, exhaust: 1.7 } });
    await file(id, 'engine-data', { figures: { 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } });
    await file(id, 'rockers', ROCKERS);
    await file(id, 'pushrods', { ...RODS, tool: { base: 7.5, perTurn: 0.05 } });
    await read(id, typed('valve-lift', '1I', '0.580', 'in'), mark('1I', 7.55, '0.120;0.1952'), mark('1I', 7.6, '0.130;0.1975'), mark('1I', 7.7, '0.140;0.2047')); // prettier-ignore
    const { body } = await as()<Geometry>('GET', `/api/engines/${id}/geometry`);
    const [intake, exhaust] = body.kinds;
    expect(inches(intake.best!)).toBeCloseTo(7.66, 2);
    expect(intake.isBracketed).toBe(true);
    expect(intake.stretch![0]).toBeLessThan(intake.best!);
    expect(intake.next).toMatchObject({ why: 'best', checkingRodTurns: expect.closeTo((intake.best! / IN - 7.5) / 0.05, 6) }); // prettier-ignore
    expect(new Set(intake.schools.map(({ why }) => why)).size).toBe(4);
    expect(intake.toBuild).toBeNull();
    await read(id, typed('lobe-lift', '1I', '0.341', 'in'), { ...mark('1I', 7.6, '0.570'), measure: 'trial-lift' });
    const after = (await as()<Geometry>('GET', `/api/engines/${id}/geometry`)).body.kinds[0];
    expect(after.trials.flatMap(({ short }) => (short ? [[inches(short.by), short.isLash]] : []))).toEqual([[0.0097, false]]); // prettier-ignore
    expect(exhaust).toMatchObject({ best: null, trials: [] });
  });
});

test('a setting is chosen with its reason, by whom it was; without one it is refused by its field', async () => {
  const id = await openEngine(shop);
  const chosen = {
    kind: 'I',
    unit: 'in',
    setting: 7.66,
    school: 'narrowest',
    reason: 'a little long, kept off the edge',
  };
  expect((await file(id, 'setting-chosen', chosen)).status).toBe(201);
  const { body } = await as()<{ kinds: { chosen: object | null }[] }>('GET', `/api/engines/${id}/geometry`);
  expect(body.kinds[0].chosen).toMatchObject({ setting: expect.closeTo(7.66 * 25.4, 9), reason: chosen.reason, by: 'builder' }); // prettier-ignore
  expect(body.kinds[1].chosen).toBeNull();
  const { reason, ...bare } = chosen;
  const refused = await file(id, 'setting-chosen', bare);
  expect(refused.status).toBe(422);
  expect(refused.body.error.issues[0].path).toBe('reason');
  const signed = await as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'geometry only' }); // prettier-ignore
  const { body: jws } = await as()<{ payload: string }>('GET', `/api/records/${signed.body.id}`);
  const record = buildRecordSchema.parse(JSON.parse(Buffer.from(jws.payload, 'base64url').toString()));
  expect(record.geometry![0].chosen).toMatchObject({ school: 'narrowest', reason: chosen.reason, by: 'builder' });
});

test('the record keeps what was tried, by which school, and that another rocker rubbed it; so does its paper', async () => {
  const id = await openEngine(shop, { ratio: { intake: 1.7, exhaust: 1.7 } });
  await file(id, 'engine-data', { figures: { 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } });
  await file(id, 'rockers', { ...ROCKERS, rockers: 'another' });
  await file(id, 'pushrods', RODS);
  await read(
    id,
    typed('valve-lift', '1I', '0.580', 'in'),
    mark('1I', 7.55, '0.120;0.1952'),
    mark('1I', 7.6, '0.130;0.1975'),
    mark('1I', 7.7, '0.140;0.2047'),
    mark('1I', 7.65, '0.100;0.2100'),
    { ...typed('trial-square', '1I', 'leans', 'choice'), ...at(7.65) },
  );
  const signed = await as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'geometry only' }); // prettier-ignore
  expect(signed.status).toBe(201);
  const { body } = await as()<{ payload: string }>('GET', `/api/records/${signed.body.id}`);
  const record = buildRecordSchema.parse(JSON.parse(Buffer.from(body.payload, 'base64url').toString()));
  expect(record.geometry).toHaveLength(1);
  const [{ school, best, explained, trials }] = record.geometry!;
  expect([school, explained]).toEqual(['narrowest', true]);
  expect(best! / 25.4).toBeCloseTo(7.66, 2);
  expect(trials.at(-1)).toMatchObject({ place: '1I', barredBy: ['leans'], isOtherRocker: true });
  expect(record.papers.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['rockers', 'pushrods']));

  const { body: session } = await as('lead')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: TEST_PIN }); // prettier-ignore
  const pdf = await fetch(`${shop.url}/api/records/${record.id}/record.pdf`, { headers: { authorization: `Bearer ${session.token}` } }); // prettier-ignore
  const path = join(shop.folder, 'geometry.pdf');
  writeFileSync(path, Buffer.from(await pdf.arrayBuffer()));
  const paper = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(paper).toContain('Rocker geometry');
  expect(paper).toContain('Some of these marks were rubbed by another rocker than the engine has.');
  expect(paper).toMatch(/Intake: by the school of the narrowest mark, pushrod length of 7\.6\d{3} in/);
  expect(paper).toContain('barred: leans on its tip; another rocker');
  expect(paper).toContain('Pushrod lengths are told overall.');
});
