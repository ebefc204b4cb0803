import type { Engine, ValveKind } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { Practice } from '../plan/practice.js';
import { toCanonical, type Unit } from '../units/units.js';
import type { MockUp } from '../valvetrain/mock-up.js';
import type { PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import type { RockerSetUp } from '../valvetrain/rocker-set-up.js';
import type { EngineFile } from './engine-file.js';
import { judgingOf } from './judging-of.js';
import type { Paper } from './papers.js';
import type { Reading } from './reading.js';
import { rockerGeometry } from './rocker-geometry.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

/** What tests of rockers and pushrods begin with: a V8 with its papers, and readings on it. */

export const IN = 25.4;
export const engine = { ...(LAYOUTS[0].engine as Engine), ratio: { intake: 1.7, exhaust: 1.7 } };
export const shop = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;
export const specWith = (change: Partial<NonNullable<Practice['geometry']>>) => ({
  ...shop,
  practice: { ...shop.practice, geometry: { ...shop.practice.geometry!, ...change } },
});

const at = (minute: number) => `2026-03-02T09:${String(minute).padStart(2, '0')}:00.000Z`;
export const paper = (kind: string, body: unknown, minute = 0): Paper => ({ id: `${kind}-${minute}`, kind, body, by: 'builder', at: at(minute) }); // prettier-ignore
export const ROCKERS: RockerSetUp = {
  unit: 'in', rockers: 'final', isRough: false, tipDiameter: { I: 0.342, E: 0.342 }, lashCap: { I: 0, E: 0 },
}; // prettier-ignore
export const CHECK: MockUp = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: true },
}; // prettier-ignore
export const RODS: PushrodSetUp = {
  unit: 'in', convention: 'overall', angleDeg: 8, plunger: { target: 0.035, min: 0.02, max: 0.06 }, rods: 'by-kind',
}; // prettier-ignore
export const ARM = paper('engine-data', { figures: { 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } });

export const read = (measure: string, place: string, entered: string, setting?: number, minute = 10, unit: Unit = 'in'): Reading => // prettier-ignore
  ({ ...readingOf(measure, place, entered, unit, setting === undefined ? {} : { atValue: toCanonical(setting, 'in') }), takenAt: at(minute), receivedAt: at(minute) }); // prettier-ignore
export const fileWith = (readings: Reading[], papers: Paper[] = [], spec = shop, of = engine): EngineFile => ({ ...fileOf({ engine: of, spec, readings }), papers }); // prettier-ignore
export const geometryOf = (file: EngineFile, of: { kind: ValveKind; only?: string } = { kind: 'I' }) =>
  rockerGeometry(judgingOf(file, standOf(file)), of);
export const valueRow = (file: EngineFile, measure: string, place = '1I') =>
  sheetOf(file).rows.find((row) => row.measure === measure && row.place === place);
export const inches = (mm: number) => Number((mm / IN).toFixed(4));

/** The three marks of the worked example, on a valve that lifts as it does there. */
export const LIFT = read('valve-lift', '1I', '0.580');
export const MARKS = [
  read('mark-width', '1I', '0.07521', 7.55),
  read('mark-width', '1I', '0.06753', 7.6),
  read('mark-width', '3I', '0.06467', 7.7),
];
