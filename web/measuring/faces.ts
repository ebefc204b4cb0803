import { feeds } from '../../core/derive/rules.js';
import { placesOf } from '../../core/engine/places.js';
import type { SheetRow } from '../../core/sheet/row.js';
import { formatBound } from '../../core/units/format.js';
import type { DialFace } from '../drawings/ValveDial.js';
import type { Steps } from './use-steps.js';

/** What each valve shows of the measure: what follows from it where that has a limit, else what was read. */
export function facesOf({ sheet, engine, entry, active, target, lengthUnit }: Steps): Record<string, DialFace> {
  const { measure, unit } = target;
  const shownIn = measure.quantity === 'length' ? lengthUnit : unit;
  // Of several angles of the dial, or tries, the row that was read last comes first.
  const rowAt = (key: string, place: string) => sheet.rows.find((row) => row.measure === key && row.place === place);
  return Object.fromEntries(
    placesOf(engine, 'valve').map((place): [string, DialFace] => {
      const own = rowAt(measure.key, place);
      const through = feeds(measure.key).flatMap((key) => rowAt(key, place) ?? []);
      const shown: SheetRow | undefined = (own?.limit ? own : through.find(({ limit }) => limit)) ?? own;
      const made = place === active.place ? entry.preview?.rows : undefined;
      const preview = made?.find(({ limit }) => limit) ?? made?.[0];
      const face = preview ?? shown;
      return [
        place,
        {
          mark: face?.verdict ?? 'missing',
          value: face?.value ?? null,
          limit: face?.limit ?? null,
          figure: shown ? formatBound(shown, shownIn) : '',
          unit: shownIn,
        },
      ];
    }),
  );
}
