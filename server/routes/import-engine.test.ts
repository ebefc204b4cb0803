import { randomUUID } from 'node:crypto';
import type { EngineAnswer } from '../../contracts/engine.js';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import type { NewSpecSet } from '../../contracts/spec-set.js';
import type { Disposition } from '../../core/sheet/acts.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import type { Sheet } from '../../core/sheet/sheet.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

interface Export {
  engine: EngineAnswer;
  specSet: SpecSet;
  papers: EngineFileAnswer['papers'];
  readings: (EngineFileAnswer['readings'][number] & { atLiftMm?: number })[];
  dispositions: Disposition[];
  shop?: { name: string };
}

/** The shop that built it, and the one that it came to. */
let there: TestShop;
let here: TestShop;
beforeAll(async () => {
  [there, here] = await Promise.all([openTestShop(), openTestShop()]);
  const { body } = await there.as('owner')<Record<string, unknown>>('GET', '/api/shop/data');
  await there.as('owner')('POST', '/api/shop/data', { ...body, name: 'Wherry Boats' });
});
afterAll(() => Promise.all([there.close(), here.close()]));

const CARD = { unit: 'in', checkAt: 'lobe', checkLift: 0.05, events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 } }; // prettier-ignore
const exportOf = async (id: string) =>
  (await there.as('builder')<Export>('GET', `/api/engines/${id}/export.json`)).body;
const open = (file: unknown, tag?: string) =>
  here.as('owner')<EngineAnswer>('POST', '/api/engines/import', { file, ...(tag ? { tag } : {}) });
const sheetIn = async (shop: TestShop, id: string) =>
  (await shop.as('builder')<Sheet & { measures: Record<string, unknown>[] }>('GET', `/api/engines/${id}/sheet`)).body;
const fileIn = async (shop: TestShop, id: string) =>
  (await shop.as('builder')<EngineFileAnswer>('GET', `/api/engines/${id}/file`)).body;
const enginesHere = async () => (await here.as('builder')<{ total: number }>('GET', '/api/engines')).body.total;

/** An engine as it was built there: a card, parts, a try that was replaced, one that is out and was accepted. */
async function builtThere(change: Record<string, unknown> = {}): Promise<string> {
  const id = await openEngine(there, { data: { figures: { bore: { entered: '4.125', unit: 'in' } } }, ...change });
  const post = (...readings: object[]) => there.as('builder')('POST', `/api/engines/${id}/readings`, { readings });
  await there.as('builder')('POST', `/api/engines/${id}/cam-card`, CARD);
  const slip = typed('preload-turns', '1I', '5/8', 'turn');
  await post(slip, { ...typed('preload-turns', '1I', '0.6', 'turn'), supersedes: slip.id, note: 'Again, lighter' });
  await post(
    typed('tdc-stop-first', 'engine', '30 after', 'deg'),
    typed('tdc-stop-second', 'engine', '30 before', 'deg'),
  );
  await post(typed('preload-turns', '1E', '2.5', 'turn'), { ...typed('intake-open', 'engine', '4 before', 'deg'), at: { by: 'lift', value: 1.27 } }); // prettier-ignore
  await there.as('lead')('POST', `/api/engines/${id}/dispositions`, { measure: 'preload-turns', place: '1E', action: 'accepted', reason: 'Customer was told' }); // prettier-ignore
  return id;
}

