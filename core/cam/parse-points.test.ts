import { parsePoints } from './parse-points.js';

const parse = (text: string, startDeg: number | null = null, stepDeg: number | null = null) =>
  parsePoints({ text, startDeg, stepDeg });

test('pasted CSV with column heads, and pairs with any separator', () => {
  expect(parse('deg,lift\r\n0,0\r\n5, 0.002\r\n10;0.009\n15\t0.02\n20 .035\n\n').points).toEqual([
    [0, 0],
    [5, 0.002],
    [10, 0.009],
    [15, 0.02],
    [20, 0.035],
  ]);
});

test('a gauge that streams lifts alone walks on by the step', () => {
  expect(parse('0\n0.001\n0.004', -60, 5).points).toEqual([
    [-60, 0],
    [-55, 0.001],
    [-50, 0.004],
  ]);
});

test('lines that cannot be read are named by their number, the others stay', () => {
  const { points, issues } = parse('0,0\n5,x\n10,1,2\n7');
  expect(points).toEqual([[0, 0]]);
  expect(issues.map(({ code, params }) => [params, code])).toEqual([
    [{ line: 2 }, 'point-not-a-number'],
    [{ line: 3 }, 'point-cells'],
    [{ line: 4 }, 'point-without-angle'],
  ]);
});

test.each<[string, [number | null, number | null], [number, number][]]>([
  ['10,5; 0,250', [null, null], [[10.5, 0.25]]],
  ['10,5\t0,250', [null, null], [[10.5, 0.25]]],
  ['10,5 0,250', [null, null], [[10.5, 0.25]]],
  ['0,250', [10, 2], [[10, 0.25]]],
  ['10, 0.250', [null, null], [[10, 0.25]]],
  ['10,0.250', [null, null], [[10, 0.25]]],
])('a comma is a decimal one where something else separates, or a lift stands alone: %j', (text, [startDeg, stepDeg], points) =>
  expect(parsePoints({ text, startDeg, stepDeg })).toEqual({ points, issues: [] })); // prettier-ignore
