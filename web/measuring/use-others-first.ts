import { useMemo } from 'react';
import { answerAt } from '../../core/sheet/answer.js';
import { siblingKey, slotKey, type Slot } from '../../core/sheet/slot.js';
import { useDesk } from '../state/use-desk.js';
import type { EntryState } from './use-entry.js';

/** Where the value in hand, or the one just taken, is right and the others slipped: the first of them, to be looked at. */
export function useOthersFirst(
  slot: Slot,
  { preview, lastTaken }: Pick<EntryState, 'preview' | 'lastTaken'>,
): Slot | null {
  const sheet = useDesk((desk) => desk.sheet!);
  return useMemo(() => {
    const last = sheet.rows.find(({ readingId, derivedFrom }) => readingId === lastTaken && !derivedFrom);
    const here = { slot, hints: (preview ?? answerAt(sheet, slot))?.hints ?? [] };
    const told = [here, ...(last ? [{ slot: last, hints: last.hints }] : [])];
    const found = told.find(({ hints }) => hints.some(({ code }) => code === 'others-slipped'));
    if (!found) return null;
    const first = sheet.rows.find(
      (row) => !row.derivedFrom && siblingKey(row) === siblingKey(found.slot) && slotKey(row) !== slotKey(found.slot),
    );
    if (!first) return null;
    const { measure, place, at, occasion } = first;
    return { measure, place, ...(at ? { at } : {}), ...(occasion ? { occasion } : {}) };
  }, [sheet, slot, preview, lastTaken]);
}
