import type { EngineFile } from './engine-file.js';

/** A promise that was made, how likely it would have been called then, and whether it held. */
export interface PastPromise {
  share: number;
  isKept: boolean;
}

/** Promises that were called about as likely, how many they were and how many of them held. */
export interface KeptClass {
  from: number;
  to: number;
  count: number;
  kept: number;
}

/** Where one class of likelihood ends and the next begins. */
const EDGES = [0, 0.5, 0.8, 0.95, 1];

/** How well words held, by how likely they were; classes of which there was none are left out. */
export function promisesKept(past: readonly PastPromise[]): KeptClass[] {
  return EDGES.slice(1).flatMap((to, index): KeptClass[] => {
    const from = EDGES[index];
    const own = past.filter(({ share }) => share >= from && (share < to || to === 1));
    return own.length === 0 ? [] : [{ from, to, count: own.length, kept: own.filter(({ isKept }) => isKept).length }];
  });
}

/** An engine's file as it stood at a moment, by what had arrived; of its papers those that still count. */
export function fileAt(file: EngineFile, at: string): EngineFile {
  return {
    ...file,
    readings: file.readings.filter(({ receivedAt }) => receivedAt <= at),
    acts: file.acts.filter((act) => act.at <= at),
    papers: file.papers.filter((paper) => paper.at <= at),
    signed: null,
  };
}
