import { chance } from '../core/chance.js';
import { lobeFromCard } from '../core/cam/lobe-from-card.js';
import { ImpossibleInput } from '../core/impossible.js';
import { CALCULATORS } from './calc.js';

const CARD = { lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }], centreline: 106, step: 8 }; // prettier-ignore

const VALVE = {
  stroke: 3.6, rodLength: 6.1, valveAngleDeg: 20, rockerRatio: 1.7, lobe: lobeFromCard(CARD).points, measured: { kind: 'minimum', clearance: 0.112 },
  lashAtCheck: 0, lash: 0.01, gasketAtCheck: 0.051, gasketFinal: 0.041, limit: 0.08, crankStep: 2,
}; // prettier-ignore

/** What each calculator is asked on a good day. */
const ASKED: Record<string, object> = {
  preload: { mount: 'stud-nut', rockerRatio: 1.7, turns: 0.75, threadsPerUnit: 20, targetPlungerTravel: 0.035 },
  lash: { state: 'hot', value: 0.022, block: 'iron', head: 'aluminium', growth: 0.006 },
  'valve-stops': {
    firingOrder: [1, 3, 2], intervals: [240, 240, 240], marginDeg: 15, method: 'fewest',
    events: { intakeOpenBtdc: 30, intakeCloseAbdc: 66, exhaustOpenBbdc: 70, exhaustCloseAtdc: 26 },
  },
  siblings: { values: [{ place: '1I', value: 1.25 }, { place: '3I', value: 0.875 }], resolution: 0.125 },
  judge: { value: 0.062, min: 0.02, max: 0.06, uncertainty: 0.004 },
  'true-tdc': { method: 'piston-stop', first: { deg: 31.5, side: 'after' }, second: { deg: 26, side: 'before' } },
  'dial-reading': { perRev: 0.1, revs: 4, needle: 0.078, startNeedle: 0, runs: 'against', expected: 0.42 },
  misalignment: { expected: 0.341, observed: 0.3395, maxAngleDeg: 6 },
  'cam-events': { intakeOpenBtdc: -4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -6 },
  'cam-centreline': { pairs: [{ drop: 0.02, opening: 84.5, closing: 131 }, { drop: 0.05, opening: 68, closing: 148.5 }] },
  'cam-install': { measuredCentreline: 110.5, targetCentreline: 107, availableOffsets: [-4, 0, 4], currentOffset: 0, settleRetard: 0.5, tolerance: 1 },
  'lobe-from-card': CARD,
  'lobe-analyse': { points: lobeFromCard(CARD).points, measuredAt: 'valve', rockerRatio: 1.6, lash: 0, uncertainty: 0.0005, lifts: [0.05], drops: [0.02] },
  'piston-valve': { ...VALVE, phases: [-4, 0, 4] },
  'piston-valve-uncertainty': { ...VALVE, phases: [], standardUncertainty: { clearance: 0.005, gasketAtCheck: 0.001, rodLength: 0.002 }, draws: 20, seed: 3 },
  'spring-check': { installedHeight: 1.9, solidHeight: 1.15, valveLift: 0.6, rate: 400, seatLoad: 150, coilBindLimit: 0.06 },
  'pushrod-length': { checkedLength: 7.612, gasketAtCheck: 0.051, gasketFinal: 0.041, plungerDepthTarget: 0.035, pushrodAngleDeg: 8, lash: 0, rockerRatio: 1.7 },
  'pushrod-pick': { required: 7.637, plungerTarget: 0.035, window: { min: 0.02, max: 0.06 }, available: { from: 7.6, to: 7.675, step: 0.025 } },
  'gauge-length': { length: 7.65, from: 'overall', to: 'theoretical', ballDiameter: 0.3125, holeDiameter: 0.1, gaugeDiameter: 0.14 },
  'sweep-fit': { mount: 'stud-nut', rockerRatio: 1.7, armLength: 1.45, valveLift: 0.58, lineWidth: 0.03, trials: [{ setting: 7.55, width: 0.07521 }, { setting: 7.6, width: 0.06753 }, { setting: 7.7, width: 0.06467 }] },
  'adjust-remedy': { rockerRatio: 1.7, heldOpen: 0.03, plungerTravel: 0.12, plungerTarget: 0.04 },
  promise: { from: '2026-03-02T08:00:00Z', steps: [{ id: 'a', minutes: 240 }, { id: 'b', minutes: 60, needs: ['a'], notBefore: '2026-03-04T09:00:00Z' }], week: [{ day: 'mon', from: '08:00', to: '17:00', breakFrom: '12:00', breakTo: '12:30' }, { day: 'wed', from: '08:00', to: '17:00' }], closed: ['2026-03-05'], timeZone: 'Europe/Amsterdam' },
  'torque-adapter': { target: 64, wrenchLength: 16, adapterLength: 3, angleDeg: 0 },
  'recheck-due': { interval: 30, used: 7, perWeek: 2.5, from: '2026-03-02', highestRpm: 7350, bands: [{ overRpm: 7100, factor: 0.7 }] },
  'rod-adjuster': { mount: 'nut', pitch: 0.05, rockerRatio: 1.55, at: { length: 7.61, turns: 3 }, range: { least: 1, most: 5 }, rods: [7.66, 7.56] },
  'tapped-mark': { armLength: 1.42, valveLift: 0.52, taps: [{ setting: 0.015, position: 0.001 }, { setting: 0.075, position: 0.012 }], standardUncertainty: { position: 0.003 } },
  'stop-nut-shims': { pitch: 0.05, rockerRatio: 1.6, turns: [{ place: '1I', turns: 1.1 }, { place: '1E', turns: 0.9 }], window: { min: 0.02, max: 0.06 }, shims: [0, 0.03] },
  'equal-drop': { stroke: 3.6, rodLength: 6.1, drop: 0.025 },
  'clay-elsewhere': { clearance: 0.112, deckHere: -0.001, deckThere: 0.004, valveAngleDeg: 20, standardUncertainty: { clearance: 0.003, deckHere: 0.001, deckThere: 0.001 } },
  'hot-preload': { depthCold: 0.02, growthAtValve: 0.007, rockerRatio: 1.55, least: 0.01 },
  'rocker-position': { armLength: 1.45, closedHeight: 0.29, lift: 0.58 },
}; // prettier-ignore

