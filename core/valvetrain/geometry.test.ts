import { chance } from '../chance.js';
import { ImpossibleInput } from '../impossible.js';
import { gaugeLength, type LengthConvention } from './gauge-length.js';
import { pushrodLength } from './pushrod-length.js';
import { pushrodPick } from './pushrod-pick.js';
import { rockerPosition } from './rocker-position.js';
import { sweepFit, type SweepFitInput } from './sweep-fit.js';

const codeOf = (act: () => unknown) => {
  try {
    act();
  } catch (error) {
    if (error instanceof ImpossibleInput) return [error.issues[0].code, error.issues[0].path[0]];
    throw error;
  }
  return null;
};

describe('the pushrod to order', () => {
  const CHECK = {
    checkedLength: 7.612, gasketAtCheck: 0.051, gasketFinal: 0.041, plungerDepthAtCheck: 0, plungerDepthTarget: 0.035,
    headCutAfterCheck: 0, deckCutAfterCheck: 0, pushrodAngleDeg: 8, lash: 0, lashAtCheck: 0, rockerRatio: 1.7,
  }; // prettier-ignore

  test('by the worked example, its terms adding up to it', () => {
    const { length, terms } = pushrodLength(CHECK);
    expect(length).toBeCloseTo(7.6371, 5);
    expect(Object.values(terms).reduce((sum, term) => sum + term, 7.612)).toBeCloseTo(length, 12);
  });

  test('is shorter by what is cut, and by what more lash takes at the pushrod', () => {
    expect(pushrodLength({ ...CHECK, headCutAfterCheck: 0.01, pushrodAngleDeg: 0 }).terms.cuts).toBeCloseTo(-0.01, 12);
    expect(pushrodLength({ ...CHECK, lash: 0.017 }).terms.lash).toBeCloseTo(-0.01, 12);
  });
});

describe('which length is picked', () => {
  const WINDOW = { min: 0.02, max: 0.06 };

  test('by the worked example, from the steps of a catalogue', () => {
    const { pick, candidates } = pushrodPick({ required: 7.637, plungerTarget: 0.035, window: WINDOW, available: { from: 7.6, to: 7.675, step: 0.025 } }); // prettier-ignore
    expect(pick).toBeCloseTo(7.65, 9);
    const best = candidates.find(({ length }) => Math.abs(length - 7.65) < 1e-9)!;
    expect([best.plungerDepth, best.margin]).toEqual([expect.closeTo(0.048, 9), expect.closeTo(0.012, 9)]);
    expect(candidates.map(({ length }) => Number(length.toFixed(3)))).toEqual([7.6, 7.625, 7.65, 7.675]);
  });

  test('none where none lies within its window', () =>
    expect(pushrodPick({ required: 7.637, plungerTarget: 0.035, window: WINDOW, available: [7.5, 7.8] }).pick).toBeNull());

  test('steps that run backwards, or without an end, are refused', () => {
    const steps = (available: { from: number; to: number; step: number }) =>
      codeOf(() => pushrodPick({ required: 7.6, plungerTarget: 0.03, window: WINDOW, available }));
    expect(steps({ from: 8, to: 7, step: 0.1 })).toEqual(['lengths-backwards', 'available']);
    expect(steps({ from: 1, to: 9, step: 0.0001 })).toEqual(['too-many-lengths', 'available']);
  });
}); // prettier-ignore

describe('conventions of length', () => {
  const BALL = { ballDiameter: 0.3125, holeDiameter: 0.1, gaugeDiameter: 0.14 };

  test('by the worked example', () => {
    const of = (to: LengthConvention) => gaugeLength({ length: 7.65, from: 'overall', to, ...BALL });
    expect([of('theoretical'), of('gauge'), of('overall')]).toEqual([expect.closeTo(7.66643, 5), expect.closeTo(7.63332, 5), 7.65]); // prettier-ignore
  });

  test('there and back is the same length', () => {
    for (const from of ['theoretical', 'overall', 'gauge'] as const)
      for (const to of ['theoretical', 'overall', 'gauge'] as const)
        expect(gaugeLength({ length: gaugeLength({ length: 8, from, to, ...BALL }), from: to, to: from, ...BALL })).toBeCloseTo(8, 12); // prettier-ignore
  });

  test('a hole as wide as the ball is none', () =>
    expect(codeOf(() => gaugeLength({ length: 8, from: 'overall', to: 'theoretical', ...BALL, holeDiameter: 0.3125 }))).toEqual(['circle-off-ball', 'holeDiameter'])); // prettier-ignore
});

describe('the rocker over its valve', () => {
  test('by the worked example', () => {
    expect(rockerPosition({ armLength: 1.45, closedHeight: 0.29, lift: 0.58 })).toEqual({
      angleDeg: expect.closeTo(-11.53696, 5), reach: expect.closeTo(1.4207, 5), shift: expect.closeTo(0, 12),
    }); // prettier-ignore
    expect(rockerPosition({ armLength: 1.45, closedHeight: 0.29, lift: 0.29 })).toEqual({
      angleDeg: expect.closeTo(0, 12), reach: expect.closeTo(1.45, 12), shift: expect.closeTo(0.0293, 5),
    }); // prettier-ignore
  });

  test('an arm that cannot reach so far is refused', () =>
    expect(codeOf(() => rockerPosition({ armLength: 1, closedHeight: 0.2, lift: 1.3 }))).toEqual(['arm-too-short', 'lift']));
}); // prettier-ignore

