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
  /** Valves that came loose in the round of quarter turns that is not filed yet. */
  loose?: string[];
  /** Which step of each other stage is active. */
  steps: Record<string, string>;
}
export const FIRST_POSITION: DeskPosition = { place: null, crankDeg: 0, steps: {} };

interface Preferences {
  shade: 'light' | 'dark';
  /** Whether the bench says aloud what is next, and sounds verdicts. */
  voice: boolean;
  /** `null` until chosen: then the unit in which the shop wrote the limit. */
  unit: LengthUnit | null;
  positions: Record<string, DeskPosition>;
  /** The builder's own degree wheel. */
  wheel: { face: WheelFace; runs: 'with' | 'against' };
  chooseWheel: (change: Partial<Preferences['wheel']>) => void;
  toggleShade: () => void;
  toggleVoice: () => void;
  cycleUnit: (from: LengthUnit) => void;
  move: (engineId: string, change: Partial<DeskPosition>) => void;
}

/** What this device remembers of how its user likes to work. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      shade: 'light',
      voice: false,
      unit: null,
      positions: {},
      wheel: { face: '0-90-0-90-0', runs: 'with' },
      chooseWheel: (change) => set(({ wheel }) => ({ wheel: { ...wheel, ...change } })),
      toggleShade: () => set(({ shade }) => ({ shade: shade === 'light' ? 'dark' : 'light' })),
      toggleVoice: () => set(({ voice }) => ({ voice: !voice })),
      cycleUnit: (from) => set({ unit: LENGTH_UNITS[(LENGTH_UNITS.indexOf(from) + 1) % LENGTH_UNITS.length] }),
      move: (engineId, change) =>
        set(({ positions }) => ({
          positions: { ...positions, [engineId]: { ...(positions[engineId] ?? FIRST_POSITION), ...change } },
        })),
    }),
    { name: 'utex.preferences' },
  ),
);