/** What a slipped key or a broken sender makes of a number. */
const SENT = [0, -0, 1, -1, 5e-324, 1e-300, 1e-9, 1e6, -1e6, 1e15, 1e300, -1.7e308, 360, 720, -360.5, 0.1 + 0.2, null, '', '1', true, [], {}]; // prettier-ignore

type Tree = Record<string, unknown>;
/** Every leaf of what is asked, as the object that has it and its name there. */
function leavesOf(tree: Tree): { of: Tree; name: string }[] {
  return Object.entries(tree).flatMap(([name, value]) =>
    typeof value === 'object' && value !== null ? leavesOf(value as Tree) : [{ of: tree, name }],
  );
}

test('every calculator is among them', () => {
  expect(Object.keys(ASKED).sort()).toEqual(CALCULATORS.map(({ name }) => name).sort());
});

test.each(Object.keys(ASKED))(
  '%s answers whatever is sent with true figures or with the field that is wrong',
  (name) => {
    const { input, output, compute } = CALCULATORS.find((one) => one.name === name)!;
    const next = chance(17);
    const pick = <T>(from: T[]) => from[Math.floor(next() * from.length)];
    const outcomes = { figures: 0, refused: 0, impossible: 0 };
    for (let round = 0; round < 500; round++) {
      const asked = structuredClone(ASKED[name]) as Tree;
      for (let slips = round % 3; slips > 0; slips--) {
        const { of, name: leaf } = pick(leavesOf(asked));
        of[leaf] = pick(SENT);
      }
      const read = input.safeParse(asked);
      if (!read.success) {
        expect(read.error.issues.length).toBeGreaterThan(0);
        outcomes.refused++;
        continue;
      }
      try {
        const answer = output.safeParse(compute(read.data));
        if (!answer.success) throw new Error(`${JSON.stringify(asked)} is answered by ${answer.error.message}`);
        outcomes.figures++;
      } catch (error) {
        if (!(error instanceof ImpossibleInput)) throw error;
        outcomes.impossible++;
      }
    }
    expect(outcomes.figures).toBeGreaterThan(100);
    expect(outcomes.refused + outcomes.impossible).toBeGreaterThan(50);
  },
);
