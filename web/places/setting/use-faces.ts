import { useMemo } from 'react';
import { clearanceDeg, type ValveSpan } from '../../../core/cam/base-circle.js';
import { placesOf } from '../../../core/engine/places.js';
import { stageMark } from '../../../core/sheet/marks.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { dialUnit, settingLimit, settingValue } from '../../../core/sheet/setting-value.js';
import { BUILD } from '../../../core/sheet/slot.js';
import { formatFigure } from '../../../core/units/format.js';
import type { DialFace } from '../../drawings/ValveDial.js';
import type { EntryState } from '../../measuring/use-entry.js';
import { usePreferences } from '../../state/preferences.js';
import { useDesk } from '../../state/use-desk.js';

/** What each valve shows: its value on this occasion, whether it rests, who else stands there, whether it waits. */
export function useFaces({
  rows,
  occasion,
  spans,
  crank,
  active,
  entry: { preview },
  others,
  aside,
}: {
  rows: SheetRow[];
  occasion: string;
  spans: ValveSpan[];
  crank: number;
  active: string;
  entry: EntryState;
  others: { handle: string; place: string }[];
  aside: Record<string, { reason: string }>;
}): Record<string, DialFace> {
  const engine = useDesk((desk) => desk.engine!);
  const sheet = useDesk((desk) => desk.sheet!);
  const judging = useDesk((desk) => desk.judging!);
  const chosenUnit = usePreferences((state) => state.unit);
  const { marginDeg } = engine.specSet.practice.setting;
  // What hangs on one of them alone stays the same while a number is typed, and is not drawn anew.
  const faces = useMemo(
    () =>
      Object.fromEntries(
        placesOf(engine, 'valve').map((place): [string, Omit<DialFace, 'resting'>] => {
          const row = settingValue(rows, place);
          const shown = row && (row.unit === 'mm' ? (chosenUnit ?? dialUnit(row)) : row.enteredUnit);
          return [
            place,
            {
              mark: occasion === BUILD ? stageMark(sheet, 'setting', place) : (row?.verdict ?? 'missing'),
              value: row?.value ?? null,
              limit: row?.limit ?? settingLimit(judging, place),
              figure: row && shown ? formatFigure(row.value, shown) : '',
              ...(shown ? { unit: shown } : {}),
            },
          ];
        }),
      ),
    [engine, sheet, rows, occasion, judging, chosenUnit],
  );
  const there = useMemo(
    () =>
      Object.fromEntries(
        spans.map((span): [string, DialFace] => {
          const { place } = span;
          const hands = others.filter((hand) => hand.place === place).map(({ handle }) => handle);
          return [
            place,
            {
              ...faces[place],
              resting: clearanceDeg(span, crank) >= marginDeg,
              ...(hands.length > 0 ? { hands: hands.join(', ') } : {}),
              ...(aside[place] ? { waits: aside[place].reason } : {}),
            },
          ];
        }),
      ),
    [faces, spans, crank, marginDeg, others, aside],
  );
  const shown = preview && { value: preview.judgedAs?.value ?? preview.value, mark: preview.verdict };
  return shown ? { ...there, [active]: { ...there[active], ...shown } } : there;
}
