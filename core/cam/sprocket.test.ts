import { movedSince } from './sprocket.js';

describe('how far the sprocket was moved since a reading', () => {
  test.each([
    ['never touched', [], 0],
    ['set before the reading', [{ turn: 2, value: 4 }], 0],
    ['moved after it', [{ turn: 9, value: 4 }], 4],
    ['moved back and forth', [{ turn: 2, value: 4 }, { turn: 9, value: -2 }, { turn: 12, value: 4 }], 0],
    ['moved from one hole to another', [{ turn: 2, value: 4 }, { turn: 9, value: -2 }], -6],
    ['written down again where it was', [{ turn: 2, value: 4 }, { turn: 9, value: 4 }], 0],
  ])('%s', (_what, positions, moved) => expect(movedSince(5, positions)).toBe(moved)); // prettier-ignore
});
