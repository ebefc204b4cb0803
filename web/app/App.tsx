import CssBaseline from '@mui/material/CssBaseline';
import GlobalStyles from '@mui/material/GlobalStyles';
import { ThemeProvider } from '@mui/material/styles';
import Close from '@mui/icons-material/Close';
import IconButton from '@mui/material/IconButton';
import { closeSnackbar, SnackbarProvider } from 'notistack';
import { useEffect, useMemo, useState } from 'react';
import { RouterProvider } from 'react-router';
import { usePictureBox, whenSent } from '../state/picture-box.js';
import { watchHand } from '../state/finger.js';
import { useSession } from '../state/session.js';
import { createShopDesk } from '../state/shop-desk.js';
import { DeskContext } from '../state/use-desk.js';
import { makeRouter } from './router.js';
import { inksOf, makeTheme } from './theme.js';
import { useShade } from './use-shade.js';

export function App() {
  const shade = useShade();
  const ask = useSession((state) => state.ask);
  const theme = useMemo(() => makeTheme(shade), [shade]);
  const [desk] = useState(createShopDesk);
  const [router] = useState(() => makeRouter(desk));
  useEffect(() => void ask(), [ask]);
  useEffect(watchHand, []);
  useEffect(() => {
    const flush = () => {
      void desk.getState().flush();
      void usePictureBox.getState().flush();
    };
    void usePictureBox.getState().load();
    whenSent((engineId) => {
      if (desk.getState().engineId === engineId) void desk.getState().reload();
    });
    window.addEventListener('online', flush);
    return () => window.removeEventListener('online', flush);
  }, [desk]);
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <GlobalStyles styles={{ ':root': inksOf(shade) }} />
      <DeskContext value={desk}>
        <SnackbarProvider
          anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
          autoHideDuration={4000}
          // What went wrong stays until it was read.
          action={(key) => (
            <IconButton aria-label="Close this message" color="inherit" onClick={() => closeSnackbar(key)}>
              <Close />
            </IconButton>
          )}
        >
          <RouterProvider router={router} />
        </SnackbarProvider>
      </DeskContext>
    </ThemeProvider>
  );
}
