import { torqueAdapter } from './torque-adapter.js';

describe('a torque wrench with an adapter on it', () => {
  it('is set lower by what the adapter lengthens it', () => {
    const { setting, factor } = torqueAdapter({ target: 64, wrenchLength: 16, adapterLength: 3, angleDeg: 0 });
    expect(setting).toBeCloseTo(53.895, 3);
    expect(factor).toBeCloseTo(16 / 19, 12);
  });

  it.each([90, -90, 270])('is set to the target where the adapter stands across, at %i°', (angleDeg) => {
    expect(torqueAdapter({ target: 64, wrenchLength: 16, adapterLength: 3, angleDeg })).toEqual({ setting: 64, factor: 1 }); // prettier-ignore
  });

  it('is set higher where the adapter folds back, and the same the other way round', () => {
    for (let angleDeg = 91; angleDeg <= 180; angleDeg++) {
      const { setting } = torqueAdapter({ target: 64, wrenchLength: 16, adapterLength: 3, angleDeg });
      expect(setting).toBeGreaterThan(64);
      expect(torqueAdapter({ target: 64, wrenchLength: 16, adapterLength: 3, angleDeg: -angleDeg }).setting).toBeCloseTo(setting, 9); // prettier-ignore
    }
  });

  it('refuses one that folds back past the handle', () => {
    expect(() => torqueAdapter({ target: 64, wrenchLength: 3, adapterLength: 3, angleDeg: 180 })).toThrow('adapter-past-handle'); // prettier-ignore
  });
});
