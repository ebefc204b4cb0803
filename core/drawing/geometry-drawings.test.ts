import { lengthStack, graduations, STACK } from './length-stack.js';
import { rockerOverTip, rockerScale, type RockerDrawn } from './rocker-over-tip.js';
import { rodEnd, ROD_END } from './rod-end.js';
import { edgesOf, fromEdgeAt, TIP, tipX } from './tip-mark.js';

describe('a mark on its tip', () => {
  test('is drawn where its edges are, and read back where it is dragged to', () => {
    const { inner, outer } = edgesOf(8, { width: 2, offset: 0.5 });
    expect([inner, outer]).toEqual([3.5, 5.5]);
    expect(tipX(8, 0)).toBe(TIP.width / 2 - TIP.radius);
    expect(tipX(8, 4)).toBe(TIP.width / 2);
    for (const mm of [0, 1.25, 5.5, 8]) expect(fromEdgeAt(8, tipX(8, mm), 0.05)).toBeCloseTo(mm, 9);
  });

  test('cannot be dragged off the tip', () => {
    expect(fromEdgeAt(8, -500, 0.05)).toBe(0);
    expect(fromEdgeAt(8, 5000, 0.05)).toBe(8);
  });
});

describe('the rocker over its tip', () => {
  const rocker: RockerDrawn = {
    armLength: 36.83, rockerRatio: 1.7, closedHeight: 7.366, valveLift: 14.732, lift: 0, tipMm: 8.7, offset: 0, pushrodAngleDeg: 0,
  }; // prettier-ignore
  const scale = rockerScale(rocker);

  test('the arm keeps its length at every lift, and the rod’s end its ratio', () => {
    for (const lift of [0, 3, 7.366, 14.732]) {
      const { pivot, roller, cup } = rockerOverTip({ ...rocker, lift });
      const arm = Math.hypot(roller.x - pivot.x, roller.y - pivot.y);
      expect(arm / scale).toBeCloseTo(36.83, 9);
      expect(arm / Math.hypot(cup.x - pivot.x, cup.y - pivot.y)).toBeCloseTo(1.7, 9);
    }
  });

  test('the roller rests on the tip, which goes down by as much as the valve opens', () => {
    const [closed, open] = [rockerOverTip(rocker), rockerOverTip({ ...rocker, lift: 10 })];
    expect(closed.tip.left.y).toBeCloseTo(closed.roller.y + closed.rollerRadius, 9);
    expect((open.tip.left.y - closed.tip.left.y) / scale).toBeCloseTo(10, 9);
    expect(open.tip.left.x).toBe(closed.tip.left.x);
  });

  test('square at half the lift it sweeps least, and a mark that lies outward has its tip inward', () => {
    const swept = (change: Partial<RockerDrawn>) => rockerOverTip({ ...rocker, ...change }).swept;
    const least = swept({}).to - swept({}).from;
    for (const closedHeight of [3, 12]) expect(swept({ closedHeight }).to - swept({ closedHeight }).from).toBeGreaterThan(least); // prettier-ignore
    const [left, middle] = [rockerOverTip({ ...rocker, offset: 1 }), rockerOverTip(rocker)];
    expect((middle.tip.left.x - left.tip.left.x) / scale).toBeCloseTo(1, 9);
  });
});

describe('the stack of a length', () => {
  test('each term begins where the one before ended, and the last ends at the length', () => {
    const stack = lengthStack(193.3, [{ name: 'gasket', value: -0.25 }, { name: 'plunger', value: 0.9 }]); // prettier-ignore
    const [gasket, plunger] = stack.steps;
    expect(gasket.from).toBe(stack.zero);
    expect(gasket.to).toBe(plunger.from);
    expect(plunger.to).toBe(stack.end);
    expect((stack.end - stack.zero) / stack.scale).toBeCloseTo(0.65, 9);
    for (const { from, to } of stack.steps)
      for (const x of [from, to]) expect(x >= STACK.rod && x <= STACK.width).toBe(true);
  });

  test('its ruler counts from the checking rod', () => {
    const stack = lengthStack(193.3, [{ name: 'plunger', value: 2 }]);
    const marks = graduations(stack, 0.5);
    expect(marks.map(({ value }) => value)).toEqual([0, 0.5, 1, 1.5, 2]);
    expect(marks[2].x).toBeCloseTo(stack.zero + stack.scale, 9);
  });
});

test('the end of a rod: the sphere is longest, then its oil hole’s edge, then a wider gauge’s', () => {
  const { ends, circles } = rodEnd({ ballDiameter: 7.9375, holeDiameter: 2.54, gaugeDiameter: 3.556 })!;
  const [theoretical, overall, gauge] = [ends.theoretical!, ends.overall!, ends.gauge!];
  expect(theoretical).toBe(ROD_END.ballX - ROD_END.radius);
  expect(theoretical).toBeLessThan(overall);
  expect(overall).toBeLessThan(gauge);
  // As the sum says it: 0.00822 in at each end, for the hole of the worked example.
  expect((overall - theoretical) / ((2 * ROD_END.radius) / 7.9375) / 25.4).toBeCloseTo(0.016432 / 2, 5);
  expect(circles.theoretical).toBe(0);
});

test('nothing is drawn of a rod’s end that isn’t known, and never a number that is none', () => {
  expect(rodEnd({})).toBeNull();
  expect(rodEnd({ ballDiameter: undefined, holeDiameter: 2.54 })).toBeNull();
  const bare = rodEnd({ ballDiameter: 7.9375 })!;
  expect(bare.ends).toEqual({ theoretical: ROD_END.ballX - ROD_END.radius, overall: null, gauge: null });
  expect(bare.rod).toBeNull();
});
