import { useMemo } from 'react';
import { usePreferences } from '../state/preferences.js';
import type { Inks } from './inks.js';

/** A canvas is painted with values, not with the names of inks; they change with the shade. */
export function useChartInks(): Inks {
  const { shade } = usePreferences();
  return useMemo(() => {
    const style = getComputedStyle(document.documentElement);
    const ink = (name: string) => style.getPropertyValue(name).trim();
    return {
      shade,
      I: ink('--dye'),
      E: ink('--brass'),
      flag: ink('--flag'),
      steel: ink('--steel'),
      hairline: ink('--hairline'),
      band: ink('--band'),
    };
  }, [shade]);
}
