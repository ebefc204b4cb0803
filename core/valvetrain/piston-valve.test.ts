import { lobeFromCard } from '../cam/lobe-from-card.js';
import { chance } from '../chance.js';
import { ImpossibleInput } from '../impossible.js';
import { pistonValve, type PistonValveInput } from './piston-valve.js';
import { pistonValveUncertainty, type PistonValveUncertaintyInput } from './piston-valve-uncertainty.js';
import { springCheck } from './spring-check.js';

/** The lobe of the worked example at 1° points; exhaust, mirrored on the other side of the overlap. */
const { halfWidth, power } = lobeFromCard({
  lobeLift: 0.341,
  durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }],
  centreline: 106,
  step: 1,
}); // prettier-ignore
const liftAt = (deg: number) =>
  Math.abs(deg - 106) >= halfWidth ? 0 : 0.341 * Math.cos((Math.PI * (deg - 106)) / (2 * halfWidth)) ** power;
const INTAKE = Array.from({ length: 341 }, (_, index): [number, number] => [index - 60, liftAt(index - 60)]);

const CHECK: PistonValveInput = {
  stroke: 3.6, rodLength: 6.1, valveAngleDeg: 20, rockerRatio: 1.7, lobe: INTAKE,
  measured: { kind: 'minimum', clearance: 0.112 }, lashAtCheck: 0, lash: 0, gasketAtCheck: 0.051, gasketFinal: 0.041,
  limit: 0.08, phases: [-4, 0, 4, 8], crankStep: 0.5,
}; // prettier-ignore
const least = (change: Partial<PistonValveInput> = {}, advance = 0) =>
  pistonValve({ ...CHECK, ...change, phases: [advance] }).phases[0].minimum;

describe('the worked example', () => {
  const { dropAtTdc, phases, safeAdvance, cutNeeded, curve } = pistonValve(CHECK);

  test('finds the drop at the top, and the least clearance at every position of the cam', () => {
    expect(dropAtTdc).toBeCloseTo(0.24864, 5);
    const found = phases.map(({ advance, minimum, atDeg }) => [advance, Number(minimum.toFixed(5)), atDeg]);
    expect(found).toEqual([[-4, 0.1236, 7.5], [0, 0.1026, 8], [4, 0.08059, 8.5], [8, 0.0578, 8.5]]); // prettier-ignore
  });

  test('says how far the cam may be moved: as far back as was asked, and forward until the limit', () => {
    expect(safeAdvance!.min).toBe(-4);
    expect(safeAdvance!.max).toBeGreaterThan(4);
    expect(least({}, safeAdvance!.max)).toBeGreaterThanOrEqual(0.08);
    expect(least({}, safeAdvance!.max + 0.01)).toBeLessThan(0.08);
  });

  test('cuts nothing where the limit is kept, and the rest where it is not', () => {
    expect(cutNeeded).toBe(0);
    expect(pistonValve({ ...CHECK, limit: 0.12 }).cutNeeded).toBeCloseTo(0.0174, 5);
  });

  test('draws a curve whose least point is the one that is told', () => {
    const [deg, clearance] = curve.reduce((low, point) => (point[1] < low[1] ? point : low));
    expect([deg, clearance]).toEqual([8, phases[1].minimum]);
  });

  test('taken as the drop at the top instead, gives the same', () => {
    expect(least({ measured: { kind: 'drop-at-tdc', clearance: dropAtTdc } })).toBeCloseTo(phases[1].minimum, 12);
  });
});

