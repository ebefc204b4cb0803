import useMediaQuery from '@mui/material/useMediaQuery';
import { usePreferences } from '../state/preferences.js';
import type { Shade } from './theme.js';

/** The shade that is shown: as chosen on this device, else as the device itself is set. */
export function useShade(): Shade {
  const chosen = usePreferences((state) => state.shade);
  const isDark = useMediaQuery('(prefers-color-scheme: dark)', { noSsr: true });
  return chosen ?? (isDark ? 'dark' : 'light');
}
