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
    await post(id, deg('tdc-stop-first', '30 after'), deg('tdc-stop-second', '30 before'));
    const { body } = await post(id, deg('intake-open', '4 after', 1.27), deg('intake-close', '+40', 1.27));
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
      deg('intake-open', '+4'),
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

describe('a reading that was wrong', () => {
  interface Row {
    measure: string;
    place: string;
    value: number;
    entered: string;
    verdict: string;
    corrected?: { read: number };
    hints: { code: string; message: string }[];
  }
  const rowsOf = async (id: string) =>
    (await shop.as('apprentice')<{ measures: Row[] }>('GET', `/api/engines/${id}/sheet`)).body.measures;
  const rowOf = async (id: string, measure: string) => (await rowsOf(id)).find((row) => row.measure === measure)!;
  const strike = (id: string, readingId: string, reason = 'misread', by: 'builder' | 'lead' = 'builder') =>
    shop.as(by)('POST', `/api/engines/${id}/strikes`, { readingId, reason });

  test('counts no longer once it is struck with a reason, where the worst counts; it stays in the log, the CSV and the export', async () => {
    const id = await openEngine(shop);
    const [slip, right] = [typed('pv-radial', '1I', '0.012', 'in'), typed('pv-radial', '1I', '0.112', 'in')];
    await post(id, slip, right);
    const before = await rowOf(id, 'pv-radial');
    expect(before).toMatchObject({ entered: '0.012' });
    expect(before.hints.find(({ code }) => code === 'older-counts')!.message).toContain('0.0120 in');
    expect((await strike(id, slip.id)).status).toBe(201);
    const after = await rowOf(id, 'pv-radial');
    expect(after).toMatchObject({ entered: '0.112' });
    expect(after.hints.map(({ code }) => code)).not.toContain('older-counts');
    const { body } = await shop.as('builder')<string>('GET', `/api/engines/${id}/readings.csv`);
    expect(String(body).split('\r\n')[1]).toContain('misread');
    const file = await shop.as('builder')<{ strikes: { readingId: string }[]; readings: object[] }>('GET', `/api/engines/${id}/export.json`); // prettier-ignore
    expect([file.body.strikes[0].readingId, file.body.readings.length]).toEqual([slip.id, 2]);
    // Sent again it is answered as it was judged then.
    expect((await post(id, slip)).body.saved[0]).toMatchObject({ id: slip.id, verdict: 'unjudged' });
    const acts = await shop.as('lead')<{ acts: { says: string }[] }>('GET', `/api/acts?engine=${id}`);
    expect(acts.body.acts[0].says).toContain('struck');
  });

  test('is refused by name: twice, without a reason, or of no reading', async () => {
    const id = await openEngine(shop);
    const clay = typed('pv-radial', '1I', '0.112', 'in');
    await post(id, clay);
    expect((await strike(id, '00000000-0000-4000-8000-000000000000')).body.error.code).toBe('strike.no-reading');
    expect((await strike(id, clay.id, '')).body.error.issues[0].path).toBe('reason');
    expect((await strike(id, clay.id, 'misread', 'lead')).status).toBe(201);
    expect((await strike(id, clay.id)).body.error.code).toBe('strike.already');
  });

  test('at the stop is put right by what corrects it, and angles on a wheel that is off by the term that is known', async () => {
    const id = await openEngine(shop);
    await shop.as('builder')('POST', `/api/engines/${id}/cam-card`, CARD);
    const [first, second] = [deg('tdc-stop-first', '13 after'), deg('tdc-stop-second', '26 before')];
    await post(id, first, second);
    const refused = await post(id, { ...deg('tdc-stop-first', '31.5 after'), corrects: true });
    expect([refused.status, refused.body.error.issues[0].path]).toEqual([422, 'readings.0.corrects']);
    await post(id, { ...deg('tdc-stop-first', '34 after'), supersedes: first.id, corrects: true });
    expect(await rowOf(id, 'tdc-wheel-error')).toMatchObject({ value: 4 });
    const saved = await post(id, deg('intake-open', '8 after', 1.27), deg('intake-close', '+40', 1.27));
    expect(saved.body.saved.map(({ verdict }) => verdict)).toEqual(['in', 'in']);
    expect(await rowOf(id, 'intake-close')).toMatchObject({ value: 36, corrected: { read: 40 } });
    const readings = await shop.as('builder')<{ readings: { corrects?: true }[] }>('GET', `/api/engines/${id}/readings`); // prettier-ignore
    expect(readings.body.readings.filter(({ corrects }) => corrects)).toHaveLength(1);
  });
});