describe('on any plausible engine', () => {
  const next = chance(41);
  const between = (low: number, high: number) => low + (high - low) * next();
  const engines = Array.from({ length: 40 }, (): PistonValveInput => {
    const stroke = between(2.5, 5);
    return {
      ...CHECK,
      stroke,
      rodLength: stroke * between(1.4, 2),
      valveAngleDeg: between(0, 30),
      rockerRatio: between(1.3, 1.9),
      measured: { kind: 'minimum', clearance: between(0.05, 0.2) },
      lashAtCheck: between(0, 0.02),
      lash: between(0, 0.02),
      gasketAtCheck: between(0.02, 0.06),
      gasketFinal: between(0.02, 0.06),
    };
  });
  const minimum = (engine: PistonValveInput, change: Partial<PistonValveInput>, advance = 0) =>
    pistonValve({ ...engine, ...change, phases: [advance] }).phases[0].minimum;

  test('the reading comes back when the check is asked for itself', () => {
    for (const engine of engines) {
      const asChecked = { lash: engine.lashAtCheck, gasketFinal: engine.gasketAtCheck };
      expect(minimum(engine, asChecked)).toBeCloseTo(engine.measured.clearance, 12);
    }
  });

  test('the intake comes closer the more it is advanced', () => {
    for (const engine of engines) {
      const found = [-8, -4, 0, 4, 8].map((advance) => minimum(engine, {}, advance));
      expect([...found].sort((a, b) => b - a)).toEqual(found);
    }
  });

  test('a thicker gasket adds its thickness times the cosine, and nothing else', () => {
    for (const engine of engines) {
      const thicker = minimum(engine, { gasketFinal: engine.gasketFinal + 0.01 }) - minimum(engine, {});
      expect(thicker).toBeCloseTo(0.01 * Math.cos((engine.valveAngleDeg * Math.PI) / 180), 12);
    }
  });

  test('a finer crank finds nothing closer than a dial could tell', () => {
    for (const engine of engines) {
      const coarse = minimum(engine, {});
      expect(Math.abs(minimum(engine, { crankStep: 0.05 }) - coarse)).toBeLessThan(0.0002);
    }
  });

  test('a lobe that is told a whole cycle later is the same lobe', () => {
    for (const engine of engines)
      expect(minimum({ ...engine, lobe: engine.lobe.map(([deg, lift]) => [deg + 720, lift]) }, {})).toBe(minimum(engine, {})); // prettier-ignore
  });

  test('an exhaust that mirrors the intake comes as close before the top as the intake after it', () => {
    for (const engine of engines) {
      const mirrored = [...engine.lobe].reverse().map(([deg, lift]): [number, number] => [-deg, lift]);
      const [intake] = pistonValve({ ...engine, phases: [3] }).phases;
      const [exhaust] = pistonValve({ ...engine, lobe: mirrored, phases: [-3] }).phases;
      expect([exhaust.minimum, exhaust.atDeg]).toEqual([expect.closeTo(intake.minimum, 12), -intake.atDeg]);
    }
  });
});

test('where no position keeps the limit, none is safe; where only others do, the nearest stretch is told', () => {
  expect(pistonValve({ ...CHECK, limit: 0.5 }).safeAdvance).toBeNull();
  const { safeAdvance, cutNeeded } = pistonValve({ ...CHECK, limit: 0.11, phases: [-12, -8, -4, 0, 4] });
  expect(safeAdvance!.min).toBe(-12);
  expect(safeAdvance!.max).toBeGreaterThan(-4);
  expect(safeAdvance!.max).toBeLessThan(0);
  expect(cutNeeded).toBeCloseTo(0.11 - least(), 12);
});

test.each<[string, Partial<PistonValveInput>, string, string]>([
  ['a rod no longer than the throw', { rodLength: 1.8 }, 'rodLength', 'rod-too-short'],
  ['a lobe shorter than its lash', { lash: 0.7 }, 'lash', 'lash-above-lift'],
  ['a lash at the check that hides the lobe', { lashAtCheck: 0.7 }, 'lashAtCheck', 'lash-above-lift'],
  ['a lobe of two points', { lobe: INTAKE.slice(0, 2) }, 'lobe', 'too-few-points'],
  ['a lobe that turns back', { lobe: [...INTAKE.slice(0, 9), INTAKE[3]] }, 'lobe.9.0', 'angle-not-ascending'],
])('%s is refused by name', (_what, change, path, code) => {
  const refused = () => pistonValve({ ...CHECK, ...change });
  expect(refused).toThrow(ImpossibleInput);
  try {
    refused();
  } catch (error) {
    expect((error as ImpossibleInput).issues.map((issue) => [issue.path.join('.'), issue.code])).toContainEqual([path, code]); // prettier-ignore
  }
});

