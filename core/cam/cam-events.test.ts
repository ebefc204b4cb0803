import { camCentreline } from './cam-centreline.js';
import { advanceEvents, camEvents } from './cam-events.js';
import { camInstall } from './cam-install.js';

const card = { intakeOpenBtdc: -4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -6 };

test('four events say durations, centrelines, separation, advance and overlap', () => {
  expect(camEvents(card)).toEqual({
    intakeDuration: 212, exhaustDuration: 218, intakeCentreline: 110, exhaustCentreline: 115, lobeSeparation: 112.5,
    advance: 2.5, overlap: -10,
  }); // prettier-ignore
});

test('advancing a cam brings every event earlier and changes neither duration nor overlap', () => {
  const before = camEvents(card);
  const after = camEvents(advanceEvents(card, 4));
  expect(after.intakeCentreline).toBe(before.intakeCentreline - 4);
  expect(after.exhaustCentreline).toBe(before.exhaustCentreline + 4);
  for (const key of ['intakeDuration', 'exhaustDuration', 'overlap', 'lobeSeparation'] as const)
    expect(after[key]).toBe(before[key]);
});

test('equal drops give the centreline, and their spread tells of an asymmetric lobe', () => {
  const pairs = [
    { drop: 0.02, opening: 84.5, closing: 131 },
    { drop: 0.05, opening: 68, closing: 148.5 },
  ];
  expect(camCentreline(pairs)).toEqual({ centrelines: [107.75, 108.25], mean: 108, spread: 0.5 });
  expect(() => camCentreline([{ drop: 0.05, opening: 148, closing: 68 }])).toThrow(
    'pairs.0.closing: closing-before-opening',
  );
});

test('an exhaust lobe is read in degrees before dead centre, which fall as the crank turns', () => {
  expect(camCentreline([{ drop: 0.05, opening: 148, closing: 68 }], 'exhaust').mean).toBe(108);
});

describe('the sprocket', () => {
  const choice = {
    measuredCentreline: 110.5, targetCentreline: 107, availableOffsets: [-4, -2, 0, 2, 4], currentOffset: 0,
    settleRetard: 0.5, tolerance: 1,
  }; // prettier-ignore

  test('110.5 measured, 107 wanted, half a degree of settling: four degrees of advance', () => {
    expect(camInstall(choice)).toEqual({
      offset: 4,
      centrelineNow: 106.5,
      centrelineSettled: 107,
      errorSettled: 0,
      within: true,
    });
  });
  test('of two positions as near, the one that changes least', () => {
    expect(camInstall({ ...choice, targetCentreline: 110, settleRetard: 0.5, availableOffsets: [0, 2] }).offset).toBe(
      0,
    );
    expect(camInstall({ ...choice, targetCentreline: 110, settleRetard: 0.5, availableOffsets: [2, 0], currentOffset: 2, measuredCentreline: 108.5 }).offset).toBe(2); // prettier-ignore
  });
  test('the centreline was measured in the position that the sprocket is in now', () => {
    expect(camInstall({ ...choice, currentOffset: 2, measuredCentreline: 108.5 }).offset).toBe(4);
  });
  test('no position near enough is said', () => {
    expect(camInstall({ ...choice, availableOffsets: [0] }).within).toBe(false);
  });
});
