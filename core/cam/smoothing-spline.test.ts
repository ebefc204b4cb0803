import { chance } from '../chance.js';
import { smoothingSpline, splineAt } from './smoothing-spline.js';

const grid = (count: number, at: (index: number) => number) =>
  Float64Array.from({ length: count }, (_, index) => at(index));
const bending = (m: Float64Array) => m.reduce((sum, value) => sum + value * value, 0);

describe('the smoothing spline', () => {
  test('a straight line is given back, however much it may smooth', () => {
    const x = grid(20, (index) => index * 3 + (index % 2));
    const y = x.map((deg) => 0.5 - 0.01 * deg);
    const { f, m } = smoothingSpline(x, y, 0.1);
    for (let i = 0; i < x.length; i++) expect(f[i]).toBeCloseTo(y[i], 6);
    expect(bending(m)).toBeCloseTo(0, 10);
  });

  test('with hardly any uncertainty it goes through every reading', () => {
    const x = grid(30, (index) => index);
    const y = x.map((deg) => Math.sin(deg / 5));
    const { f } = smoothingSpline(x, y, 1e-9);
    for (let i = 0; i < x.length; i++) expect(f[i]).toBeCloseTo(y[i], 6);
  });

  test('more uncertainty never bends it more, and it never strays further than allowed', () => {
    const next = chance(5);
    const x = grid(80, (index) => index * 2 + next());
    const y = x.map((deg) => 0.3 * Math.exp(-(((deg - 80) / 30) ** 2)) + (next() - 0.5) * 0.004);
    let last = Infinity;
    for (const uncertainty of [0.0002, 0.001, 0.003, 0.01]) {
      const spline = smoothingSpline(x, y, uncertainty);
      expect(spline.rms).toBeLessThanOrEqual(uncertainty);
      expect(bending(spline.m)).toBeLessThanOrEqual(last * 1.0001);
      last = bending(spline.m);
    }
  });

  test('it comes nearer to the truth than the readings it was made from', () => {
    const next = chance(9);
    const truth = (deg: number) => 0.34 * Math.cos((Math.PI * (deg - 100)) / 300) ** 2;
    const x = grid(150, (index) => index * 2 - 50);
    const noise = 0.0006;
    const y = x.map((deg) => truth(deg) + (next() - 0.5) * 2 * noise);
    const { f } = smoothingSpline(x, y, noise / Math.sqrt(3));
    const error = (values: Float64Array) =>
      Math.sqrt(values.reduce((sum, value, i) => sum + (value - truth(x[i])) ** 2, 0));
    expect(error(f)).toBeLessThan(error(y) * 0.6);
  });

  test('slope and curvature are those of the curve itself', () => {
    const x = grid(60, (index) => index);
    const spline = smoothingSpline(
      x,
      x.map((deg) => Math.sin(deg / 9)),
      1e-6,
    );
    const h = 1e-3;
    for (const at of [7.3, 21.5, 40.9]) {
      const here = splineAt(spline, at);
      const [before, after] = [splineAt(spline, at - h).lift, splineAt(spline, at + h).lift];
      expect(here.velocity).toBeCloseTo((after - before) / (2 * h), 5);
      expect(here.acceleration).toBeCloseTo((after - 2 * here.lift + before) / (h * h), 3);
    }
  });

  test('it is the same curve in any unit of lift', () => {
    const next = chance(2);
    const x = grid(40, (index) => index * 4);
    const y = x.map((deg) => Math.sin(deg / 30) + (next() - 0.5) * 0.01);
    const inches = smoothingSpline(x, y, 0.004);
    const millimetres = smoothingSpline(
      x,
      y.map((lift) => lift * 25.4),
      0.004 * 25.4,
    );
    for (let i = 0; i < x.length; i++) expect(millimetres.f[i] / 25.4).toBeCloseTo(inches.f[i], 9);
  });
});
