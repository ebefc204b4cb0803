import { chance } from '../chance.js';
import { placesOf } from '../engine/places.js';
import type { Act } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { stageMark } from './marks.js';
import { pathOf } from './path.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { KeptStanding, type Standing } from './standing.js';
import { fileOf } from './test-file.js';
import { readingsOf } from './test-readings.js';

/** Where an engine stands by its whole sheet: what the kept one must say. */
function bySheet(file: EngineFile): Standing {
  const sheet = sheetOf(file);
  const open = sheet.flags.filter((flag) => flag.open);
  return {
    marks: Object.fromEntries(
      placesOf(file.engine, 'valve').map((place) => [place, stageMark(sheet, 'setting', place)]),
    ),
    ...(sheet.stages.setting ?? { taken: 0, required: 0 }),
    flagsOpen: open.map(({ measure, place, verdict }) => ({ measure, place, verdict })),
    where: pathOf({ file, sheet, stand: standOf(file), partsOpen: null }).where,
  };
}

/** The flags in one order: the sheet has them by when their slots were first written, the floor by place. */
const inOrder = (standing: Standing) => ({
  ...standing,
  flagsOpen: standing.flagsOpen.map(({ measure, place, verdict }) => `${measure} ${place} ${verdict}`).sort(),
});

/** Accepts one of the open flags or missing values of a file, whichever chance picks. */
function acceptOne(file: EngineFile, next: () => number): Act | null {
  const { flags, missing } = sheetOf(file);
  const open = [
    ...flags.filter((flag) => flag.open).map(({ measure, place, readingId, verdict, value, limit }) => ({ measure, place, readingId, about: { verdict, value, limit } })),
    ...missing.filter(({ disposition }) => !disposition).map(({ measure, place }) => ({ measure, place, readingId: null, about: null })),
  ]; // prettier-ignore
  const picked = open[Math.floor(next() * open.length)];
  return picked ? { kind: 'disposition', id: `d${next()}`, action: 'accepted', reason: 'told so', by: 'lead', at: '', ...picked } : null; // prettier-ignore
}

test.each(Array.from({ length: 12 }, (_, seed) => seed + 1))(
  'kept current reading by reading, a standing says what the whole sheet says (%i)',
  (seed) => {
    const { readings, ...rest } = readingsOf(seed, 90);
    const next = chance(seed);
    let file = fileOf({ ...rest, readings: [] });
    const stand = standOf(file);
    const kept = new KeptStanding(file.engine, file.spec, stand);
    expect(inOrder(kept.of(file))).toEqual(inOrder(bySheet(file)));
    for (const reading of readings) {
      stand.add(reading);
      for (const { measure, place } of stand.writtenAt(stand.turns - 1)) kept.forget(measure, place);
      file = { ...file, readings: [...file.readings, reading] };
      const act = next() < 0.3 ? acceptOne(file, next) : null;
      if (act) {
        file = { ...file, acts: [...file.acts, act] };
        kept.forgetAll();
      }
      expect(inOrder(kept.of(file))).toEqual(inOrder(bySheet(file)));
    }
  },
);

test('only what is signed whole is signed, and an engine with nothing read is just opened', () => {
  const { readings, ...rest } = readingsOf(2, 5);
  const standing = (file: EngineFile) => new KeptStanding(file.engine, file.spec, standOf(file)).of(file).where.is;
  expect(standing(fileOf(rest))).toBe('opened');
  const signed = { revision: 1, signedAt: '2026-11-24T10:00:00.000Z' };
  expect(standing({ ...fileOf({ ...rest, readings }), signed: { ...signed, since: 0 } })).toBe('to-hand-over');
  expect(standing({ ...fileOf({ ...rest, readings }), signed: { ...signed, since: 1 } })).not.toBe('to-hand-over');
});
