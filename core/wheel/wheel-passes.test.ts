import { chance } from '../chance.js';
import { wheelPasses as passesWithin, wheelStood } from './wheel-passes.js';

const TRUE_WITHIN_DEG = 0.5;
const at = (errorDeg: number, rough = false) => ({ errorDeg, rough });
const wheelPasses = (found: ReturnType<typeof at>[]) => passesWithin(found, TRUE_WITHIN_DEG);
const states = (...errors: number[]) => wheelPasses(errors.map((error) => at(error))).map((pass) => pass.state);

describe('what a pass says of the wheel', () => {
  test.each([
    [[2.75], ['off']],
    [
      [2.75, 0],
      ['off', 'true'],
    ],
    [
      [2.75, 0, 0.25],
      ['off', 'true', 'confirmed'],
    ],
    [
      [0, 3],
      ['true', 'slipped'],
    ],
    [
      [0, 0.25, 3, 0, 0],
      ['true', 'confirmed', 'slipped', 'true', 'confirmed'],
    ],
    [
      [3, 5],
      ['off', 'off'],
    ],
    [
      [0, 3, 3],
      ['true', 'slipped', 'off'],
    ],
  ])('errors of %j degrees: %j', (errors, said) => expect(states(...errors)).toEqual(said));

  test('half a degree is what a wheel can be read to', () => {
    expect(states(TRUE_WITHIN_DEG)).toEqual(['true']);
    expect(states(-TRUE_WITHIN_DEG - 0.01)).toEqual(['off']);
  });

  test('a rough dial neither proves nor finds a slip', () => {
    expect(wheelPasses([at(0), at(2, true), at(0)]).map((pass) => pass.state)).toEqual(['true', 'rough', 'confirmed']);
  });

  test('how far the midpoint moved is told', () => {
    expect(wheelPasses([at(2.75), at(0), at(-0.25)]).map((pass) => pass.movedDeg)).toEqual([null, -2.75, -0.25]);
  });
});

describe('how the wheel stood when an angle was read', () => {
  /** Passes with these errors, taken as the 10th, 20th … reading. */
  const passes = (...errors: number[]) =>
    wheelPasses(errors.map((error) => at(error))).map((pass, index) => ({ ...pass, turn: (index + 1) * 10 }));

  test.each([
    ['before any pass', 5, [0], 'dead-centre-unknown'],
    ['after a true pass', 15, [0], 0],
    ['after a pointer that is off', 15, [3], 3],
    ['after a pointer that is off, and is found so again', 15, [3, 3.25], 3],
    ['after a pointer that is off, and true when it was looked at again', 15, [3, 0], 'dead-centre-off'],
    ['between two true passes', 15, [0, 0], 0],
    ['between a true pass and the one that found the slip', 15, [0, 3], 'wheel-slipped'],
    ['after the slip was found', 25, [0, 3], 'wheel-slipped'],
    ['after the wheel was set anew', 35, [0, 3, 0], 0],
    ['two passes before the slip', 15, [0, 0, 3], 0],
  ] as const)('%s', (_when, turn, errors, stood) => {
    const { errorDeg, doubt } = wheelStood(turn, passes(...errors), TRUE_WITHIN_DEG);
    expect(doubt ?? errorDeg).toBe(stood);
  });

  test('with the rough dial alone it stays rough', () => {
    const rough = wheelPasses([at(1, true)]).map((pass) => ({ ...pass, turn: 10 }));
    expect(wheelStood(15, rough, TRUE_WITHIN_DEG).doubt).toBe('dead-centre-rough');
  });
});

describe('a pass that was misread', () => {
  const stop = (first: number, second: number) => ({ errorDeg: (first + second) / 2, halfSpanDeg: Math.abs(first - second) / 2, by: 'stop', rough: false }); // prettier-ignore
  const said = (...stops: [number, number][]) => passesWithin(stops.map((one) => stop(...one)), TRUE_WITHIN_DEG).map(({ state }) => state); // prettier-ignore

  test('is told from a wheel that slipped by the next true pass: a slip moves both readings, a slip of the eye one', () => {
    expect(said([31, -31], [31, -13], [31, -31])).toEqual(['true', 'misread', 'confirmed']);
    expect(said([31, -31], [35, -27], [31, -31])).toEqual(['true', 'slipped', 'true']);
    expect(said([31, -31], [31, -13])).toEqual(['true', 'slipped']);
  });

  test('by another stop tells nothing of the one before it', () => {
    const [first, other] = [stop(31, -31), { ...stop(12, -4), by: 'drop' }];
    expect(passesWithin([first, other, stop(31, -31)], TRUE_WITHIN_DEG)[1].state).toBe('slipped');
  });

  test('a wheel that truly slipped is not excused by it, with readings to a quarter degree', () => {
    const next = chance(5);
    const near = (deg: number) => Math.round((deg + 0.25 * (next() + next() + next() - 1.5)) * 4) / 4;
    let [excused, found, slips] = [0, 0, 0];
    for (let round = 0; round < 2000; round++) {
      const [half, slip] = [15 + 30 * next(), (next() < 0.5 ? -1 : 1) * (1.5 + 6 * next())];
      const pass = (moved: number): [number, number] => [near(half + moved), near(-half + moved)];
      if (said(pass(0), pass(slip), pass(0))[1] === 'misread') excused++;
      const [first, second] = pass(0);
      if (said(pass(0), [first, second + 2 * slip], pass(0))[1] === 'misread') found++;
      slips++;
    }
    expect(excused / slips).toBeLessThan(0.002);
    expect(found / slips).toBeGreaterThan(0.9);
  });
});
