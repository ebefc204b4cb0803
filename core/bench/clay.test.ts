import { anotherLobe } from '../cam/another-lobe.js';
import { chance } from '../chance.js';
import { clayPlan } from '../sheet/clay-plan.js';
import { judgingOf } from '../sheet/judging-of.js';
import { sheetOf } from '../sheet/sheet.js';
import { standOf } from '../sheet/stand.js';
import { fileOf, readingOf } from '../sheet/test-file.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { acrossPositions } from '../valvetrain/across-positions.js';
import { liftAt, type CamLobe } from './cam-lobe.js';
import { pistonBelowTop, type CrankDrive } from './crank-drive.js';

/** Valves over their pistons in engines that are only points and distances, against what is said of those without clay. */

const IN = 25.4;
const next = chance(31);
const between = (least: number, most: number) => least + (most - least) * next();

interface Truth {
  crank: CrankDrive;
  lobe: CamLobe;
  ratio: number;
  leanDeg: number;
  /** From the closed valve to the crown, along the valve, with the piston at the top and level with the deck. */
  apart: number;
}

const someEngine = (): Truth => {
  const throwLength = between(38, 50);
  return {
    crank: { throwLength, rod: throwLength * between(3, 3.8) },
    lobe: {
      noseDeg: between(100, 114), noseLift: between(7, 9),
      opening: { rampDeg: 25, flankDeg: between(110, 130), rampLift: 0.2 }, closing: { rampDeg: 25, flankDeg: between(110, 130), rampLift: 0.2 },
    },
    ratio: between(1.5, 1.8), leanDeg: between(8, 24), apart: between(7, 9),
  }; // prettier-ignore
};

/** The least gap of an intake over a turn, with its piston so much over the deck and the cam so much advanced. */
function leastGap({ crank, lobe, ratio, leanDeg, apart }: Truth, { deck = 0, advance = 0 }): number {
  const along = Math.cos((leanDeg * Math.PI) / 180);
  let least = Infinity;
  for (let deg = -90; deg <= 120; deg += 0.25) {
    const open = liftAt(lobe, deg + advance) * ratio;
    least = Math.min(least, apart + (pistonBelowTop(crank, Math.abs(deg)) - deck) * along - open);
  }
  return least;
}

/** A file of it: a swept lobe, its figures, decks of two cylinders, clay at the first. */
function fileOfTruth(truth: Truth, decks: [number, number]) {
  const { crank, lobe, ratio, leanDeg } = truth;
  const engine = {
    ...(LAYOUTS[0].engine as Engine),
    lifter: 'solid' as const,
    ratio: { intake: ratio, exhaust: ratio },
  };
  const at = '2026-03-02T09:00:00.000Z';
  const paper = (kind: string, body: unknown) => ({ id: kind, kind, body, by: 'builder', at });
  const mm = (value: number) => ({ entered: value.toFixed(6), unit: 'mm' });
  const points = Array.from({ length: 481 }, (_, turn) => [turn - 130, liftAt(lobe, turn - 130)]).map(([deg, lift]) => [deg, Number(lift.toFixed(6))]); // prettier-ignore
  const papers = [
    paper('engine-data', { figures: { stroke: mm(2 * crank.throwLength), 'rod-length': mm(crank.rod), 'valve-angle-intake': { entered: String(leanDeg), unit: 'deg' } } }),
    paper('mock-up', { check: 1, unit: 'mm', gasketAtCheck: 1, gasketFinal: 1, lifters: 'solid', springs: 'checking', lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0, same: { rockers: true, lifters: true, lashCaps: true, springs: true } }),
    paper('lobe-sweep', { place: '1I', unit: 'mm', at: 'lobe', points }),
  ]; // prettier-ignore
  const [one, other] = decks;
  const readings = [
    readingOf('deck-height', '1', one.toFixed(5), 'mm'),
    readingOf('deck-height', '3', other.toFixed(5), 'mm'),
    readingOf('pv-depth', '1I', leastGap(truth, { deck: one }).toFixed(5), 'mm'),
  ];
  return { ...fileOf({ engine, readings }), papers };
}
const planOf = (file: ReturnType<typeof fileOfTruth>) => {
  const stand = standOf(file);
  return clayPlan(judgingOf(file, stand), sheetOf(file, stand));
};

const ENGINES = Array.from({ length: 40 }, someEngine);

test('clay at one cylinder tells the gap at another whose piston stands otherwise, to a thousandth', () => {
  for (const truth of ENGINES) {
    const decks: [number, number] = [between(-0.5, 0.2), between(-0.5, 0.2)];
    const [told] = planOf(fileOfTruth(truth, decks)).byAnother;
    expect([told.place, told.by]).toEqual(['3I', '1I']);
    expect(Math.abs(told.clearance - leastGap(truth, { deck: decks[1] }))).toBeLessThan(0.001 * IN);
    expect(told.uncertainty).toBeGreaterThan(0.005 * IN);
  }
});

test('what a position of the sprocket takes from the gap is told before any clay is laid', () => {
  for (const truth of ENGINES.slice(0, 15)) {
    const { sprocket, worst } = planOf(fileOfTruth(truth, [-0.3, -0.1])).before.I;
    expect(worst).toBe('3I');
    expect(sprocket.map(({ offset }) => offset)).toEqual([-4, -2, 0, 2, 4]);
    for (const { offset, takes } of sprocket)
      expect(Math.abs(takes - (leastGap(truth, {}) - leastGap(truth, { advance: offset })))).toBeLessThan(0.001 * IN);
  }
});

test('another cam that is thought of is the known one, drawn higher and wider about its nose', () => {
  for (const { crank, lobe, ratio, leanDeg, apart } of ENGINES.slice(0, 15)) {
    const [liftBy, longerBy] = [between(-0.5, 0.8), between(-8, 16)];
    const points = Array.from({ length: 481 }, (_, turn): [number, number] => [turn - 130, liftAt(lobe, turn - 130)]);
    const open = lobe.opening.flankDeg + lobe.opening.rampDeg + lobe.closing.flankDeg + lobe.closing.rampDeg;
    const [higher, wider] = [(lobe.noseLift + liftBy) / lobe.noseLift, (open + longerBy) / open];
    const side = ({ rampDeg, flankDeg, rampLift }: CamLobe['opening']) => ({ rampDeg: rampDeg * wider, flankDeg: flankDeg * wider, rampLift: rampLift * higher }); // prettier-ignore
    const other: CamLobe = { noseDeg: lobe.noseDeg, noseLift: lobe.noseLift + liftBy, opening: side(lobe.opening), closing: side(lobe.closing) }; // prettier-ignore
    const valve = { stroke: 2 * crank.throwLength, rodLength: crank.rod, valveAngleDeg: leanDeg, rockerRatio: ratio, lobe: points, lash: 0 }; // prettier-ignore
    const truth = { crank, lobe, ratio, leanDeg, apart };
    const across = acrossPositions({
      valve, clearance: leastGap(truth, {}), limit: 2, radial: null, crankStep: 0.25,
      whatIf: { advance: 0, gasketBy: 0, milledBy: 0, lash: 0, rockerRatio: ratio, lobe: anotherLobe(points, { liftBy, longerBy }) },
    }); // prettier-ignore
    // The points are a degree apart: how long the known one is open is known to a degree or two.
    expect(Math.abs(across.here.least - leastGap({ ...truth, lobe: other }, {}))).toBeLessThan(0.006 * IN);
  }
});
