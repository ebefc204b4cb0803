import type { Mark } from '../judge/mark.js';

/** An ink or a ground of the marking-out table; screens and paper take them from here. */
export type Ink = 'paper' | 'sheet' | 'ink' | 'steel' | 'hairline' | 'ring' | 'band' | 'dye' | 'dye-wash' | 'dye-span' | 'brass' | 'on-brass' | 'brass-span' | 'flag' | 'ochre'; // prettier-ignore

/**
 * Bone paper, layout dye for what is active, brass for what can be acted on, steel for the rest, vermilion and ochre for
 * flags alone: by day, for the evening shift, and printed.
 */
export const PALETTE: Record<'light' | 'dark' | 'print', Record<Ink, string>> = {
  light: {
    paper: '#f3f0e7', sheet: '#fbfaf5', ink: '#1d2733', steel: '#56616d', hairline: '#d3ccba', ring: '#ddd6c6',
    band: '#b9cfc0', dye: '#1f4b8f', 'dye-wash': '#dde6f3', 'dye-span': '#8fa9d0', brass: '#7d520b',
    'on-brass': '#ffffff', 'brass-span': '#cbb083', flag: '#ad351c', ochre: '#855600',
  },
  dark: {
    paper: '#171b20', sheet: '#1f252b', ink: '#ebe6d9', steel: '#a5b0bb', hairline: '#39414a', ring: '#363e47',
    band: '#3f6552', dye: '#8cb4ef', 'dye-wash': '#22344f', 'dye-span': '#47679b', brass: '#e0b565',
    'on-brass': '#1d1609', 'brass-span': '#7b6235', flag: '#ff8c6e', ochre: '#e8b23f',
  },
  // On white paper, so that the same inks keep their contrast without the bone ground.
  print: {
    paper: '#ffffff', sheet: '#ffffff', ink: '#1d2733', steel: '#56616d', hairline: '#cfc8b6', ring: '#d9d2c2',
    band: '#bcd0c2', dye: '#1f4b8f', 'dye-wash': '#dde6f3', 'dye-span': '#8fa9d0', brass: '#7d520b',
    'on-brass': '#ffffff', 'brass-span': '#cbb083', flag: '#ad351c', ochre: '#855600',
  },
}; // prettier-ignore

/** The ink of each mark, the same on every ground; its shape says it without colour. */
export const MARK_INK: Record<Mark, Ink> = {
  in: 'ink',
  doubt: 'ochre',
  low: 'flag',
  high: 'flag',
  suspect: 'flag',
  missing: 'steel',
  accepted: 'dye',
  unjudged: 'steel',
};
