import { answerAt } from './answer.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

const sheet = sheetOf(
  fileOf({
    readings: [readingOf('main-bore', 'M1', '2.5025', 'in'), readingOf('main-journal', 'M1', '2.5002; 2.4998', 'in')],
  }),
);
const at = (measure: string) => answerAt(sheet, { measure, place: 'M1' })!;

test('a clearance is shown with the sizes that it was made of, not with what else its journal told', () => {
  const { rows, judgedAs } = at('main-clearance');
  expect(rows.map(({ measure }) => measure)).toEqual(['main-clearance']);
  expect(rows[0].derivedFrom!.formula.terms.map(({ sign }) => sign)).toEqual(['+', '−']);
  expect(judgedAs).toBeUndefined();
});

test('a journal is shown with its clearance and its shape, and judged by what its limit is on', () => {
  const { rows } = at('main-journal');
  expect(rows.map(({ measure }) => measure).sort()).toEqual(['main-clearance', 'main-journal', 'main-journal-round']);
});

test('of what was not read nothing is said', () => expect(answerAt(sheet, { measure: 'bore', place: '1' })).toBeNull());
