import { chance, normals } from '../chance.js';
import { measureOf } from './measures.js';
import { narrowLimit } from './narrow-limits.js';
import { GENERAL_PRACTICE, trustPartsOf, uncertaintyOf } from './practice.js';
import { agree, trustOfMean, trustParts } from './trust.js';

const normalFrom = (seed: number) => normals(chance(seed));

describe('tries of one thing', () => {
  test.each([2, 3, 5, 10])('%p of them agree nineteen of twenty times', (tries) => {
    const normal = normalFrom(800 + tries);
    const parts = trustParts(0.02, 0);
    const TIMES = 4000;
    let agreed = 0;
    for (let time = 0; time < TIMES; time++)
      if (agree(Array.from({ length: tries }, () => 5 + Math.sqrt(parts.repeat) * normal()), parts)) agreed++; // prettier-ignore
    expect(agreed / TIMES).toBeGreaterThan(0.935);
    expect(agreed / TIMES).toBeLessThan(0.965);
  });

  test('are trusted further together, but never further than what they have in common', () => {
    const parts = trustPartsOf(GENERAL_PRACTICE, measureOf('bore'));
    const trusts = [1, 2, 5, 1000].map((tries) => trustOfMean(parts, tries));
    expect([...trusts].sort((a, b) => b - a)).toEqual(trusts);
    expect(trusts[0]).toBeCloseTo(uncertaintyOf(GENERAL_PRACTICE, measureOf('bore')), 12);
    expect(trusts[3]).toBeGreaterThan(2 * Math.sqrt(parts.system) * 0.999);
  });
});

describe('a limit as it is written', () => {
  const lash = (min: number, max: number) => narrowLimit(GENERAL_PRACTICE, { measure: 'lash-cold', min, max, unit: 'in', basis: 'absolute' }); // prettier-ignore
  test('says where less than four trusts lie between its edges, and where no value can be clear of both', () => {
    expect(lash(0.014, 0.018)).toBeNull();
    expect(lash(0.015, 0.017)).toMatchObject({ isHopeless: false });
    expect(lash(0.016, 0.017)).toMatchObject({ isHopeless: true, width: expect.closeTo(0.0254, 9) });
  });
  test('says nothing where there is one edge, a factor of the bore, or another unit half typed', () => {
    const of = (change: object) => narrowLimit(GENERAL_PRACTICE, { measure: 'lash-cold', min: 0.016, max: 0.0161, unit: 'in', basis: 'absolute', ...change }); // prettier-ignore
    expect([of({ max: undefined }), of({ basis: 'of-bore' }), of({ unit: 'deg' })]).toEqual([null, null, null]);
  });
});