describe('the export of another Utex', () => {
  test('opens as an engine with its history: the same values, verdicts and decisions, marked as imported', async () => {
    const id = await builtThere({ tag: 'WB-7' });
    const file = await exportOf(id);
    const opened = await open(file);
    expect([opened.status, opened.body.id, opened.body.tag]).toEqual([201, id, 'WB-7']);

    const [was, is] = [await sheetIn(there, id), await sheetIn(here, id)];
    const judged = ({ measures }: typeof was) => measures.map(({ measure, place, value, verdict, entered, limit }) => ({ measure, place, value, verdict, entered, limit })); // prettier-ignore
    expect(judged(is)).toEqual(judged(was));
    expect(is.flags.map(({ place, open: isOpen }) => [place, isOpen])).toEqual(was.flags.map(({ place, open: isOpen }) => [place, isOpen])); // prettier-ignore

    const { readings, acts, papers } = await fileIn(here, id);
    expect(readings.map((one) => one.id)).toEqual(file.readings.map((one) => one.id));
    for (const [index, { how, by, takenAt, receivedAt, note, supersedes }] of readings.entries()) {
      const { takenAt: before, note: said, supersedes: replaces } = file.readings[index];
      expect([how, by, takenAt, note, supersedes]).toEqual([
        'imported',
        'builder @ Wherry Boats',
        before,
        said,
        replaces,
      ]);
      expect(receivedAt).toBe(here.clock.at.toISOString());
    }
    expect(acts).toMatchObject([{ kind: 'disposition', by: 'lead @ Wherry Boats', reason: 'Customer was told' }]);
    expect(papers.map(({ kind }) => kind).sort()).toEqual(['cam-card', 'engine-data', 'imported']);
    expect(papers.find(({ kind }) => kind === 'imported')).toMatchObject({
      by: 'owner',
      body: { shop: 'Wherry Boats', tag: 'WB-7', engineId: id, readings: readings.length, dispositions: 1 },
    });
    expect((await checkAudit(here.context.database)).brokenAt).toBeNull();
  });

  test('says in its signed record where its history came from, and who took it there', async () => {
    const id = await builtThere();
    await open(await exportOf(id), `HERE-${id.slice(0, 4)}`);
    await here.as('builder')('POST', `/api/engines/${id}/readings`, { readings: [typed('preload-turns', '2I', '0.6', 'turn')] }); // prettier-ignore
    const signed = await here.as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'As it came' }); // prettier-ignore
    const { body } = await here.as('lead')<{ payload: string }>('GET', `/api/records/${signed.body.id}/record.json`);
    const record = JSON.parse(Buffer.from(body.payload, 'base64url').toString()) as {
      builders: { name: string }[];
      papers: { kind: string }[];
      readings: { how: string }[];
    };
    expect(record.builders.map(({ name }) => name)).toEqual(['The builder', 'builder @ Wherry Boats']);
    expect(record.papers.map(({ kind }) => kind)).toContain('imported');
    expect(new Set(record.readings.map(({ how }) => how))).toEqual(new Set(['imported', 'keyed']));
  });

  test('brings the limits that it was judged by, once, under a name that is free', async () => {
    const { body } = await there.as('owner')<{ specSets: SpecSet[] }>('GET', '/api/spec-sets');
    const { issued, version, ...set } = body.specSets.find(({ id }) => id === 'shop-hydraulic')!;
    const limits = set.limits.map((limit) => (limit.measure === 'plunger-depth' ? { ...limit, max: 0.061 } : limit));
    const asked: NewSpecSet = { ...set, limits, after: version, reason: 'After the regatta' };
    await there.as('owner')('POST', '/api/spec-sets', asked);
    const [one, other] = [
      await builtThere({ specSet: 'shop-hydraulic' }),
      await builtThere({ specSet: 'shop-hydraulic' }),
    ];
    const first = await open(await exportOf(one), 'SET-1');
    const second = await open(await exportOf(other), 'SET-2');
    expect(first.body.specSet).toMatchObject({ id: 'shop-hydraulic-2', version: 1, issued: { by: 'owner', reason: expect.stringMatching(/ from Wherry Boats, which was judged by shop-hydraulic v2$/) } }); // prettier-ignore
    expect(first.body.specSet.limits).toEqual(limits);
    expect([second.body.specSet.id, second.body.specSet.version]).toEqual(['shop-hydraulic-2', 1]);
  });

  test('is opened once when it is sent twice; and an engine that is here already stays as it is', async () => {
    const id = await builtThere();
    const file = await exportOf(id);
    const [one, again] = [await open(file, 'ONCE'), await open(file, 'ONCE')];
    expect([one.status, again.status, again.body.id]).toEqual([201, 201, id]);
    const other = await open({ ...file, engine: { ...file.engine, title: 'Another' } }, 'TWICE');
    expect([other.status, other.body.error.code, other.body.error.issues[0].path]).toEqual([409, 'engine.here-already', 'file.engine.id']); // prettier-ignore
    const back = await there.as('owner')('POST', '/api/engines/import', { file });
    expect(back.body.error.code).toBe('engine.here-already');
    expect((await fileIn(here, id)).readings).toHaveLength(file.readings.length);
  });

  test('of more readings than one act of the log holds comes whole, and the chain vouches for each', async () => {
    const id = await builtThere();
    const file = await exportOf(id);
    const [like] = file.readings;
    const readings = Array.from({ length: 1234 }, () => ({ ...like, id: randomUUID() }));
    const { status } = await open({ ...file, readings, dispositions: [] }, 'LONG');
    expect(status).toBe(201);
    expect((await fileIn(here, id)).readings.map((one) => one.id)).toEqual(readings.map((one) => one.id));
    const { brokenAt, faults } = await checkAudit(here.context.database);
    expect([brokenAt, faults]).toEqual([null, []]);
  });

  test('of the first version, which knew no papers, no practice and no basis, is read as it was meant', async () => {
    const id = await builtThere();
    const { papers, shop, ...file } = await exportOf(id);
    const limits = file.specSet.limits.map(({ basis, ...limit }) => (basis === 'of-bore' ? { ...limit, perBore: true } : limit)); // prettier-ignore
    const { practice, ...set } = file.specSet;
    const dispositions = file.dispositions.map((made) => ({ ...made, about: null }));
    const opened = await open({ ...file, specSet: { ...set, limits }, dispositions }, 'FIRST');
    expect(opened.status).toBe(201);
    const { acts, readings } = await fileIn(here, id);
    expect(readings[0].by).toBe('builder @ another shop');
    // What the decision was about is found again from what stood there when it was made.
    expect(acts[0]).toMatchObject({ about: { verdict: 'high' } });
    expect((await sheetIn(here, id)).flags.find(({ place }) => place === '1E')).toMatchObject({ open: false });
  });
});