describe('the narrowest mark', () => {
  const ROCKER = { mount: 'stud-nut', rockerRatio: 1.7, armLength: 1.45, valveLift: 0.58, uncertainty: 0.004 } as const;
  const EXAMPLE = [[7.55, 0.07521], [7.6, 0.06753], [7.65, 0.0606], [7.7, 0.06467]].map(([setting, width]) => ({ setting, width })); // prettier-ignore
  const fit = (change: Partial<SweepFitInput> = {}) => sweepFit({ ...ROCKER, trials: EXAMPLE, ...change });

  /** The mark that a rocker rubs at a setting, from its reach over the whole lift. */
  const rubbedBy = (rocker: Pick<SweepFitInput, 'mount' | 'armLength' | 'valveLift'>, best: number, line: number) => {
    const k = rocker.mount === 'shaft' ? 1 : 1 / (1 + 1 / 1.7);
    const reach = (y: number) => Math.sqrt(rocker.armLength ** 2 - y ** 2);
    return (setting: number) => {
      const closed = rocker.valveLift / 2 - k * (setting - best);
      const along = Array.from({ length: 2001 }, (_, turn) => reach(closed - (rocker.valveLift * turn) / 2000));
      return Math.max(...along) - Math.min(...along) + line;
    };
  };

  test('by the worked example: where it lies, how narrow, and that the marks follow the geometry', () => {
    const found = fit();
    expect(found.best).toBeCloseTo(7.66, 3);
    expect(found.lineWidth).toBeCloseTo(0.03, 4);
    expect(found.residualRms).toBeLessThan(0.0001);
    expect(found).toMatchObject({
      explained: true,
      ambiguous: false,
      narrowestMeasured: { setting: 7.65, width: 0.0606 },
    });
    expect(found.minimumWidth).toBeLessThan(0.0606);
    expect(found.nextTrial).toBeCloseTo(7.66, 3);
  });

  test('two trials are enough where the line’s own width is known, three where it is not', () => {
    expect(fit({ trials: EXAMPLE.slice(0, 2), lineWidth: 0.03 }).best).toBeCloseTo(7.66, 2);
    expect(codeOf(() => fit({ trials: EXAMPLE.slice(0, 2) }))).toEqual(['too-few-points', 'trials']);
    expect(codeOf(() => fit({ trials: [EXAMPLE[0], EXAMPLE[0], EXAMPLE[0]] }))).toEqual(['same-setting', 'trials']);
  });

  test('marks of any plausible rocker lead back to the setting that they were made from', () => {
    const next = chance(23);
    for (let trial = 0; trial < 20; trial++) {
      const rocker = { ...ROCKER, mount: next() < 0.5 ? ('stud-nut' as const) : ('shaft' as const), armLength: 1.3 + 0.4 * next(), valveLift: 0.45 + 0.2 * next() }; // prettier-ignore
      const best = 0.1 * (next() - 0.5);
      const widthAt = rubbedBy(rocker, best, 0.028);
      const trials = [-0.12, -0.05, 0.02, 0.09].map((setting) => ({ setting, width: widthAt(setting) }));
      const found = sweepFit({ ...rocker, trials });
      expect(found.best).toBeCloseTo(best, 3);
      for (const [setting, width] of found.curve) expect(width).toBeCloseTo(widthAt(setting), 3);
    }
  });

  test('marks that scatter as their uncertainty says leave the truth within what is told, nineteen times of twenty', () => {
    const next = chance(7);
    // Two uniform numbers make a normal one (Box and Muller).
    const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
    const widthAt = rubbedBy(ROCKER, 7.66, 0.03);
    const marks = [7.55, 7.62, 7.7, 7.76].map((setting) => ({ setting, width: widthAt(setting) }));
    const rounds = 300;
    let covered = 0;
    for (let round = 0; round < rounds; round++) {
      const trials = marks.map(({ setting, width }) => ({ setting, width: width + (0.004 / 1.96) * normal() }));
      const [low, high] = fit({ trials, lineWidth: 0.03 }).within;
      if (low <= 7.66 && 7.66 <= high) covered++;
    }
    expect(covered / rounds).toBeGreaterThan(0.9);
    expect(covered / rounds).toBeLessThan(0.99);
  });

  test('marks that follow no geometry say so, and the narrowest that was measured stands', () => {
    const trials = [{ setting: 7.5, width: 0.06 }, { setting: 7.6, width: 0.11 }, { setting: 7.7, width: 0.055 }]; // prettier-ignore
    expect(fit({ trials })).toMatchObject({ explained: false, narrowestMeasured: { setting: 7.7 } });
  });

  test('an arm too short for its lift is refused', () =>
    expect(codeOf(() => fit({ armLength: 0.5 }))).toEqual(['arm-too-short', 'armLength']));
});
