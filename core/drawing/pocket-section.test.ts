import { valveAt } from '../valvetrain/valve-at.js';
import { pocketSection, type OverPocket } from './pocket-section.js';

const VALVE: OverPocket = { kind: 'I', angleDeg: 20, headMm: 50, pocketMm: 54, open: 4, dropAtTdc: 6.3 };
const drawn = (valve: Partial<OverPocket>, down = 0) => {
  const section = pocketSection({ boreMm: 104, down, squishMm: 1, valves: [{ ...VALVE, ...valve }] });
  const [one] = section.valves;
  const mm = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y) / section.scale; // prettier-ignore
  return { section, one, mm };
};

test('the gap that is drawn is the gap that is computed, at any angle of the crank', () => {
  const lobe: [number, number][] = [[-40, 0], [0, 1.2], [40, 6], [100, 9]]; // prettier-ignore
  const valve = { stroke: 92, rodLength: 155, valveAngleDeg: 20, rockerRatio: 1.6, lobe, lash: 0.2 };
  for (const deg of [-30, -8, 0, 4, 11, 25, 60]) {
    const { open, down, gap } = valveAt(valve, 6.3, deg);
    const { one, mm } = drawn({ open }, down);
    expect(mm(one.face, one.floor!)).toBeCloseTo(Math.abs(gap), 9);
  }
});

test('head and pocket have their sizes, and both kinds mirror each other', () => {
  const { one, mm } = drawn({});
  expect(mm(one.head[0], one.head[1])).toBeCloseTo(50, 9);
  expect(mm(one.pocket![1], one.pocket![2])).toBeCloseTo(54, 9);
  const other = drawn({ kind: 'E' }).one;
  expect(other.face.x - 200).toBeCloseTo(200 - one.face.x, 9);
});

test('where nothing tells how deep the pocket is, none is drawn', () => {
  const { one } = drawn({ dropAtTdc: null });
  expect([one.pocket, one.floor]).toEqual([null, null]);
});
