import type { CamCard } from '../cam/cam-card.js';
import { chance } from '../chance.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { MEASURES, measureOf } from '../plan/measures.js';
import { EXAMPLE_SPEC_SETS } from '../plan/spec-sets.js';
import type { Reading } from './reading.js';
import { answerOf, judgeLast } from './answer.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { slotKey } from './slot.js';
import { fileOf, readingOf } from './test-file.js';

const CARD: CamCard = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeLobeLift: 0.34, exhaustLobeLift: 0.35,
  events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 },
}; // prettier-ignore
/** What builders read most, and a few of everything else, so that values meet each other. */
const OFTEN = ['main-bore', 'main-journal', 'bore', 'ring-gap-top', 'tdc-stop-first', 'tdc-stop-second', 'tdc-quick', 'intake-open', 'intake-drop-opening', 'intake-drop-closing', 'cam-offset', 'cam-target', 'preload-turns', 'plunger-depth', 'lash-cold', 'lash-hot', 'lobe-lift', 'pv-depth', 'mark-width', 'deck-height']; // prettier-ignore

/** A reading that somebody might type: a measure of the catalogue, any of its places, a number of its size or a slip. */
function readingsOf(seed: number, count: number) {
  const next = chance(seed);
  const pick = <T>(from: readonly T[]) => from[Math.floor(next() * from.length)];
  const { engine, specSet } = pick(LAYOUTS.filter((layout) => layout.engine));
  const usual: Record<string, number> = { length: 0.5, angle: 30, turns: 1, force: 500, torque: 40, choice: 0 };
  const readings = Array.from({ length: count }, (): Reading => {
    const measure = measureOf(next() < 0.8 ? pick(OFTEN) : pick(MEASURES).key);
    const unit = pick(measure.units.filter((one) => !one.startsWith('deg3')));
    const size = measure.quantity === 'angle' ? (next() - 0.3) * 60 : usual[measure.quantity] * next() * 1.4;
    const figure = String(
      Number((pick([size, size, size, measure.quantity === 'angle' ? size : size * 10, 0.02]) || 0.1).toFixed(4)),
    );
    const several = measure.several && next() < 0.4 ? `${figure};${(Number(figure) * 1.0005).toFixed(4)};${figure}` : figure; // prettier-ignore
    const places = placesOf(engine!, measure.scope);
    return readingOf(measure.key, pick(places) ?? 'engine', measure.options ? pick(measure.options) : several, unit, {
      ...(measure.at && next() < 0.9 ? { atValue: pick([0.508, 1.27]) } : {}),
      ...(next() < 0.05 ? { occasion: 'first-heat' } : {}),
    });
  });
  const spec = EXAMPLE_SPEC_SETS.find((set) => set.id === specSet)!;
  return { engine: engine!, spec, card: next() < 0.7 ? CARD : null, readings };
}

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
