import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { SnackbarProvider } from 'notistack';
import { useEffect, useMemo } from 'react';
import { RouterProvider } from 'react-router';
import { usePreferences } from '../state/preferences.js';
import { useSession } from '../state/session.js';
import { router } from './router.js';
import { makeTheme } from './theme.js';

export function App() {
  const shade = usePreferences((state) => state.shade);
  const ask = useSession((state) => state.ask);
  const theme = useMemo(() => makeTheme(shade), [shade]);
  useEffect(() => void ask(), [ask]);
  useEffect(() => {
    document.documentElement.dataset.theme = shade;
  }, [shade]);
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <SnackbarProvider anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }} autoHideDuration={4000}>
        <RouterProvider router={router} />
      </SnackbarProvider>
    </ThemeProvider>
  );
}
