import { movedSince } from './sprocket.js';

describe('how far the sprocket was moved since a reading', () => {
  test.each([
    ['never touched', [], 0],
    ['set before the reading', [{ order: 2, value: 4 }], 0],
    ['moved after it', [{ order: 9, value: 4 }], 4],
    ['moved back and forth', [{ order: 2, value: 4 }, { order: 9, value: -2 }, { order: 12, value: 4 }], 0],
    ['moved from one hole to another', [{ order: 2, value: 4 }, { order: 9, value: -2 }], -6],
    ['written down again where it was', [{ order: 2, value: 4 }, { order: 9, value: 4 }], 0],
  ])('%s', (_what, positions, moved) => expect(movedSince(5, positions)).toBe(moved)); // prettier-ignore
});
