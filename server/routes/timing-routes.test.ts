import { lobeFromCard } from '../../core/cam/lobe-from-card.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const CARD = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeDuration: 212, exhaustDuration: 218, intakeCentreline: 110,
  lobeSeparation: 112.5, intakeLobeLift: 0.341, exhaustLobeLift: 0.341,
}; // prettier-ignore
const { points } = lobeFromCard({
  lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }], centreline: 106, step: 4,
}); // prettier-ignore
interface Saved {
  saved: {
    verdict: string;
    limit: { source: string } | null;
    judgedAs?: { measure: string; value: number };
    hints: { code: string }[];
  }[];
}
const post = (id: string, ...readings: object[]) =>
  shop.as('builder')<Saved>('POST', `/api/engines/${id}/readings`, { readings });
const deg = (measure: string, entered: string, atLiftMm?: number) => ({
  ...typed(measure, 'engine', entered, 'deg'),
  ...(atLiftMm === undefined ? {} : { atLiftMm }),
});

describe('the cam card', () => {
  test('is kept with its engine, completed, and the newest counts', async () => {
    const id = await openEngine(shop);
    const path = `/api/engines/${id}/cam-card`;
    expect((await shop.as('builder')('GET', path)).body).toEqual({ card: null });
    const filed = await shop.as('builder')<{ card: { figures: Record<string, number> } }>('POST', path, CARD);
    expect(filed.status).toBe(201);
    expect(filed.body.card.figures['events.intakeOpenBtdc']).toBe(-4);
    await shop.as('lead')('POST', path, { ...CARD, intakeCentreline: 108 });
    const { body } = await shop.as('apprentice')<{ card: { printed: object; figures: Record<string, number> } }>(
      'GET',
      path,
    );
    expect(body.card.figures['events.intakeOpenBtdc']).toBe(-2);
    await expect(shop.context.database.query('delete from papers')).rejects.toThrow(/append-only/);
  });

  test('each wrong field is named; what contradicts itself is told, not refused', async () => {
    const id = await openEngine(shop);
    const path = `/api/engines/${id}/cam-card`;
    const bad = await shop.as('builder')('POST', path, { ...CARD, checkLift: -1, intakeCentreline: 'x' });
    expect(bad.body.error.issues.map((issue) => issue.path).sort()).toEqual(['checkLift', 'intakeCentreline']);
    const events = { intakeOpenBtdc: -4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -6 };
    const odd = await shop.as('builder')<{ card: { contradictions: object[] } }>('POST', path, {
      ...CARD,
      events,
      intakeCentreline: 108,
    });
    expect(odd.status).toBe(201);
    expect(odd.body.card.contradictions).toContainEqual({ path: 'intakeCentreline', printed: 108, computed: 110 });
    expect((await shop.as('apprentice')('POST', path, CARD)).status).toBe(403);
  });

  test('events are answered against it at once', async () => {
    const id = await openEngine(shop);
    await shop.as('builder')('POST', `/api/engines/${id}/cam-card`, CARD);
    const { body } = await post(id, deg('intake-open', '4 after', 1.27), deg('intake-close', '40', 1.27));
    expect(body.saved.map((saved) => saved.verdict)).toEqual(['in', 'high']);
    expect(body.saved[0].limit!.source).toMatch(/^Cam card, -4°/);
  });
});

