import type { CamCard } from '../cam/cam-card.js';
import { cardChange, targetBeforeCard } from './card-change.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

const CARD: CamCard = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeLobeLift: 0.34, exhaustLobeLift: 0.34,
  events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: -2 },
}; // prettier-ignore
/** The same cam, ground 4° later. */
const LATER: CamCard = { ...CARD, events: { intakeOpenBtdc: 0, intakeCloseAbdc: 44, exhaustOpenBbdc: 42, exhaustCloseAtdc: 2 } }; // prettier-ignore
const at = (time: string) => ({ takenAt: `2026-11-24T${time}:00.000Z`, receivedAt: `2026-11-24T${time}:00.000Z` });
const deg = (measure: string, entered: string, time: string) => readingOf(measure, 'engine', entered, 'deg', at(time));
const centre = [deg('tdc-stop-first', '30', '08:00'), deg('tdc-stop-second', '-30', '08:01')];
const measured = [...centre, deg('intake-centreline', '108', '08:10')];
const target = deg('cam-target', '108', '08:20');

test('a first card replaces nothing', () =>
  expect(cardChange(fileOf({ card: null, readings: measured }), CARD, null)).toBeNull());

test('another card says what it lets expect, and asks for the target anew', () => {
  const change = cardChange(fileOf({ card: CARD, readings: [...measured, target] }), LATER, null)!;
  expect(change.expected).toContainEqual({ measure: 'intake-open', before: 4, after: 0 });
  expect(change.expected).toContainEqual({ measure: 'intake-centreline', before: 108, after: 112 });
  expect([change.target, change.printed]).toEqual([108, 112]);
});

test('the verdicts that it changes are those by the target that is chosen, not by the old one', () => {
  const file = fileOf({ card: CARD, readings: [...measured, target] });
  expect(sheetOf(file).rows.find(({ measure }) => measure === 'intake-centreline')!.verdict).toBe('in');
  const verdictsAt = (chosen: number | null) => cardChange(file, LATER, chosen)!.verdicts.map(({ measure, after }) => [measure, after]); // prettier-ignore
  // By the old target the new card would shift to it, and nothing would be said.
  expect(verdictsAt(null)).toEqual([]);
  expect(verdictsAt(112)).toEqual([['intake-centreline', 'low']]);
});

test('a target older than the card that holds is told as one, and a younger one is not', () => {
  const file = fileOf({ card: CARD, readings: [...measured, target] });
  const papers = (time: string) => file.papers.map((paper) => ({ ...paper, at: `2026-11-24T${time}:00.000Z` }));
  expect(targetBeforeCard({ papers: papers('09:00') }, sheetOf(file))).toBe(108);
  expect(targetBeforeCard({ papers: papers('08:15') }, sheetOf(file))).toBeNull();
  expect(targetBeforeCard({ papers: [] }, sheetOf(file))).toBeNull();
});
