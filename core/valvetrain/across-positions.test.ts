import { chance } from '../chance.js';
import { lobeFromCard } from '../cam/lobe-from-card.js';
import { acrossPositions, standsAt, type AcrossInput, type WhatIf } from './across-positions.js';
import { pistonValve } from './piston-valve.js';
import { valveAt } from './valve-at.js';

const { points: lobe } = lobeFromCard({
  lobeLift: 0.341,
  durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }],
  centreline: 106,
  step: 1,
}); // prettier-ignore
const valve = { stroke: 3.6, rodLength: 6.1, valveAngleDeg: 20, rockerRatio: 1.7, lobe, lash: 0 };
const AS_IT_IS: WhatIf = { advance: 0, gasketBy: 0, milledBy: 0, lash: 0, rockerRatio: 1.7 };
const across = (whatIf: Partial<WhatIf> = {}, more: Partial<AcrossInput> = {}) =>
  acrossPositions({ valve, clearance: 0.1026, limit: 0.08, radial: null, crankStep: 0.5, ...more, whatIf: { ...AS_IT_IS, ...whatIf } }); // prettier-ignore

test('as it stands, the least clearance is the one that it was found from', () => {
  const { here, curve, cutNeeded } = across();
  expect(here).toMatchObject({ advance: 0, atDeg: 8 });
  expect(here.least).toBeCloseTo(0.1026, 12);
  expect(Math.min(...curve.map(([, gap]) => gap))).toBeCloseTo(0.1026, 12);
  expect(cutNeeded).toBe(0);
});

test('an intake comes closer the further its cam is advanced, by the worked example', () => {
  const { positions } = across();
  const at = (advance: number) => positions.find((one) => one.advance === advance)!.least;
  expect([-4, 4, 8].map((advance) => Number(at(advance).toFixed(4)))).toEqual([0.1236, 0.0806, 0.0578]);
  for (let turn = 1; turn < positions.length; turn++)
    expect(positions[turn].least).toBeLessThan(positions[turn - 1].least);
});

test('a thicker gasket adds its thickness times the cosine, milling takes it off, lash adds itself', () => {
  const cosine = Math.cos((20 * Math.PI) / 180);
  expect(across({ gasketBy: 0.012 }).here.least).toBeCloseTo(0.1026 + 0.012 * cosine, 9);
  expect(across({ milledBy: 0.012 }).here.least).toBeCloseTo(0.1026 - 0.012 * cosine, 9);
  expect(across({ lash: 0.01 }).here.least).toBeCloseTo(0.1126, 9);
});

test('what must be cut at a position brings the least clearance there to the limit, and no further', () => {
  const next = chance(7);
  for (let trial = 0; trial < 25; trial++) {
    const whatIf = { advance: 12 * next() - 4, gasketBy: 0.02 * (next() - 0.5), rockerRatio: 1.6 + 0.3 * next() };
    const { here, cutNeeded, curve } = across(whatIf);
    expect(cutNeeded).toBeCloseTo(Math.max(0, 0.08 - here.least), 9);
    expect(Math.min(...curve.map(([, gap]) => gap))).toBeCloseTo(here.least, 4);
  }
});

test('the safe stretch ends where the limit does', () => {
  const { safe, positions } = across();
  expect(safe!.min).toBe(-12);
  const inside = positions.filter(({ advance }) => advance <= safe!.max);
  expect(inside.every(({ least }) => least >= 0.08)).toBe(true);
  expect(positions.find(({ advance }) => advance > safe!.max)!.least).toBeLessThan(0.08);
  expect(across({}, { limit: 1 }).safe).toBeNull();
});

test('what is drawn at an angle is the point of the curve there', () => {
  const { curve, dropAtTdc } = across();
  for (const [deg, gap] of curve.filter((_, turn) => turn % 37 === 0))
    expect(valveAt(valve, dropAtTdc, deg).gap).toBeCloseTo(gap, 12);
  expect(standsAt({ valve, clearance: 0.1026, crankStep: 0.5 }).dropAtTdc).toBeCloseTo(
    pistonValve({ ...valve, measured: { kind: 'minimum', clearance: 0.1026 }, lashAtCheck: 0, gasketAtCheck: 0, gasketFinal: 0, limit: 0.08, phases: [], crankStep: 0.5 }).dropAtTdc,
    12,
  ); // prettier-ignore
});

test('beside the valve the pocket goes sideways with the piston, by the sine of the angle', () => {
  const { positions, here } = across({}, { radial: 0.06 });
  expect(here.radial).toBeCloseTo(0.06, 12);
  for (const { radial } of positions) expect(radial).toBeLessThanOrEqual(0.06);
  expect(across({ gasketBy: -0.01 }, { radial: 0.06 }).here.radial).toBeLessThan(0.06);
  expect(across({}, { radial: 0.06, valve: { ...valve, valveAngleDeg: 0 } }).positions.every(({ radial }) => radial === 0.06)).toBe(true); // prettier-ignore
});
