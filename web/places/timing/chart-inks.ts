import { useMemo } from 'react';
import { usePreferences } from '../../state/preferences.js';

/** Chart.js paints on a canvas and needs the inks as values; they change with the shade. */
export function useChartInks() {
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
type Inks = ReturnType<typeof useChartInks>;

/** An axis in the type of the house. */
export const axis = (text: string, inks: Inks) => ({
  title: { display: text !== '', text, color: inks.steel, font: { family: 'Barlow Semi Condensed', size: 15 } },
  ticks: { color: inks.steel, font: { family: 'IBM Plex Mono', size: 13 } },
  grid: { color: inks.hairline },
});
