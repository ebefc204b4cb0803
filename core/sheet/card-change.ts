import { completeCard, type CamCard } from '../cam/cam-card.js';
import { EVENT_MEASURES, expectedFromCard } from '../cam/expected-from-card.js';
import type { EngineFile } from './engine-file.js';
import { cardOf } from './papers.js';
import { sheetOf, type Sheet } from './sheet.js';
import { valueChanges, type ValueChange } from './value-changes.js';
import { verdictChanges, type VerdictChange } from './verdict-changes.js';

/** What another cam card would change on an engine, before it is filed. */
export interface CardChange {
  /** What the card lets expect of its events and centrelines, degrees, where that would be another. */
  expected: { measure: string; before: number | null; after: number | null }[];
  values: ValueChange[];
  verdicts: VerdictChange[];
  /** The target that was chosen by the card before, degrees after top centre: chosen anew for this one. */
  target: number | null;
  /** The intake centreline that the new card prints, or lets follow. */
  printed: number | null;
}

const TOLD = [...Object.values(EVENT_MEASURES), 'intake-centreline', 'exhaust-centreline'];

/**
 * What a card would change; null where there is no card yet: a first one replaces nothing.
 *
 * @param chosen the target as it is chosen anew, degrees; without one, as it stands
 */
export function cardChange(file: EngineFile, card: CamCard, chosen: number | null): CardChange | null {
  const before = cardOf(file);
  if (!before) return null;
  const papers = [...file.papers.filter(({ kind }) => kind !== 'cam-card'), { id: '', kind: 'cam-card', body: card, by: '', at: '' }]; // prettier-ignore
  const target = sheetOf(file).rows.find(({ measure }) => measure === 'cam-target')?.value ?? null;
  const last = file.readings.at(-1);
  const anew = { id: '', measure: 'cam-target', place: 'engine', entered: String(chosen), unit: 'deg' as const, value: chosen ?? 0, how: 'keyed' as const }; // prettier-ignore
  const readings = chosen === null || !last ? file.readings : [...file.readings, { ...anew, takenAt: last.takenAt, receivedAt: last.receivedAt, by: last.by }]; // prettier-ignore
  // Each by itself: the target is chosen anew.
  const [was, is] = [expectedFromCard(before), expectedFromCard(completeCard(card))];
  return {
    expected: TOLD.filter((measure) => was[measure] !== is[measure]).map((measure) => ({ measure, before: was[measure] ?? null, after: is[measure] ?? null })),
    values: valueChanges(file, papers, readings),
    verdicts: verdictChanges(file, { papers, readings }),
    target,
    printed: is['intake-centreline'] ?? null,
  }; // prettier-ignore
}

/** The target that was chosen before the card that holds was filed, degrees: it was chosen for another; null otherwise. */
export function targetBeforeCard({ papers }: Pick<EngineFile, 'papers'>, { rows }: Pick<Sheet, 'rows'>): number | null {
  const card = papers.findLast(({ kind }) => kind === 'cam-card');
  const target = rows.find(({ measure }) => measure === 'cam-target');
  return card && target && target.takenAt < card.at ? target.value : null;
}
