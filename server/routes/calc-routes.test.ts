import { openTestShop, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

/** As much of the answers as the examples look into. */
interface Figures {
  stops: object[];
  scores: { score: number }[];
  doubtZones: Record<string, number>[];
  points: [number, number][];
  durations: { duration: number }[];
  smoothing: object;
}
const calc = async (name: string, input: object) => {
  return shop.as('stranger')<Figures>('POST', `/api/calc/${name}`, input);
};

/** Holds numbers to the decimals in which the example states them. */
function expectFigures(body: unknown, figures: Record<string, number>, decimals: number): void {
  for (const [key, value] of Object.entries(figures))
    expect((body as Record<string, number>)[key]).toBeCloseTo(value, decimals);
}

describe('the calculators answer the worked examples without a sign-in', () => {
  test('preload', async () => {
    const { body } = await calc('preload', {
      mount: 'stud-nut', rockerRatio: 1.7, turns: 0.75, threadsPerUnit: 20, targetPlungerTravel: 0.035,
    }); // prettier-ignore
    expectFigures(body, { leverFactor: 1.5882, plungerTravel: 0.0596, turnsForTarget: 0.4407 }, 4);
  });
  test('lash', async () => {
    const { body } = await calc('lash', { state: 'hot', value: 0.022, block: 'iron', head: 'aluminium' });
    expectFigures(body, { hot: 0.022, cold: 0.016, growth: 0.006 }, 9);
  });
  test('valve-stops', async () => {
    const { body } = await calc('valve-stops', {
      firingOrder: [1, 8, 7, 2, 6, 5, 4, 3], method: 'fewest',
      events: { intakeOpenBtdc: 30, intakeCloseAbdc: 66, exhaustOpenBbdc: 70, exhaustCloseAtdc: 26 },
    }); // prettier-ignore
    expect(body.stops).toHaveLength(2);
  });
  test('siblings', async () => {
    const values = [1.25, 1.375, 1.25, 1.375, 1.25, 1.25, 0.875, 1.375].map((value, index) => ({
      place: `${index + 1}I`,
      value,
    }));
    const { body } = await calc('siblings', { values, resolution: 0.125 });
    expect(body.scores[6].score).toBeCloseTo(-4.05, 2);
  });
  test('judge', async () => {
    const { body } = await calc('judge', { value: 0.062, min: 0.02, max: 0.06, uncertainty: 0.004 });
    expect(body).toMatchObject({ verdict: 'doubt' });
    const [low, high] = body.doubtZones;
    expectFigures(low, { from: 0.016, to: 0.024 }, 9);
    expectFigures(high, { from: 0.056, to: 0.064 }, 9);
  });
});

describe('dead centre and cam timing', () => {
  test.each<[string, object, Record<string, number | boolean>]>([
    [
      'true-tdc',
      { method: 'piston-stop', first: { deg: 31.5, side: 'after' }, second: { deg: 26, side: 'before' } },
      { wheelErrorDeg: 2.75, halfSpanDeg: 28.75 },
    ],
    ['dial-reading', { perRev: 0.1, revs: 4, needle: 0.078, runs: 'against' }, { travel: 0.422 }],
    ['misalignment', { expected: 0.341, observed: 0.3395 }, { angleDeg: 5.376 }],
    [
      'cam-events',
      { intakeOpenBtdc: -4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -6 },
      {
        intakeDuration: 212,
        exhaustDuration: 218,
        intakeCentreline: 110,
        exhaustCentreline: 115,
        lobeSeparation: 112.5,
        advance: 2.5,
        overlap: -10,
      },
    ],
    [
      'cam-centreline',
      {
        pairs: [
          { drop: 0.02, opening: 84.5, closing: 131 },
          { drop: 0.05, opening: 68, closing: 148.5 },
        ],
      },
      { mean: 108, spread: 0.5 },
    ],
    [
      'cam-install',
      {
        measuredCentreline: 110.5,
        targetCentreline: 107,
        availableOffsets: [-4, -2, 0, 2, 4],
        settleRetard: 0.5,
        tolerance: 1,
      },
      { offset: 4, centrelineNow: 106.5, centrelineSettled: 107 },
    ],
    [
      'lobe-from-card',
      {
        lobeLift: 0.341,
        durations: [
          { lift: 0.006, duration: 276 },
          { lift: 0.05, duration: 226 },
        ],
        centreline: 106,
      },
      { halfWidth: 150.858, power: 2.00622 },
    ],
  ])('%s', async (name, input, figures) => {
    const { status, body } = await calc(name, input);
    expect(status).toBe(200);
    expectFigures(body, figures as Record<string, number>, 3);
  });

  test('lobe-analyse gives back the durations of the lobe that was swept, in the request’s unit', async () => {
    const card = {
      unit: 'mm',
      lobeLift: 8.66,
      durations: [
        { lift: 0.15, duration: 276 },
        { lift: 1.27, duration: 226 },
      ],
      centreline: 106,
    };
    const { points } = (await calc('lobe-from-card', card)).body;
    const { status, body } = await calc('lobe-analyse', {
      unit: 'mm',
      points,
      lifts: [1.27],
      drops: [1],
      uncertainty: 0.001,
    });
    expect(status).toBe(200);
    expect(body.durations[0].duration).toBeCloseTo(226, 0);
    expect(body.smoothing).toMatchObject({ method: 'reinsch-smoothing-spline' });
  });
});

describe('what cannot be is 422 with the field, never a guess', () => {
  const events = { intakeOpenBtdc: 30, intakeCloseAbdc: 66, exhaustOpenBbdc: 70, exhaustCloseAtdc: 26 };
  test.each([
    ['preload', { mount: 'stud-nut', rockerRatio: 0, turns: 1, pitch: 1 }, 'rockerRatio'],
    ['preload', { mount: 'stud-nut', rockerRatio: 1.6 }, 'turns'],
    ['preload', { mount: 'stud-nut', rockerRatio: 1.6, turns: '1', pitch: 1 }, 'turns'],
    ['lash', { state: 'warm', value: 0.02, block: 'iron', head: 'iron' }, 'state'],
    ['lash', { state: 'hot', value: 0.002, block: 'aluminium', head: 'aluminium' }, 'value'],
    ['valve-stops', { firingOrder: [1, 1], events, method: 'eoic' }, 'firingOrder'],
    ['valve-stops', { firingOrder: [1, 2], intervals: [400, 310], events, method: 'eoic' }, 'intervals'],
    [
      'valve-stops',
      { firingOrder: [1, 2], events: { ...events, exhaustOpenBbdc: 500 }, method: 'eoic' },
      'events.exhaustOpenBbdc',
    ],
    ['siblings', { values: [], resolution: 0.1 }, 'values'],
    ['judge', { value: 1 }, 'min'],
    [
      'true-tdc',
      { method: 'piston-stop', first: { deg: 30, side: 'after' }, second: { deg: 30, side: 'after' } },
      'second.deg',
    ],
    ['dial-reading', { perRev: 0.1, revs: 4, needle: 0.2, runs: 'with' }, 'needle'],
    ['misalignment', { expected: 0, observed: 0.3 }, 'expected'],
    ['cam-events', { ...events, intakeCloseAbdc: -180, intakeOpenBtdc: -10 }, 'intakeCloseAbdc'],
    ['cam-centreline', { pairs: [{ drop: 0.05, opening: 148, closing: 68 }] }, 'pairs.0.closing'],
    ['cam-install', { measuredCentreline: 110, targetCentreline: 107, availableOffsets: [] }, 'availableOffsets'],
    [
      'lobe-from-card',
      {
        lobeLift: 0.3,
        durations: [
          { lift: 0.05, duration: 226 },
          { lift: 0.4, duration: 100 },
        ],
        centreline: 106,
      },
      'durations.1.lift',
    ],
    [
      'lobe-analyse',
      {
        points: [
          [0, 0],
          [1, 0.1],
        ],
      },
      'points',
    ],
    ['judge', { value: 1, min: 2, max: 1 }, 'max'],
  ])('%s %j is refused at %s', async (name, input, path) => {
    const { status, body } = await calc(name, input);
    expect(status).toBe(422);
    expect(body.error.issues.map((issue) => issue.path)).toContain(path);
  });
});

test('the OpenAPI document names every calculator and every address of the contract', async () => {
  const { body } = await shop.as('stranger')<{ openapi: string; paths: Record<string, object> }>(
    'GET',
    '/api/openapi.json',
  );
  expect(body.openapi).toMatch(/^3\./);
  const paths = Object.keys(body.paths);
  for (const name of ['preload', 'lash', 'valve-stops', 'siblings', 'judge'])
    expect(paths).toContain(`/api/calc/${name}`);
  for (const path of ['/api/session', '/api/engines/{id}/readings', '/api/engines/{id}/records', '/api/verify'])
    expect(paths).toContain(path);
});
