import { promisesKept } from './promises-kept.js';

test('promises are counted with those that were called about as likely', () => {
  const past = [
    { share: 0.1, isKept: false },
    { share: 0.85, isKept: true },
    { share: 0.9, isKept: false },
    { share: 0.95, isKept: true },
    { share: 1, isKept: true },
  ];
  expect(promisesKept(past)).toEqual([
    { from: 0, to: 0.5, count: 1, kept: 0 },
    { from: 0.8, to: 0.95, count: 2, kept: 1 },
    { from: 0.95, to: 1, count: 2, kept: 2 },
  ]);
  expect(promisesKept([])).toEqual([]);
});
