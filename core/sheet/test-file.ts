import type { CamCard } from '../cam/cam-card.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import type { At } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import { readEntry } from '../plan/read-entry.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Unit } from '../units/units.js';
import type { Act, Disposition } from './acts.js';
import type { EngineFile } from './engine-file.js';
import type { Reading } from './reading.js';

/** An engine file for a test: a V8 with the shop's hydraulic set unless said otherwise. */
export function fileOf({
  engine = LAYOUTS[0].engine as Engine,
  spec = EXAMPLE_SPEC_SETS[0],
  readings = [],
  dispositions = [],
  card,
}: {
  engine?: Engine;
  spec?: SpecSet;
  readings?: Reading[];
  dispositions?: Disposition[];
  card?: CamCard | null;
}): EngineFile {
  return {
    engine,
    spec,
    readings,
    acts: dispositions.map((made): Act => ({ kind: 'disposition', ...made })),
    papers: card ? [{ id: 'card', kind: 'cam-card', body: card, by: 'builder', at: '2026-11-24T07:00:00.000Z' }] : [],
    signed: null,
  };
}

let count = 0;

/** A reading as it was typed at a place. An angle or mark is told apart by `atValue`, as its measure says. */
export function readingOf(
  measure: string,
  place: string,
  entered: string,
  unit: Unit,
  more: Partial<Reading> & { atValue?: number } = {},
): Reading {
  const { atValue, ...change } = more;
  const { at: by } = measureOf(measure);
  const entry = readEntry(measureOf(measure), entered, unit, 'plus');
  if (!entry.ok) throw new Error(`${entered}: ${entry.reason}`);
  const at: At | undefined = by && atValue !== undefined ? { by, value: atValue } : undefined;
  const when = '2026-11-24T08:00:00.000Z';
  return {
    id: `r${++count}`, measure, place, ...(at ? { at } : {}), entered, unit, value: entry.value, takenAt: when,
    receivedAt: when, by: 'builder', how: 'keyed', ...change,
  }; // prettier-ignore
}
