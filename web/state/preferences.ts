import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { WheelFace } from '../../core/wheel/wheel-face.js';

export type LengthUnit = 'in' | 'thou' | 'mm';
const LENGTH_UNITS: LengthUnit[] = ['in', 'thou', 'mm'];

/** Where one stood on an engine: it comes back after a reload. */
export interface DeskPosition {
  place: string | null;
  crankDeg: number;
  /** When hand and crank were moved last, ms: what was moved later elsewhere stands. */
  placedAt?: number;
  turnedAt?: number;
  /** Whether lash is read hot or cold; as the shop's limits say, unless chosen. */
  lash?: 'lash-hot' | 'lash-cold';
  /** On which occasion the valves are read; the build unless it is another. */
  occasion?: string;
  /** What was chosen to be typed at a valve, rather than what is asked next there. */
  atValve?: { place: string; measure: string };
  /** Valves that came loose in the round of quarter turns that is not filed yet. */
  loose?: string[];
  /** Which step of each other stage is active. */
  steps: Record<string, string>;
}
export const FIRST_POSITION: DeskPosition = { place: null, crankDeg: 0, steps: {} };

interface Preferences {
  /** `null` until somebody chooses: then as the device is set. */
  shade: 'light' | 'dark' | null;
  /** Whether the bench says aloud what is next, and sounds verdicts. */
  voice: boolean;
  /** `null` until chosen: then the unit in which the shop wrote the limit. */
  unit: LengthUnit | null;
  /** The measure that the unit was chosen at: at another it may be left over. */
  unitFrom?: string;
  /** Whether single letters are keys of the bench wherever the focus is; else only in the field of the number. */
  letterKeys: boolean;
  /** Everything that a shop sets up first was there once. */
  firstStepsDone?: boolean;
  endFirstSteps: () => void;
  positions: Record<string, DeskPosition>;
  /** The builder's own degree wheel. */
  wheel: { face: WheelFace; runs: 'with' | 'against' };
  chooseWheel: (change: Partial<Preferences['wheel']>) => void;
  /** @param from as it is shown now */
  toggleShade: (from: 'light' | 'dark') => void;
  toggleVoice: () => void;
  /** @param measure at which it is chosen */
  cycleUnit: (from: LengthUnit, measure: string) => void;
  toggleLetterKeys: () => void;
  move: (engineId: string, change: Partial<DeskPosition>) => void;
}

/** What this device remembers of how its user likes to work. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      shade: null,
      letterKeys: true,
      voice: false,
      unit: null,
      positions: {},
      wheel: { face: '0-90-0-90-0', runs: 'with' },
      chooseWheel: (change) => set(({ wheel }) => ({ wheel: { ...wheel, ...change } })),
      toggleShade: (from) => set({ shade: from === 'light' ? 'dark' : 'light' }),
      toggleLetterKeys: () => set(({ letterKeys }) => ({ letterKeys: !letterKeys })),
      endFirstSteps: () => set({ firstStepsDone: true }),
      toggleVoice: () => set(({ voice }) => ({ voice: !voice })),
      cycleUnit: (from, measure) =>
        set({ unit: LENGTH_UNITS[(LENGTH_UNITS.indexOf(from) + 1) % LENGTH_UNITS.length], unitFrom: measure }),
      move: (engineId, change) =>
        set(({ positions }) => ({
          positions: { ...positions, [engineId]: { ...(positions[engineId] ?? FIRST_POSITION), ...change } },
        })),
    }),
    { name: 'utex.preferences' },
  ),
);
