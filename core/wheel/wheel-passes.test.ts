import { wheelDoubt, wheelPasses as passesWithin } from './wheel-passes.js';

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

describe('whether an angle can be trusted', () => {
  /** Passes with these errors, taken as the 10th, 20th … reading. */
  const passes = (...errors: number[]) =>
    wheelPasses(errors.map((error) => at(error))).map((pass, index) => ({ ...pass, turn: (index + 1) * 10 }));

  test.each([
    ['before any pass', 5, [0], 'dead-centre-unknown'],
    ['after a true pass', 15, [0], null],
    ['after a pointer that is off', 15, [3], 'dead-centre-off'],
    ['between two true passes', 15, [0, 0], null],
    ['between a true pass and the one that found the slip', 15, [0, 3], 'wheel-slipped'],
    ['after the slip was found', 25, [0, 3], 'wheel-slipped'],
    ['after the wheel was set anew', 35, [0, 3, 0], null],
    ['two passes before the slip', 15, [0, 0, 3], null],
  ] as const)('%s', (_when, turn, errors, doubt) => expect(wheelDoubt(turn, passes(...errors))).toBe(doubt));

  test('with the rough dial alone it stays rough', () => {
    const rough = wheelPasses([at(1, true)]).map((pass) => ({ ...pass, turn: 10 }));
    expect(wheelDoubt(15, rough)).toBe('dead-centre-rough');
  });
});