describe('a file that is not as it must be', () => {
  let file: Export;
  beforeAll(async () => {
    file = await exportOf(await builtThere());
  });
  const changed = (change: (copy: Export) => void) => {
    const copy = structuredClone(file);
    change(copy);
    return copy;
  };
  const paper = (kind: string, body: unknown) => ({ id: randomUUID(), kind, body, by: 'builder', at: '2026-11-24T09:00:00.000Z' }); // prettier-ignore

  test.each<[string, string, string, (copy: Export) => void]>([
    ['a value that was altered', 'reading.contradicts', 'file.readings.0.value', ({ readings }) => { readings[0].value = 0.5; }],
    ['a place that the engine does not have', 'reading.unknown-place', 'file.readings.1.place', ({ readings }) => { readings[1].place = '9I'; }],
    ['a measure that nobody knows', 'reading.unknown-measure', 'file.readings.2.measure', ({ readings }) => { readings[2].measure = 'hat-size'; }],
    ['a hand that a spreadsheet would run', 'request.invalid', 'file.readings.0.by', ({ readings }) => { readings[0].by = '=1+1'; }],
    ['two readings of one id', 'reading.id-taken', 'file.readings.1.id', ({ readings }) => { readings[1].id = readings[0].id; }],
    ['a reading that replaces what comes after it', 'reading.unknown-supersedes', 'file.readings.0.supersedes', ({ readings }) => { readings[0].supersedes = readings[1].id; }],
    ['a paper of a kind to come', 'paper.unknown-kind', 'file.papers.0.kind', ({ papers }) => { papers[0].kind = 'horoscope'; }],
    ['a card that is none', 'request.invalid', 'file.papers.0.body.checkLift', (copy) => { copy.papers = [paper('cam-card', { ...CARD, checkLift: -1 })]; }],
    ['figures that cannot be', 'calc.impossible', 'file.papers.0.body.figures.bore', (copy) => { copy.papers = [paper('engine-data', { figures: { bore: { entered: '4.125', unit: 'mm' } } })]; }],
    ['a decision about what is not there', 'reading.unknown-place', 'file.dispositions.0.readingId', ({ dispositions }) => { dispositions[0].readingId = randomUUID(); }],
    ['a firing order with a cylinder twice', 'engine.impossible', 'file.engine.firingOrder', ({ engine }) => { engine.firingOrder = [1, 1, 4, 3, 6, 5, 7, 2]; }],
    ['limits that cross', 'spec-set.impossible', 'file.specSet.limits.0.max', ({ specSet }) => { Object.assign(specSet.limits[0], { min: 3, max: 1 }); }],
    ['a limit with words for a figure', 'request.invalid', 'file.specSet.limits.0.min', ({ specSet }) => { Object.assign(specSet.limits[0], { min: 'some' }); }],
    ['what is no export', 'request.invalid', 'file.format', (copy) => { Object.assign(copy, { format: 'other' }); }],
    ['no readings', 'request.invalid', 'file.readings', (copy) => { Object.assign(copy, { readings: undefined }); }],
  ])('%s is refused by its field, and nothing is opened', async (_what, code, path, change) => {
    const before = await enginesHere();
    const { status, body } = await open(changed(change));
    expect([body.error?.code, body.error?.issues.map((issue) => issue.path)]).toEqual([code, expect.arrayContaining([path])]); // prettier-ignore
    expect(status).toBeGreaterThanOrEqual(400);
    expect(await enginesHere()).toBe(before);
  }); // prettier-ignore

  test('a tag that another engine has is refused by its field; another can be given', async () => {
    await openEngine(here, { tag: 'BUSY' });
    const { body } = await open(file, 'busy');
    expect([body.error.code, body.error.issues[0].path]).toEqual(['engine.tag-taken', 'tag']);
    expect((await open(file, 'FREE')).status).toBe(201);
  });

  test('is the owner’s to open: limits may come along', async () => {
    const { status } = await here.as('lead')('POST', '/api/engines/import', { file });
    expect(status).toBe(403);
  });
});
