import { ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { Seen, Taken } from './rule.js';

/** What a valve ought to open by, mm: its lobe, as read or as the card says it, times its ratio; and the lash that it loses. */
export function expectedLift(
  { engine, onFile, latest }: Pick<Seen, 'engine' | 'onFile' | 'latest'>,
  { place, takenAt }: Pick<Taken, 'place' | 'takenAt'>,
): { opens: number; lash: number; lobe: number } | null {
  const { kind } = parseValve(place)!;
  const lobe = latest('lobe-lift', place)?.value ?? onFile.cardLift(kind);
  if (lobe === undefined) return null;
  return { lobe, opens: lobe * ratioOf(engine, kind), lash: onFile.mockUpAt(takenAt)?.build.lash[kind] ?? 0 };
}
