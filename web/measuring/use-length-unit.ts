import { usePreferences, type LengthUnit } from '../state/preferences.js';
import { useSession } from '../state/session.js';

/** The unit that lengths are typed in here: as chosen on this device, else as the shop says, else as the limits are written. */
export function useLengthUnit(written: LengthUnit): LengthUnit {
  const chosen = usePreferences((state) => state.unit);
  const shop = useSession((session) => session.bench.units);
  return chosen ?? shop ?? written;
}
