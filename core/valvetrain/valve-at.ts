import { belowTop } from '../engine/piston.js';
import type { OverPiston } from './across-positions.js';

/** Lift at the lobe at one angle of the crank, straight between its points; none outside them. */
export function lobeLiftAt(lobe: OverPiston['lobe'], deg: number): number {
  const next = lobe.findIndex(([at]) => at >= deg);
  if (next < 0 || (next === 0 && lobe[0][0] > deg)) return 0;
  const [at, lift] = lobe[next];
  if (next === 0 || at === deg) return lift;
  const [from, before] = lobe[next - 1];
  return before + ((lift - before) * (deg - from)) / (at - from);
}

/**
 * How far a valve is open and its piston is down at one angle of the crank from overlap top centre: what is drawn, and
 * what is left between them.
 */
export function valveAt(
  valve: OverPiston,
  dropAtTdc: number,
  deg: number,
): { open: number; down: number; gap: number } {
  const angle = (deg * Math.PI) / 180;
  const down = belowTop(valve.stroke / 2, valve.rodLength, Math.sin(angle), Math.cos(angle));
  const open = Math.max(0, lobeLiftAt(valve.lobe, deg) * valve.rockerRatio - valve.lash);
  const along = Math.cos((valve.valveAngleDeg * Math.PI) / 180);
  return { open, down, gap: dropAtTdc + down * along - open };
}
