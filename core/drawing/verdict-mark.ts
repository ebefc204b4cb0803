import type { Mark } from '../judge/mark.js';

/** A shape of a mark: an SVG path round the origin, filled or drawn as an outline. */
export interface MarkShape {
  path: string;
  filled: boolean;
}

const DISC = 'M -1 0 A 1 1 0 1 1 1 0 A 1 1 0 1 1 -1 0 Z';

/**
 * Every verdict has a shape of its own, so that none hangs on colour alone. Unit size (radius 1), y downward; screen
 * and paper scale the same paths.
 */
export const MARK_SHAPES: Record<Mark, MarkShape[]> = {
  in: [{ path: DISC, filled: true }],
  doubt: [
    { path: DISC, filled: false },
    { path: 'M 0 -1 A 1 1 0 0 0 0 1 Z', filled: true },
  ],
  low: [{ path: 'M -1.1 -0.8 L 1.1 -0.8 L 0 1.1 Z', filled: true }],
  high: [{ path: 'M -1.1 0.8 L 1.1 0.8 L 0 -1.1 Z', filled: true }],
  suspect: [
    { path: DISC, filled: false },
    { path: 'M -1.15 1.15 L 1.15 -1.15', filled: false },
  ],
  missing: [{ path: DISC, filled: false }],
  accepted: [{ path: 'M 0 -1.2 L 1.2 0 L 0 1.2 L -1.2 0 Z', filled: true }],
  unjudged: [{ path: 'M -0.9 -0.25 L 0.9 -0.25 L 0.9 0.25 L -0.9 0.25 Z', filled: true }],
};

export const MARK_WORD: Record<Mark, string> = {
  in: 'in',
  doubt: 'in doubt',
  low: 'low',
  high: 'high',
  suspect: 'suspect',
  missing: 'missing',
  accepted: 'accepted',
  unjudged: 'no limit',
};