describe('dead centre over HTTP', () => {
  test('the second stop is answered with the error of the wheel, and the same id answers the same later', async () => {
    const id = await openEngine(shop);
    await post(id, deg('tdc-stop-first', '31.5 after'));
    const second = deg('tdc-stop-second', '26 before');
    const first = await post(id, second);
    expect(first.body.saved[0]).toMatchObject({
      verdict: 'high',
      judgedAs: { measure: 'tdc-wheel-error', value: 2.75 },
    });
    await post(id, deg('tdc-stop-first', '28.75 after'), deg('tdc-stop-second', '28.75 before'));
    expect((await post(id, second)).body).toEqual(first.body);
  });

  test('the same stop twice is 422 at the field, and nothing of the batch is saved', async () => {
    const id = await openEngine(shop);
    const { status, body } = await post(id, deg('tdc-stop-first', '30 after'), deg('tdc-stop-second', '30 after'));
    expect([status, body.error.code, body.error.issues[0].path]).toEqual([
      422,
      'reading.impossible',
      'readings.1.entered',
    ]);
    const { body: kept } = await shop.as('builder')<{ readings: object[] }>('GET', `/api/engines/${id}/readings`);
    expect(kept.readings).toEqual([]);
  });

  test('a slip holds up the signature until the angle is read again or the lead accepts it', async () => {
    const id = await openEngine(shop);
    const pass = (first: string, second: string) => [deg('tdc-stop-first', first), deg('tdc-stop-second', second)];
    await post(
      id,
      ...pass('30 after', '30 before'),
      deg('intake-open', '4'),
      ...pass('34 after', '26 before'),
      ...pass('30 after', '30 before'),
    );
    const missing = { missing: 'accepted', reason: 'Valves are set elsewhere' };
    const refused = await shop.as('lead')('POST', `/api/engines/${id}/records`, missing);
    expect([refused.status, refused.body.error.code]).toEqual([409, 'record.flag-open']);
    await shop.as('lead')('POST', `/api/engines/${id}/dispositions`, {
      measure: 'intake-open', place: 'engine', action: 'accepted', reason: 'Read again by eye, same mark',
    }); // prettier-ignore
    expect((await shop.as('lead')('POST', `/api/engines/${id}/records`, missing)).status).toBe(201);
  });
});

describe('swept lobes', () => {
  test('a sweep is analysed, kept, and stands in the export and the record', async () => {
    const id = await openEngine(shop);
    await shop.as('builder')('POST', `/api/engines/${id}/cam-card`, CARD);
    const path = `/api/engines/${id}/sweeps`;
    const { status, body } = await shop.as('builder')<{ analysis: { durations: { duration: number }[] } }>('POST', path, {
      place: '1I', unit: 'in', points, lifts: [0.05],
    }); // prettier-ignore
    expect(status).toBe(201);
    expect(body.analysis.durations[0].duration).toBeCloseTo(226, 0);
    const exported = await shop.as('builder')<{ sweeps: { place: string; points: object[] }[]; camCard: object }>(
      'GET',
      `/api/engines/${id}/export.json`,
    );
    expect(exported.body.sweeps).toEqual([expect.objectContaining({ place: '1I', by: 'builder', points })]);
    expect(exported.body.camCard).toEqual(CARD);
    const signed = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, {
      missing: 'accepted',
      reason: 'Only the cam was asked for',
    });
    const { body: jws } = await shop.as('lead')<{ payload: string }>(
      'GET',
      `/api/records/${signed.body.id}/record.json`,
    );
    const record = JSON.parse(Buffer.from(jws.payload, 'base64url').toString());
    expect(record).toMatchObject({ camCard: CARD, sweeps: [{ place: '1I' }] });
    expect((await shop.as('lead')('GET', `/api/records/${signed.body.id}/record.pdf`)).status).toBe(200);
  });

  test('what is no lobe, or of no valve, is refused and not kept', async () => {
    const id = await openEngine(shop);
    const path = `/api/engines/${id}/sweeps`;
    const two = [...points, ...points.map(([x, lift]) => [x + 320, lift])];
    const peaks = await shop.as('builder')('POST', path, { place: '1I', points: two });
    expect([peaks.status, peaks.body.error.issues[0]]).toEqual([
      422,
      { path: 'points', message: expect.stringContaining('two noses') },
    ]);
    expect((await shop.as('builder')('POST', path, { place: '9I', points })).body.error.code).toBe(
      'sweep.unknown-place',
    );
    expect((await shop.as('builder')('GET', path)).body).toEqual({ sweeps: [] });
  });
});
