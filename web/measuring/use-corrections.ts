import { useSnackbar } from 'notistack';
import { useEffect, useRef, useState } from 'react';
import { actsOf } from '../../core/sheet/acts.js';
import type { Reading } from '../../core/sheet/reading.js';
import { slotKey, type Slot } from '../../core/sheet/slot.js';
import { act, sayError } from '../app/api.js';
import { useLooksOn } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';

/** How long what was just taken is undone without a reason, ms: a slip of the hand is seen at once. */
const UNDO_MS = 10_000;
/** What stands as its reason then. */
const UNDONE = 'undone at once';

/** What is asked about a reading: why it is struck, or what is noted. */
type Asked = { what: 'strike' | 'note'; reading: Reading } | null;

/**
 * Taking back what was read: the last Enter without a word for ten seconds, any reading with a reason, or to the place where
 * it was read; and words put to a reading. Nothing is deleted.
 *
 * @param slot the place in hand
 * @param lastTaken the reading that was taken here last
 * @param goTo where the hand goes when its last Enter is undone
 */
export function useCorrections(slot: Slot, lastTaken: string | null, goTo?: (slot: Slot) => void) {
  const desk = useDesk();
  const looksOn = useLooksOn();
  const { enqueueSnackbar } = useSnackbar();
  const [asked, setAsked] = useState<Asked>(null);
  const engineId = desk.engine!.id;
  const struck = new Set(actsOf(desk.file!, 'reading-struck').map(({ readingId }) => readingId));
  const isThere = ({ id }: Reading) => !struck.has(id) && typeof desk.saved[id] !== 'object';
  // Where the worst of several counts, it is that one; else the newest.
  const counts = desk.sheet!.rows.find((row) => !row.derivedFrom && slotKey(row) === slotKey(slot))?.readingId;
  const standing = desk.readings.filter((one) => slotKey(one) === slotKey(slot) && isThere(one));
  const here = standing.find(({ id }) => id === counts) ?? standing.at(-1);
  const last = desk.readings.find((one) => one.id === lastTaken && isThere(one));
  const lateAt = last === undefined ? 0 : Date.parse(last.takenAt) + UNDO_MS;
  const [, setLate] = useState(0);
  useEffect(() => {
    const left = lateAt - Date.now();
    if (left <= 0) return;
    const timer = setTimeout(() => setLate(lateAt), left);
    return () => clearTimeout(timer);
  }, [lateAt]);
  const undoable = last !== undefined && !looksOn && Date.now() < lateAt ? last : null;

  /** What is being undone: a key that repeats undoes it once. */
  const undoing = useRef<string | null>(null);
  const undo = async ({ id, ...back }: Reading) => {
    if (undoing.current === id) return;
    undoing.current = id;
    try {
      // It may not be on the server yet; where it can't be sent, it is undone here and goes there struck.
      await desk.sent();
      if (!(await desk.undo(id, UNDONE))) {
        const body = { readingId: id, reason: UNDONE };
        await act('POST /api/engines/:id/strikes', { params: { id: engineId }, body });
        await desk.reload();
      }
      const { measure, place, at, occasion } = back;
      goTo?.({ measure, place, ...(at ? { at } : {}), ...(occasion ? { occasion } : {}) });
    } catch (error) {
      undoing.current = null;
      enqueueSnackbar(`Not undone: ${sayError(error)}`, { variant: 'error', persist: true });
    }
  };
  const takeBack = () => {
    // A hand is faster than what it took is drawn: the newest is looked for in what was taken, not in what is shown.
    const taken = lastTaken === null ? undefined : desk.upToDate().file!.readings.find(({ id }) => id === lastTaken);
    const isFresh = taken && isThere(taken) && Date.now() < Date.parse(taken.takenAt) + UNDO_MS;
    if (isFresh) void undo(taken);
    else if (here) setAsked({ what: 'strike', reading: here });
  };
  return {
    asked,
    ask: (what: 'strike' | 'note', reading: Reading) => setAsked({ what, reading }),
    close: () => setAsked(null),
    /** What the last Enter took, while it can be undone. */
    undoable,
    undo: () => undoable && void undo(undoable),
    /** What Z does: the last Enter is undone; later, the reading of the place in hand is struck. */
    takeBack: looksOn ? null : takeBack,
    /** Puts words to the reading of the place in hand; null where there is none. */
    noteHere: looksOn || !here ? null : () => setAsked({ what: 'note', reading: here }),
  };
}

export type Corrections = ReturnType<typeof useCorrections>;
