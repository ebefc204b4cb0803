import { answerOf, judgeLast } from './answer.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { slotKey } from './slot.js';
import { fileOf } from './test-file.js';
import { readingsOf } from './test-readings.js';

/** What the sheet says of the reading that was taken last. */
function onSheet(file: ReturnType<typeof fileOf>) {
  const last = file.readings[file.readings.length - 1];
  const sheet = sheetOf(file);
  const own = sheet.rows.find((row) => slotKey(row) === slotKey(last))!;
  const made = standOf(file).madeBy(last.id).map((value) => sheet.rows.find((row) => slotKey(row) === slotKey(value))!); // prettier-ignore
  return answerOf(own, made);
}

test.each(Array.from({ length: 16 }, (_, seed) => seed + 1))(
  'shown while typing, answered by the server and stated on the sheet, a value has one judgement (%i)',
  (seed) => {
    const { readings, ...rest } = readingsOf(seed, 50);
    // The server keeps one stand current; the screen walks its file anew for what is typed.
    const kept = standOf(fileOf({ ...rest }));
    readings.forEach((reading, turn) => {
      kept.add(reading);
      const upTo = fileOf({ ...rest, readings: readings.slice(0, turn + 1) });
      const { rows: _rows, ...answered } = judgeLast(upTo, kept);
      const { rows: _same, ...previewed } = judgeLast(upTo);
      expect(answered).toEqual(previewed);
      expect(onSheet(upTo)).toEqual(answered);
    });
  },
);

test.each([3, 14, 15])('a stand that is taken back is as if nothing had been added (%i)', (seed) => {
  const { readings, ...rest } = readingsOf(seed, 80);
  const file = (upTo: number) => fileOf({ ...rest, readings: readings.slice(0, upTo) });
  const stand = standOf(file(50));
  for (const reading of readings.slice(50)) stand.add(reading);
  stand.rewind(50);
  expect(stand.turns).toBe(50);
  expect(sheetOf(file(50), stand)).toEqual(sheetOf(file(50)));
  for (const reading of readings.slice(50)) stand.add(reading);
  expect(sheetOf(file(80), stand)).toEqual(sheetOf(file(80)));
});

test('every try of a slot is in its count, and no slot is counted twice', () => {
  const { readings, ...rest } = readingsOf(21, 150);
  const { rows } = sheetOf(fileOf({ ...rest, readings }));
  const keys = rows.map(slotKey);
  expect(new Set(keys).size).toBe(keys.length);
  for (const row of rows) {
    const read = readings.filter((reading) => slotKey(reading) === slotKey(row)).length;
    expect(row.count).toBeGreaterThanOrEqual(read);
  }
});
