import { checkEngineData, FIGURES, figureOf, unitsOfFigure, type EngineData } from './engine-data.js';
import { dwellDeg, pistonDrop } from './piston.js';

const HYDROPLANE: EngineData = {
  bore: { entered: '4.125', unit: 'in' },
  stroke: { entered: '3.6', unit: 'in' },
  'rod-length': { entered: '6.1', unit: 'in' },
  'valve-angle-intake': { entered: '20', unit: 'deg' },
  'spring-seat-load': { entered: '140', unit: 'lbf' },
};
const wrong = (data: EngineData) => checkEngineData(data).map(({ path, code }) => [path[0], code]);

test('figures are typed as they are read, in the unit of the rule, and kept so', () => {
  expect(checkEngineData(HYDROPLANE)).toEqual([]);
  expect(figureOf(HYDROPLANE, 'bore')).toBeCloseTo(104.775, 9);
  expect(figureOf({ bore: { entered: '4 1/8', unit: 'in' } }, 'bore')).toBeCloseTo(104.775, 9);
  expect(figureOf(HYDROPLANE, 'spring-seat-load')).toBeCloseTo(622.75, 2);
  expect(figureOf(HYDROPLANE, 'gasket-fitted')).toBeUndefined();
});

test.each<[string, EngineData, string, string]>([
  ['a figure that no engine has', { hat: { entered: '7', unit: 'in' } }, 'hat', 'figure-unknown'],
  ['a bore in degrees', { bore: { entered: '4', unit: 'deg' } }, 'bore', 'figure-unit'],
  ['a bore in thousandths, which nobody types', { bore: { entered: '4125', unit: 'thou' } }, 'bore', 'figure-unit'],
  ['two decimal marks', { bore: { entered: '1,250.5', unit: 'in' } }, 'bore', 'figure-no-number'],
  ['inches typed as millimetres', { bore: { entered: '4.125', unit: 'mm' } }, 'bore', 'figure-out-of-reason'],
  ['a rod no longer than the throw', { ...HYDROPLANE, 'rod-length': { entered: '1.8', unit: 'in' } }, 'rod-length', 'rod-too-short'],
  ['a spring bound as it is fitted', { 'spring-solid': { entered: '48', unit: 'mm' }, 'spring-installed-intake': { entered: '46', unit: 'mm' } }, 'spring-solid', 'spring-bound'],
])('%s is said at its figure', (_what, data, figure, code) => expect(wrong(data)).toContainEqual([figure, code])); // prettier-ignore

test('every figure has bounds around what engines have, and a unit to type it in', () => {
  for (const figure of FIGURES) {
    expect(figure.least).toBeLessThan(figure.most);
    expect(unitsOfFigure(figure).length).toBeGreaterThan(0);
  }
  expect(new Set(FIGURES.map(({ id }) => id)).size).toBe(FIGURES.length);
});

describe('the piston near dead centre', () => {
  const crank = { strokeMm: 3.6 * 25.4, rodMm: 6.1 * 25.4 };

  test('stands at its top there, one stroke lower half a turn on, and equally high on both sides', () => {
    expect(pistonDrop(crank, 0)).toBeCloseTo(0, 12);
    expect(pistonDrop(crank, 180)).toBeCloseTo(crank.strokeMm, 9);
    for (const deg of [1, 17, 90, 133]) expect(pistonDrop(crank, -deg)).toBeCloseTo(pistonDrop(crank, deg), 12);
  });

  test('falls by no more than a dial’s step within its dwell, and by more a degree beyond', () => {
    for (const step of [0.0127, 0.0254, 0.01]) {
      const dwell = dwellDeg(crank, step);
      expect(pistonDrop(crank, dwell)).toBeCloseTo(step, 4);
      expect(pistonDrop(crank, dwell + 1)).toBeGreaterThan(step);
    }
    expect(dwellDeg(crank, 0.0254)).toBeCloseTo(1.677, 2);
  });
});
