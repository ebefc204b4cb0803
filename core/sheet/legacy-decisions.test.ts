import type { Act, Disposition } from './acts.js';
import { withAbout } from './legacy-decisions.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

const reading = readingOf('deck-height', '1', '0.020', 'in');
/** An acceptance as the first version wrote it down: without what it was about. */
const accepted: Disposition = {
  id: 'd1',
  measure: 'deck-height',
  place: '1',
  action: 'accepted',
  reason: 'Thicker gasket',
  readingId: reading.id,
  about: null,
  by: 'lead',
  at: '2026-11-24T09:00:00.000Z',
};
const file = fileOf({ readings: [reading], dispositions: [accepted] });
const flagIn = (acts: readonly Act[]) => sheetOf(withAbout({ ...file, acts })).flags[0];

test('what a decision of the first version was about is computed from what stood then, and it holds', () => {
  expect(flagIn(file.acts)).toMatchObject({ verdict: 'high', open: false });
});

test('once the engine is judged by another set, nobody knows by which limits it was made: it is to be made anew', () => {
  const moved: Act = { kind: 'spec-set', id: 'm1', specSet: 'shop-hydraulic', version: 2, reason: 'Tighter', by: 'lead', at: '2026-11-25T09:00:00.000Z' }; // prettier-ignore
  expect(flagIn([...file.acts, moved])).toMatchObject({ verdict: 'high', open: true, lapsed: true });
});
