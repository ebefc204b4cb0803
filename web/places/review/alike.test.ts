import { sheetOf } from '../../../core/sheet/sheet.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { fileOf, readingOf } from '../../../core/sheet/test-file.js';
import { alike } from './alike.js';

const PLACES = ['1I', '2I', '3I', '4I', '5I'];
const rows = (entered: string[]): SheetRow[] =>
  sheetOf(
    fileOf({ readings: entered.map((one, index) => readingOf('preload-turns', PLACES[index], one, 'turn')) }),
  ).rows.filter(({ measure }) => measure === 'preload-turns');
const places = (groups: SheetRow[][]) => groups.map((group) => group.map(({ place }) => place).join(' '));

test('values of one measure about which the very same is asked stand together, where the first of them does', () => {
  const asked = rows(['0.5', '0.625', '0.625', '0.5', '0.625']).map((row) => ({ ...row, hints: [] }));
  expect(places(alike(asked))).toEqual(['1I 2I 3I 4I 5I']);
  const [first, ...others] = asked;
  expect(places(alike([{ ...first, verdict: 'doubt' }, ...others]))).toEqual(['1I', '2I 3I 4I 5I']);
});

test('two are no group, and what is asked in other words is another question', () => {
  const asked = rows(['0.5', '0.625']).map((row) => ({ ...row, hints: [] }));
  expect(places(alike(asked))).toEqual(['1I', '2I']);
  const odd = rows(['0.625', '0.625', '0.625', '0.625', '1.5']);
  expect(odd[4].hints.length).toBeGreaterThan(0);
  expect(places(alike(odd))).toEqual(['1I 2I 3I 4I', '5I']);
  expect(alike([])).toEqual([]);
});
