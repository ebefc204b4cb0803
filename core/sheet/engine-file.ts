import type { Engine } from '../engine/engine.js';
import type { Stage } from '../plan/measure.js';
import type { ShopHistory } from '../plan/shop-history.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Act, Disposition, Picture, SignOff } from './acts.js';
import type { Paper } from './papers.js';
import type { Reading } from './reading.js';

/** The newest signature on an engine, and how much was filed since that a record would hold. */
export interface Signed {
  revision: number;
  signedAt: string;
  since: number;
}

/** What is filed on an engine and stands on no record: what the shop keeps in mind of the job, cautions read, where it is. */
export const KEPT_TO_THE_SHOP = {
  papers: ['job', 'running'],
  acts: ['caution', 'life', 'set-aside', 'told', 'on-bench'],
};

/**
 * All that an engine is judged from, loaded in one go. `sheetOf` and `judgeLast` of it are the only ways to a verdict,
 * so that what is shown while typing, what the server answers and what the sheet says cannot differ.
 */
export interface EngineFile {
  engine: Engine;
  spec: SpecSet;
  /** In the order in which they arrived. */
  readings: readonly Reading[];
  /** In the order in which they were done. */
  acts: readonly Act[];
  /** In the order in which they were filed. */
  papers: readonly Paper[];
  signed: Signed | null;
  /** What the shop's finished builds showed by the time it was loaded; none where it has none. */
  history?: ShopHistory;
}

/** The decisions on an engine, in the order in which they were made. */
export const dispositionsOf = ({ acts }: Pick<EngineFile, 'acts'>): Disposition[] =>
  acts.flatMap((act) => {
    if (act.kind !== 'disposition') return [];
    const { kind, ...disposition } = act;
    return [disposition];
  });

/** The pictures of an engine, in the order in which they came. */
export const picturesOf = ({ acts }: Pick<EngineFile, 'acts'>): Picture[] =>
  acts.flatMap((act) => {
    if (act.kind !== 'picture') return [];
    const { kind, ...picture } = act;
    return [picture];
  });

/** The stages whose cautions somebody has read on this engine: another person reads them for himself. */
export const acknowledgedOf = ({ acts }: Pick<EngineFile, 'acts'>, by: string): Stage[] => [
  ...new Set(acts.flatMap((act) => (act.kind === 'caution' && act.by === by ? [act.stage] : []))),
];

/** Measures that leave modelling clay or marking dye in the engine. */
const WITH_CLAY = ['pv-depth', 'pv-depth-middle', 'pv-radial', 'mark-width', 'mark-offset'];

/** The newest word that all clay and dye is out and the tools are counted; undefined where there was none. */
export const clayOutOf = ({ acts }: Pick<EngineFile, 'acts'>): SignOff | undefined =>
  acts.findLast((act): act is { kind: 'sign-off' } & SignOff => act.kind === 'sign-off' && act.what === 'clay-out');

/** Whether clay or dye may still be in the engine: something was taken with it since somebody last answered for it. */
export function isClayInside(file: Pick<EngineFile, 'readings' | 'acts'>): boolean {
  const last = file.readings.findLast(({ measure }) => WITH_CLAY.includes(measure));
  const out = clayOutOf(file);
  return last !== undefined && (!out || out.at < last.receivedAt);
}

/** Whether everything that was filed on this engine stands on its newest record. */
export const isSigned = ({ signed }: Pick<EngineFile, 'signed'>): boolean => signed !== null && signed.since === 0;

/** Who measured on this engine, or accepted a value on it. */
export const workedOn = ({ readings, acts }: Pick<EngineFile, 'readings' | 'acts'>): Set<string> =>
  new Set([
    ...readings.map(({ by }) => by),
    ...acts.flatMap((act) => (act.kind === 'disposition' && act.action === 'accepted' ? [act.by] : [])),
  ]);
