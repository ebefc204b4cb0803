import { randomUUID } from 'node:crypto';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import type { BenchStand } from '../../contracts/setting.js';
import { setAsideOf, settingWayOf, slackRoundsOf } from '../../core/sheet/setting-progress.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

type Refused = { error: { code: string; issues: { path: string; message: string }[] } };
const post = <T = Refused>(
  id: string,
  path: string,
  body: object,
  who: 'builder' | 'lead' | 'apprentice' = 'builder',
) => shop.as(who)<T>('POST', `/api/engines/${id}/${path}`, body);
const fileOf = async (id: string) =>
  (await shop.as('builder')<EngineFileAnswer>('GET', `/api/engines/${id}/file`)).body;

/** Hears what an engine's stream tells, until it is closed. */
async function listen(id: string) {
  const { body: session } = await shop.as('stranger')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: TEST_PIN }); // prettier-ignore
  const stop = new AbortController();
  const response = await fetch(`${shop.url}/api/engines/${id}/live`, { headers: { authorization: `Bearer ${session.token}` }, signal: stop.signal }); // prettier-ignore
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let heard = '';
  let ended = false;
  const pump = (async () => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      heard += value;
    }
  })()
    .catch(() => {})
    .finally(() => (ended = true));
  return {
    type: response.headers.get('content-type'),
    async until(words: RegExp | 'end'): Promise<string> {
      while (words === 'end' ? !ended : !words.test(heard)) await new Promise((resolve) => setTimeout(resolve, 5));
      return heard;
    },
    async close() {
      stop.abort();
      await pump;
    },
  };
}

describe('how far the valves of an engine are is kept on the server', () => {
  test('the way that was chosen stands for everybody, whoever chose it, and the log says so', async () => {
    const id = await openEngine(shop);
    const chosen = await post(id, 'setting/way', { method: 'fewest', along: 'bank' });
    expect(chosen.status).toBe(201);
    const file = await fileOf(id);
    expect(settingWayOf(file, file.engine.specSet.practice)).toEqual({ method: 'fewest', along: 'bank', chosenBy: 'builder' }); // prettier-ignore
    const { body } = await shop.as('lead')<{ acts: { says: string }[] }>('GET', `/api/acts?engine=${id}`);
    expect(body.acts[0].says).toBe('sets its valves by fewest, along the bank');
  });

  test('one bank waits for its parts, with the reason; a valve of it is taken up again', async () => {
    const id = await openEngine(shop);
    await post(id, 'setting/aside', { places: ['2I', '2E', '4I'], reason: 'pushrods on Friday' });
    await post(id, 'setting/aside', { places: ['2E'], reason: null }, 'lead');
    expect(setAsideOf(await fileOf(id))).toEqual({
      '2I': { reason: 'pushrods on Friday', by: 'builder' },
      '4I': { reason: 'pushrods on Friday', by: 'builder' },
    });
  });

  test('quarter turns go on over a restart of the server, round by round, until a whole cycle brought none', async () => {
    const other = await openTestShop();
    const id = await openEngine(other);
    const ask = (path: string, body: object) => other.as('builder')('POST', `/api/engines/${id}/${path}`, body);
    await ask('setting/way', { method: 'quarter-turns', along: 'firing' });
    await ask('setting/rounds', { crankDeg: 0, loose: ['1I', '1E'] });
    for (const crankDeg of [90, 180, 270, 360, 450, 540, 630]) await ask('setting/rounds', { crankDeg, loose: [] });
    const { body: before } = await other.as('lead')<EngineFileAnswer>('GET', `/api/engines/${id}/file`);
    expect(slackRoundsOf(before)).toMatchObject({ clean: 7, isDone: false });
    await ask('setting/rounds', { crankDeg: 0, loose: [] });
    const { body: after } = await other.as('lead')<EngineFileAnswer>('GET', `/api/engines/${id}/file`);
    expect(slackRoundsOf(after)).toMatchObject({ clean: 8, isDone: true });
    await other.close();
  });

  test('the same act sent twice is one; under its id another is refused', async () => {
    const id = await openEngine(shop);
    const round = { id: randomUUID(), crankDeg: 90, loose: ['1I'] };
    expect((await post(id, 'setting/rounds', round)).status).toBe(201);
    expect((await post(id, 'setting/rounds', round)).status).toBe(201);
    expect((await fileOf(id)).acts.filter(({ kind }) => kind === 'slack-round')).toHaveLength(1);
    const other = await post(id, 'setting/rounds', { ...round, loose: ['1E'] });
    expect([other.status, other.body.error.code]).toEqual([409, 'act.id-taken']);
  });

  test.each([
    ['setting/way', { method: 'by ear', along: 'bank' }, 'request.invalid', 'method'],
    ['setting/aside', { places: ['9I'], reason: 'why not' }, 'reading.unknown-place', 'places.0'],
    ['setting/aside', { places: [], reason: 'why not' }, 'request.invalid', 'places'],
    ['setting/rounds', { crankDeg: 720, loose: [] }, 'request.invalid', 'crankDeg'],
    ['setting/rounds', { crankDeg: 0, loose: ['1I', 'M1'] }, 'reading.unknown-place', 'loose.1'],
    ['bench', { place: '1X' }, 'reading.unknown-place', 'place'],
    ['bench', {}, 'request.invalid', ''],
  ])('%s refuses %j, and names the field', async (path, body, code, field) => {
    const refused = await post(await openEngine(shop), path, body);
    expect([refused.status, refused.body.error.code, refused.body.error.issues[0].path]).toEqual([422, code, field]);
  });

  test('an apprentice looks on, and a closed engine is left alone', async () => {
    const id = await openEngine(shop);
    expect((await post(id, 'bench', { crankDeg: 90 }, 'apprentice')).status).toBe(403);
    await shop.as('lead')('POST', `/api/engines/${id}/life`, { life: 'closed', reason: 'done with' });
    expect((await post(id, 'bench', { crankDeg: 90 })).body.error.code).toBe('engine.not-in-work');
  });
});

