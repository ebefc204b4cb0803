import { createTheme, type Theme } from '@mui/material/styles';
import { PALETTE } from '../../core/drawing/palette.js';

export type Shade = 'light' | 'dark';

/** The inks of a shade as the properties that drawings and styles take them from: `--dye`, `--paper` … */
export const inksOf = (shade: Shade): Record<string, string> =>
  Object.fromEntries(Object.entries(PALETTE[shade]).map(([name, colour]) => [`--${name}`, colour]));

/** MUI's controls on our own surface: square, flat, large enough for a glove. */
export function makeTheme(shade: Shade): Theme {
  const ink = PALETTE[shade];
  return createTheme({
    palette: {
      mode: shade,
      primary: { main: ink.brass, contrastText: ink['on-brass'] },
      secondary: { main: ink.dye },
      error: { main: ink.flag },
      text: { primary: ink.ink, secondary: ink.steel },
      background: { default: ink.paper, paper: ink.sheet },
      divider: ink.hairline,
    },
    shape: { borderRadius: 3 },
    typography: {
      fontFamily: 'var(--text)',
      fontSize: 15,
      button: { textTransform: 'none', fontFamily: 'var(--head)', fontWeight: 600, fontSize: 17 },
    },
    components: {
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: {
          root: {
            minHeight: 44,
            paddingInline: 18,
            // The fi of “Fit” would lose its dot.
            fontVariantLigatures: 'no-common-ligatures',
            '&.Mui-focusVisible': { outline: '3px solid var(--dye)', outlineOffset: 2 },
          },
          outlined: { borderColor: 'var(--brass)' },
          sizeSmall: { fontSize: 16 },
        },
      },
      MuiTextField: { defaultProps: { variant: 'standard', fullWidth: true } },
      MuiInputLabel: { styleOverrides: { root: { fontFamily: 'var(--head)', color: 'var(--steel)' } } },
      MuiInput: {
        styleOverrides: {
          root: { minHeight: 40, fontSize: 18 },
          underline: {
            '&:before': { borderBottomColor: 'var(--steel)' },
            '&:after': { borderBottomColor: 'var(--dye)' },
          },
        },
      },
      MuiFormHelperText: { styleOverrides: { root: { fontSize: 14 } } },
      MuiMenuItem: { styleOverrides: { root: { minHeight: 44 } } },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            textTransform: 'none',
            minHeight: 44,
            fontFamily: 'var(--head)',
            fontSize: 15,
            color: 'var(--brass)',
            borderColor: 'var(--hairline)',
            '&.Mui-selected': { color: 'var(--dye)', background: 'var(--dye-wash)' },
          },
        },
      },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none', border: '1px solid var(--hairline)' } } },
    },
  });
}
