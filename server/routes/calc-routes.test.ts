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
  test('rod-adjuster', async () => {
    const turnsOf = async (input: object) =>
      (await calc('rod-adjuster', input)).body as unknown as { candidates: { turns: number }[]; pick: number | null };
    const screw = { mount: 'screw', pitch: 1 / 24, rockerRatio: 1.6, at: { length: 8.48, turns: 2.5 }, rods: [8.53, 8.43] }; // prettier-ignore
    const nut = { mount: 'nut', pitch: 0.05, rockerRatio: 1.55, at: { length: 7.61, turns: 3 }, rods: [7.66, 7.56] };
    expect((await turnsOf(screw)).candidates.map(({ turns }) => turns)).toEqual([expect.closeTo(1.3, 9), expect.closeTo(3.7, 9)]); // prettier-ignore
    const { candidates, pick } = await turnsOf({ ...nut, range: { least: 1, most: 4 } });
    expect(candidates.map(({ turns }) => turns)).toEqual([expect.closeTo(2.392, 3), expect.closeTo(3.608, 3)]);
    expect(pick).toBe(7.66);
    expect((await turnsOf({ ...nut, range: { least: 5, most: 6 } })).pick).toBeNull();
  });
  test('tapped-mark', async () => {
    const taps = [0.015, 0.075].map((setting) => ({ setting, position: Math.sqrt(1.42 ** 2 - (0.305 - setting) ** 2) - 1.4 })); // prettier-ignore
    expect(taps[1].position - taps[0].position).toBeCloseTo(0.01118, 5);
    const asked = { armLength: 1.42, valveLift: 0.52, standardUncertainty: { position: 0.002 } };
    const { body } = await calc('tapped-mark', { ...asked, taps });
    expectFigures(body, { height: 0.305, best: 0.045 }, 6);
    const { standardUncertainty, predictedSweep } = body as unknown as Record<string, Record<string, number>>;
    // Hundredths between the taps, two thousandths of doubt in each: the best is known to some fifteen thousandths.
    expect(standardUncertainty.best).toBeCloseTo((0.002 * Math.SQRT2) / ((0.29 / 1.39007) - (0.23 / 1.40125)), 4); // prettier-ignore
    expectFigures(predictedSweep, { width: 1.42 - Math.sqrt(1.42 ** 2 - 0.26 ** 2), to: 0.02 }, 5);
    const one = await calc('tapped-mark', { ...asked, taps: taps.slice(0, 1), height: 0.305 });
    expectFigures(one.body, { best: 0.045 }, 9);
    expect((await calc('tapped-mark', { ...asked, taps: taps.slice(0, 1) })).status).toBe(422);
    const wild = await calc('tapped-mark', { ...asked, taps: [taps[0], { setting: 0.075, position: 3 }] });
    expect([wild.status, wild.body.error.issues[0].path]).toEqual([422, 'taps']);
  });
  test('stop-nut-shims', async () => {
    const turns = [['1I', 1.1], ['1E', 0.95], ['2I', 1.0], ['2E', 1.6]].map(([place, turned]) => ({ place, turns: turned })); // prettier-ignore
    const { body } = await calc('stop-nut-shims', { pitch: 0.05, rockerRatio: 1.6, turns, window: { min: 0.02, max: 0.06 }, shims: [0, 0.015, 0.03] }); // prettier-ignore
    const { candidates, pick } = body as unknown as { candidates: { shim: number; inside: number; leastMargin: number; depths: { depth: number }[] }[]; pick: number }; // prettier-ignore
    expect(candidates.map(({ shim, inside }) => [shim, inside])).toEqual([[0, 0], [0.015, 2], [0.03, 3]]); // prettier-ignore
    expect(pick).toBe(0.03);
    expect(candidates[2].depths[0].depth).toBeCloseTo((1.1 * 0.05 - 0.03) * 1.625, 9);
  });
  test('equal-drop', async () => {
    expectFigures(
      (await calc('equal-drop', { stroke: 3.6, rodLength: 6.1, drop: 0.025 })).body,
      { crankDeg: 8.4034 },
      4,
    );
    expect((await calc('equal-drop', { stroke: 3.6, rodLength: 6.1, drop: 3.7 })).status).toBe(422);
  });
  test('clay-elsewhere', async () => {
    const { body } = await calc('clay-elsewhere', { clearance: 0.112, deckHere: -0.001, deckThere: 0.004, valveAngleDeg: 20, standardUncertainty: { clearance: 0.003, deckHere: 0.001, deckThere: 0.001 } }); // prettier-ignore
    expectFigures(body, { clearance: 0.1073, standardUncertainty: 0.00328 }, 4);
  });
  test('hot-preload', async () => {
    const { body } = await calc('hot-preload', {
      depthCold: 0.02,
      growthAtValve: 0.007,
      rockerRatio: 1.55,
      least: 0.016,
    });
    expectFigures(body, { depthHot: 0.02 - 0.00452 }, 5);
    expect(body).toMatchObject({ ok: false });
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