describe('two at one engine', () => {
  test('the crank is one, the hands are two; whoever comes later goes on from there', async () => {
    const id = await openEngine(shop);
    await post(id, 'bench', { crankDeg: 456, place: '3E' });
    await post(id, 'bench', { place: '4I' }, 'lead');
    const { body } = await shop.as('apprentice')<BenchStand>('GET', `/api/engines/${id}/bench`);
    expect(body).toMatchObject({ crankDeg: 456, turnedBy: 'builder' });
    expect(body.hands.map(({ handle, place }) => [handle, place]).sort()).toEqual([['builder', '3E'], ['lead', '4I']]); // prettier-ignore
  });

  test('whoever has not moved for ten minutes is no longer shown at his valve, and finds it again himself', async () => {
    const id = await openEngine(shop);
    await post(id, 'bench', { place: '3E' });
    const hand = async () => (await shop.as('lead')<BenchStand>('GET', `/api/engines/${id}/bench`)).body.hands[0];
    expect(await hand()).toMatchObject({ place: '3E', isHere: true });
    shop.clock.at = new Date(shop.clock.at.getTime() + 10 * 60_000);
    expect(await hand()).toMatchObject({ place: '3E', isHere: false });
  });

  test('each hears at once of what the other does: where he is, and what he took', async () => {
    const id = await openEngine(shop);
    const stream = await listen(id);
    expect(stream.type).toContain('text/event-stream');
    await stream.until(/event: bench/);
    await post(id, 'bench', { crankDeg: 90, place: '1I' });
    expect(await stream.until(/"crankDeg":90/)).toContain('"place":"1I"');
    const reading = typed('preload-turns', '1I', '0.5', 'turn');
    await post(id, 'readings', { readings: [reading] });
    expect(await stream.until(/event: filed/)).toContain(`{"act":"readings.taken","readings":["${reading.id}"]}`);
    await stream.close();
  });

  test('nothing of another engine is heard', async () => {
    const [one, other] = [await openEngine(shop), await openEngine(shop)];
    const stream = await listen(one);
    await post(other, 'bench', { crankDeg: 270 });
    await post(one, 'bench', { crankDeg: 180 });
    expect(await stream.until(/"crankDeg":180/)).not.toContain('270');
    await stream.close();
  });

  test('a server that ends does not wait for who listens', async () => {
    const other = await openTestShop();
    const id = await openEngine(other);
    const { body } = await other.as('stranger')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: TEST_PIN }); // prettier-ignore
    const response = await fetch(`${other.url}/api/engines/${id}/live`, { headers: { authorization: `Bearer ${body.token}` } }); // prettier-ignore
    const reader = response.body!.getReader();
    await other.stop();
    for (;;) if ((await reader.read()).done) break;
    await other.close();
  });
});

