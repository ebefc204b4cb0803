import { ImpossibleInput } from '../impossible.js';
import { lash } from './lash.js';
import { preload } from './preload.js';

describe('preload: turns are not depth', () => {
  test('a nut on a stud moves the plunger by the lever of the rocker', () => {
    const result = preload({
      mount: 'stud-nut',
      rockerRatio: 1.7,
      turns: 0.75,
      threadsPerUnit: 20,
      targetPlungerTravel: 0.035,
    });
    expect(result.leverFactor).toBeCloseTo(1.5882, 4);
    expect(result.adjusterTravel).toBeCloseTo(0.0375, 10);
    expect(result.plungerTravel).toBeCloseTo(0.05956, 5);
    expect(result.turnsForTarget).toBeCloseTo(0.4407, 4);
  });

  test('a screw at the pushrod end moves it one to one', () => {
    const result = preload({ mount: 'rocker-screw', rockerRatio: 1.7, turns: 1, pitch: 1 });
    expect(result).toMatchObject({ leverFactor: 1, plungerTravel: 1 });
  });

  test('a shim taken out from under a pedestal works like the nut, and the shim for a depth is told', () => {
    const result = preload({ mount: 'pedestal-shim', rockerRatio: 1.6, shimChange: 0.02, targetPlungerTravel: 0.0325 });
    expect(result.plungerTravel).toBeCloseTo(0.0325, 10);
    expect(result.shimForTarget).toBeCloseTo(0.02, 10);
    expect(result).not.toHaveProperty('turnsForTarget');
  });

  test('turns for a target, turned, give the target', () => {
    for (const ratio of [1.1, 1.5, 1.85])
      for (const target of [0.01, 0.04, 0.12]) {
        const given = { mount: 'stud-nut' as const, rockerRatio: ratio, threadsPerUnit: 24 };
        const { turnsForTarget } = preload({ ...given, targetPlungerTravel: target });
        expect(preload({ ...given, turns: turnsForTarget }).plungerTravel).toBeCloseTo(target, 12);
      }
  });

  test.each([
    [{ mount: 'stud-nut', rockerRatio: 1.6 }, 'turns-or-target'],
    [{ mount: 'stud-nut', rockerRatio: 1.6, turns: 1 }, 'thread-missing'],
    [{ mount: 'stud-nut', rockerRatio: 1.6, turns: 1, pitch: 1, threadsPerUnit: 1 }, 'thread-twice'],
    [{ mount: 'stud-nut', rockerRatio: 1.6, turns: 1, pitch: 1, shimChange: 1 }, 'shim-needs-pedestal'],
    [{ mount: 'pedestal-shim', rockerRatio: 1.6, turns: 1, shimChange: 1 }, 'pedestal-has-no-turns'],
    [{ mount: 'pedestal-shim', rockerRatio: 1.6 }, 'shim-or-target'],
  ] as const)('%j cannot be computed: %s', (input, code) => {
    expect.assertions(1);
    try {
      preload(input);
    } catch (error) {
      expect((error as ImpossibleInput).issues[0].code).toBe(code);
    }
  });
});

describe('lash', () => {
  test.each([
    ['iron', 'iron', 0.024],
    ['iron', 'aluminium', 0.016],
    ['aluminium', 'aluminium', 0.01],
  ] as const)('0.022 hot with a block of %s and heads of %s is %p cold', (block, head, cold) => {
    expect(lash({ state: 'hot', value: 0.022, block, head, unit: 'in' }).cold).toBeCloseTo(cold, 12);
  });

  test('hot from cold is the way back', () => {
    const there = lash({ state: 'hot', value: 0.55, block: 'iron', head: 'aluminium', unit: 'mm' });
    expect(there.growth).toBeCloseTo(0.1524, 10);
    expect(lash({ state: 'cold', value: there.cold, block: 'iron', head: 'aluminium', unit: 'mm' }).hot).toBeCloseTo(
      0.55,
      12,
    );
  });

  test('the shop’s own growth overrides the table, and is asked for where the table has none', () => {
    expect(
      lash({ state: 'hot', value: 0.02, block: 'aluminium', head: 'iron', growth: 0.004, unit: 'in' }).cold,
    ).toBeCloseTo(0.016, 12);
    expect(() => lash({ state: 'hot', value: 0.02, block: 'aluminium', head: 'iron', unit: 'in' })).toThrow(
      ImpossibleInput,
    );
  });

  test('a lash that closes up is no lash', () => {
    expect(() => lash({ state: 'hot', value: 0.004, block: 'iron', head: 'aluminium', unit: 'in' })).toThrow(
      /lash-closes-cold/,
    );
    expect(() => lash({ state: 'cold', value: 0.001, block: 'iron', head: 'iron', unit: 'in' })).toThrow(
      /lash-closes-hot/,
    );
  });
});