describe('how sure it is', () => {
  const asked = (standardUncertainty: PistonValveUncertaintyInput['standardUncertainty'], draws = 4000) =>
    pistonValveUncertainty({ ...CHECK, phases: [], standardUncertainty, draws, seed: 7 });

  test('with nothing but the clay in doubt, the doubt is that of the clay', () => {
    const { mean, standardDeviation, sensitivity } = asked({ clearance: 0.004 });
    expect(mean).toBeCloseTo(least(), 3);
    expect(standardDeviation / 0.004).toBeCloseTo(1, 1);
    expect(sensitivity).toEqual([{ input: 'clearance', share: 1 }]);
  });

  test('what check and build have in common mostly cancels; a gasket that only one of them has does not', () => {
    const common = asked({ stroke: 0.01 }).standardDeviation;
    const gasket = asked({ gasketFinal: 0.01 }).standardDeviation;
    expect(common).toBeLessThan(gasket / 50);
    expect(gasket / (0.01 * Math.cos((20 * Math.PI) / 180))).toBeCloseTo(1, 1);
  });

  test('where the cam stands mostly cancels, by what it was moved since does not: then degreeing it again is worth most', () => {
    const [common, moved] = [asked({ camPositionDeg: 0.5 }), asked({ camMovedDeg: 0.5 })].map(
      (one) => one.standardDeviation,
    );
    // Some five thousandths a degree, and the check was another cam position by as much.
    expect(common).toBeLessThan(moved / 5);
    const perDeg = least({}, -0.5) - least({}, 0.5);
    expect(moved / (0.5 * perDeg)).toBeCloseTo(1, 1);
    expect(asked({ clearance: 0.001, camMovedDeg: 0.5 }).sensitivity[0].input).toBe('camMovedDeg');
  });

  test('deck and milling count along the valve, a plunger that sank by its ratio', () => {
    const along = Math.cos((20 * Math.PI) / 180);
    expect(asked({ deck: 0.004 }).standardDeviation / (0.004 * along)).toBeCloseTo(1, 1);
    expect(asked({ milled: 0.004 }).standardDeviation / (0.004 * along)).toBeCloseTo(1, 1);
    expect(asked({ plunger: 0.001 }).standardDeviation / (0.001 * CHECK.rockerRatio)).toBeCloseTo(1, 1);
  });

  test('names what makes most of it, in shares that add up to one', () => {
    const { sensitivity } = asked({ clearance: 0.003, gasketAtCheck: 0.004, lash: 0.001, camPositionDeg: 0.5 });
    expect(sensitivity.map(({ input }) => input)[0]).toBe('gasketAtCheck');
    expect(sensitivity.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
  });

  test('half of the draws lie below a limit that is the clearance itself, all below one far above, none below one far under', () => {
    const below = (limit: number) =>
      pistonValveUncertainty({ ...CHECK, limit, phases: [], standardUncertainty: { clearance: 0.003 }, draws: 4000, seed: 2 }).shareBelowLimit; // prettier-ignore
    expect(below(least())).toBeCloseTo(0.5, 1);
    expect([below(least() + 0.03), below(least() - 0.03)]).toEqual([1, 0]);
  });

  test('the same seed gives the same answer, another seed another', () => {
    const run = (seed: number) => pistonValveUncertainty({ ...CHECK, phases: [], standardUncertainty: { clearance: 0.003 }, draws: 200, seed }); // prettier-ignore
    expect(run(5)).toEqual(run(5));
    expect(run(5).mean).not.toBe(run(6).mean);
  });

  test('nothing in doubt is no doubt', () => {
    expect(asked({}, 10)).toMatchObject({ standardDeviation: 0, sensitivity: [] });
  });

  test('a rod that might be shorter than the throw is refused by the doubt in it', () => {
    expect(() => asked({ rodLength: 1 })).toThrow('standardUncertainty.rodLength: uncertainty-too-large');
  });
});

test('a spring at full lift: its load, what is left before the coils touch, and whether that is enough', () => {
  const spring = { installedHeight: 1.9, solidHeight: 1.24, valveLift: 0.6, rate: 400, seatLoad: 150, coilBindLimit: 0.06 }; // prettier-ignore
  const { openHeight, coilBindMargin, openLoad, ok } = springCheck(spring);
  expect([openHeight, openLoad]).toEqual([expect.closeTo(1.3, 12), 390]);
  expect([coilBindMargin, ok]).toEqual([expect.closeTo(0.06, 12), true]);
  expect(springCheck({ ...spring, valveLift: 0.601 }).ok).toBe(false);
});