describe('what is odd about a reading is answered', () => {
  const odd = async () => {
    const id = await openEngine(shop);
    const turns = ['1I', '1E', '3I', '3E', '5I', '5E'].map((place) => typed('preload-turns', place, place === '3E' ? '1.5' : '0.5', 'turn')); // prettier-ignore
    await post(id, 'readings', { readings: turns });
    return { id, readingId: turns[3].id };
  };

  test('with what was found, once by each id, and it stays with the reading', async () => {
    const { id, readingId } = await odd();
    const answered = await post(id, 'hints', { readingId, hint: 'differs-from-siblings', reason: 'checked, true' });
    expect(answered.status).toBe(201);
    const file = await fileOf(id);
    expect(file.acts).toContainEqual(expect.objectContaining({ kind: 'hint-answer', readingId, hint: 'differs-from-siblings', reason: 'checked, true', by: 'builder' })); // prettier-ignore
  });

  test('what is not odd cannot be answered', async () => {
    const { id, readingId } = await odd();
    const refused = await post(id, 'hints', { readingId, hint: 'sign-slip', reason: 'checked, true' });
    expect([refused.status, refused.body.error.code]).toEqual([409, 'hint.not-there']);
    expect((await post(id, 'hints', { readingId: randomUUID(), hint: 'sign-slip', reason: 'checked' })).status).toBe(409); // prettier-ignore
  });
});

describe('the stops, and what they are reckoned from', () => {
  interface Stops { method: string; from: { I: string; E: string }; isGuess: boolean; events: Record<string, number>; stops: { crankDeg: number; valves: { place: string; clearanceDeg: number }[] }[]; unsafe: { place: string }[] } // prettier-ignore
  const stopsOf = async (id: string, query = '') => (await shop.as('builder')<Stops>('GET', `/api/engines/${id}/stops${query}`)).body; // prettier-ignore
  const CARD = {
    unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeDuration: 236, exhaustDuration: 240, intakeCentreline: 106, exhaustCentreline: 114,
    seatLift: 0.006, seat: { intakeOpenBtdc: 40, intakeCloseAbdc: 76, exhaustOpenBbdc: 82, exhaustCloseAtdc: 34 },
  }; // prettier-ignore

  test('by the filed card and not by the layout; by what was measured at the card’s own lift, and at no other', async () => {
    const id = await openEngine(shop);
    expect(await stopsOf(id, '?method=fewest')).toMatchObject({ method: 'fewest', from: { I: 'template', E: 'template' }, isGuess: true }); // prettier-ignore
    await post(id, 'papers/cam-card', CARD);
    const byCard = await stopsOf(id);
    expect(byCard).toMatchObject({ from: { I: 'card-seat', E: 'card-seat' }, isGuess: false, events: CARD.seat });
    for (const { valves } of byCard.stops) for (const { clearanceDeg } of valves) expect(clearanceDeg).toBeGreaterThan(14); // prettier-ignore
    const at = (lift: number) => ({ at: { by: 'lift', value: lift * 25.4 } });
    const reading = (measure: string, entered: string, lift: number) => ({ ...typed(measure, 'engine', entered, 'deg'), ...at(lift) }); // prettier-ignore
    await post(id, 'readings', { readings: [typed('tdc-stop-first', 'engine', '30 after', 'deg'), typed('tdc-stop-second', 'engine', '30 before', 'deg')] }); // prettier-ignore
    // 12 before and 44 after are what the card says at 0.050; at 0.020 they are later by as much as the flank is wide.
    await post(id, 'readings', {
      readings: [reading('intake-open', '+27', 0.02), reading('intake-close', '+59', 0.02)],
    });
    expect((await stopsOf(id)).events).toEqual(CARD.seat);
    await post(id, 'readings', {
      readings: [reading('intake-open', '+14', 0.05), reading('intake-close', '+42', 0.05)],
    });
    const measured = await stopsOf(id);
    expect(measured.from).toEqual({ I: 'measured-events', E: 'measured-centreline' });
    // One cam: the exhaust comes two degrees earlier as well.
    expect(measured.events).toMatchObject({
      intakeOpenBtdc: 42,
      intakeCloseAbdc: 74,
      exhaustOpenBbdc: 84,
      exhaustCloseAtdc: 32,
    });
  });

  test('a way that there is none of is refused by its field', async () => {
    const { status, body } = await shop.as('builder')<Refused>('GET', `/api/engines/${await openEngine(shop)}/stops?method=guess`); // prettier-ignore
    expect([status, body.error.issues[0].path]).toEqual([422, 'method']);
  });
});
