import { LAYOUTS } from '../../../core/engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../../../core/plan/example-spec-sets.js';
import { readingsCsv } from '../../../core/record/csv.js';
import { readingOf } from '../../../core/sheet/test-file.js';
import { onTheirLines, readReadings, type ReadingLine } from './readings-file.js';

const by = { engine: LAYOUTS[0].engine!, spec: EXAMPLE_SPEC_SETS[0] };
let made = 0;
const newId = () => `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`;
const read = (text: string): ReadingLine[] => {
  const found = readReadings(text, by, newId);
  if (!found.ok) throw new Error(found.problem);
  return found.lines;
};

test('what was exported is read back as it was entered, with its ids, times and what it was taken at', () => {
  const taken = [
    readingOf('preload-turns', '1I', '5/8', 'turn', { id: newId() }),
    readingOf('intake-open', 'engine', '4 before', 'deg', { id: newId(), atValue: 1.27 }),
    readingOf('bore', '3', '4.03;4.0304', 'in', { id: newId(), note: '=2+2, said "so"' }),
  ];
  const lines = read(readingsCsv(taken));
  expect(lines.map(({ problems }) => problems)).toEqual([[], [], []]);
  lines.forEach(({ reading }, index) => {
    const { id, measure, place, entered, unit, takenAt } = taken[index];
    expect(reading).toMatchObject({ id, measure, place, entered, unit, takenAt });
  });
  expect(lines[1].reading!.at).toEqual({ by: 'lift', value: 1.27 });
  expect(lines[2].reading!.note).toBe('=2+2, said "so"');
});

test('semicolons, decimal commas and tabs are recognised, and a line without an id gets one', () => {
  const [german] = read('Measure;Place;Entered;Unit\r\nbore;3;102,36;mm\r\n');
  expect([german.entered, german.problems]).toEqual(['102.36', []]);
  expect(german.reading!.id).toMatch(/^0{8}-/);
  expect(read('\uFEFFplace\tunit\tmeasure\tentered\n3\tmm\tbore\t102.36\n')[0].problems).toEqual([]);
});

test.each([
  ['there is no measure hat', 'hat,1,3,in'],
  ['this engine has no cylinder 9', 'bore,9,4.03,in'],
  ['bore is taken in', 'bore,1,4.03,deg'],
  ['lash-cold is of solid lifters', 'lash-cold,1I,0.012,in'],
  ['two decimal marks', 'bore,1,"1,250.5",in'],
  ['which side', 'intake-open,engine,30,deg'],
  ['there is no measure own', 'own:bottom-end:engine:in:0.001:Runout,engine,0.001,in'],
])('“%s” is said on its own line, and the others stay whole', (said, row) => {
  const lines = read(`measure,place,entered,unit\nbore,1,4.03,in\n${row}\n`);
  expect(lines[0].problems).toEqual([]);
  expect(lines[1].line).toBe(3);
  expect(lines[1].problems.join()).toContain(said);
});

test('a line that is no reading at all, and an id that stands twice, are said', () => {
  const id = newId();
  const rows = [`${id},bore,1,4.03,in`, `${id},bore,2,4.03,in`, `no-id,bore,3,4.03,in`];
  const lines = read(`id,measure,place,entered,unit\n${rows.join('\n')}\n`);
  expect(lines.map(({ problems }) => problems.length > 0)).toEqual([false, true, true]);
  expect(lines[2].reading).toBeNull();
});

test.each([
  ['no column entered and no column unit', 'measure,place\nbore,1\n'],
  ['no reading', 'measure,place,entered,unit\n'],
  ['at most 500', `measure,place,entered,unit\n${'bore,1,4.03,in\n'.repeat(501)}`],
])('a file with %s is refused whole', (said, text) => {
  const found = readReadings(text, by, newId);
  expect(!found.ok && found.problem).toContain(said);
});

test('what the server refuses stands on the line that it is about', () => {
  const lines = read('measure,place,entered,unit\nbore,1,4.03,in\nbore,2,4.03,in\n');
  const put = onTheirLines(lines, [
    { path: 'readings.1.id', message: 'another reading already has this id' },
    { path: 'engine', message: 'closed' },
  ]);
  expect(put.lines.map(({ problems }) => problems)).toEqual([[], ['another reading already has this id']]);
  expect(put.rest).toHaveLength(1);
});

test('a decimal comma is one in quotes too, and a file from before sides were asked for says the side by its value', () => {
  expect(read('measure,place,entered,unit\nbore,1,"4,03",in\n')[0].problems).toEqual([]);
  const [plain] = read('measure,place,entered,unit,value\ndeck-height,1,0.005,in,0.127\n');
  expect([plain.problems, plain.reading?.entered]).toEqual([[], '0.005 above']);
  const [turned] = read('measure,place,entered,unit,value\ndeck-height,1,0.005,in,-0.127\n');
  expect(turned.problems.join()).toContain('which side');
});
