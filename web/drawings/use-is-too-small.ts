import useMediaQuery from '@mui/material/useMediaQuery';

/** Drawn smaller than this, the figures of a drawing are no longer read. */
const READABLE = 0.6;

/**
 * Whether a drawing would be too small to be read on this screen, a phone's or one that is zoomed far in: it is a list
 * then.
 *
 * @param drawnWidth in the drawing's own units
 */
export const useIsTooSmall = (drawnWidth: number): boolean =>
  useMediaQuery(`(max-width: ${Math.floor(drawnWidth * READABLE)}px)`);
