import type { ComponentType } from 'react';
import type { LoaderFunction } from 'react-router';
import type { EngineAnswer } from '../../contracts/engine.js';
import { GATES } from '../../core/plan/gates.js';
import type { Stage } from '../../core/plan/measure.js';
import { isClayInside, isSigned, type EngineFile } from '../../core/sheet/engine-file.js';
import { closedOf } from '../../core/sheet/gates.js';
import type { Sheet } from '../../core/sheet/sheet.js';
import type { Progress, Station } from '../../core/sheet/stations.js';
import { engineDataOf, jobOf, partsOf } from '../../core/sheet/papers.js';
import { intakeLoader, pathLoader, signedLoader } from '../app/loaders.js';

/** As much of a desk as tells how far a place is. */
export interface Standing {
  engine: EngineAnswer;
  file: EngineFile;
  sheet: Sheet;
  stations: readonly Station[];
}

type Screen = () => Promise<{ Component: ComponentType }>;

/** A place of one engine: its address below the engine's, its name, its screen, and how far it is. */
export interface EnginePlace {
  path: string;
  title: string;
  screen: Screen;
  /** What it shows besides the engine's file. */
  loader?: LoaderFunction;
  progress: (standing: Standing) => Progress;
  /** What must not be forgotten there, while it is so. */
  warning?: (standing: Standing) => string | undefined;
}

/** A place where a stage is measured. */
export interface StagePlace extends EnginePlace {
  stage: Stage;
  /** The place is found again by its valve rather than by the step of its list. */
  byValve?: true;
}

const stagePlace = (stage: Stage, path: string, title: string, screen: Screen, more: Pick<StagePlace, 'byValve' | 'warning'> = {}): StagePlace => ({
  stage, path, title, screen, ...more,
  progress: ({ stations }) => stations.find((station) => station.stage === stage)!.state,
}); // prettier-ignore

/** The stages that are measured, in the order of the work: one row a stage place. */
export const STAGE_PLACES: StagePlace[] = [
  stagePlace('bottom-end', 'bottom-end', 'Bottom end', async () => ({ Component: (await import('./bottom-end/BottomEnd.js')).BottomEnd })),
  stagePlace('dead-centre', 'dead-centre', 'Dead centre', async () => ({ Component: (await import('./dead-centre/DeadCentre.js')).DeadCentre })),
  stagePlace('cam-timing', 'timing', 'Timing', async () => ({ Component: (await import('./timing/Timing.js')).Timing })),
  stagePlace('mock-up', 'mock-up', 'Mock-up', async () => ({ Component: (await import('./mock-up/MockUp.js')).MockUp }), {
    warning: ({ file }) => (isClayInside(file) ? 'clay or dye is inside' : undefined),
  }),
  stagePlace('geometry', 'geometry', 'Geometry', async () => ({ Component: (await import('./geometry/Geometry.js')).Geometry })),
  stagePlace('torque', 'tightening', 'Tightening', async () => ({ Component: (await import('./tightening/Tightening.js')).Tightening })),
  stagePlace('setting', 'setting', 'Setting', async () => ({ Component: (await import('./setting/Setting.js')).Setting }), { byValve: true }),
  stagePlace('proof', 'proof', 'Proof', async () => ({ Component: (await import('./proof/Proof.js')).Proof })),
]; // prettier-ignore

/** The whole job at a glance: it is done when every gate is closed. */
const PATH: EnginePlace = {
  path: 'path',
  title: 'Path',
  screen: async () => ({ Component: (await import('./path/Path.js')).Path }),
  loader: pathLoader,
  progress: ({ file }) => {
    const closed = GATES.filter((gate) => closedOf(file, gate) !== null).length;
    return closed === GATES.length ? 'done' : closed > 0 ? 'open' : 'empty';
  },
};

/** Where an engine begins: whose it is, what it is, what is known of it. */
const INTAKE: EnginePlace = {
  path: 'intake',
  title: 'Intake',
  screen: async () => ({ Component: (await import('./intake/Intake.js')).Intake }),
  loader: intakeLoader,
  progress: ({ file }) => {
    const known = [Object.keys(engineDataOf(file)).length > 0, partsOf(file).length > 0, jobOf(file).promised];
    return known.every(Boolean) ? 'done' : known.some(Boolean) ? 'open' : 'empty';
  },
};

/** What comes after the measuring. */
const AFTER: EnginePlace[] = [
  {
    path: 'review',
    title: 'Review',
    screen: async () => ({ Component: (await import('./review/Review.js')).Review }),
    progress: ({ sheet }) => {
      if (sheet.rows.length === 0) return 'empty';
      const open = sheet.flags.some((flag) => flag.open) || sheet.missing.some((missing) => !missing.disposition);
      return open ? 'open' : 'done';
    },
  },
  {
    path: 'record',
    title: 'Record',
    screen: async () => ({ Component: (await import('./record/Record.js')).Record }),
    loader: signedLoader,
    progress: ({ file }) => (!file.signed ? 'empty' : isSigned(file) ? 'done' : 'open'),
  },
];

/** Every place of an engine: ribbon, router, the way back and the lists of the tests and pictures follow from it. */
export const ENGINE_PLACES: EnginePlace[] = [PATH, INTAKE, ...STAGE_PLACES, ...AFTER];

/** Where a measure of this stage is taken; at the valves, for a stage that has no place of its own. */
export const stageAt = (stage: Stage): StagePlace =>
  STAGE_PLACES.find((place) => place.stage === stage) ?? STAGE_PLACES.find(({ byValve }) => byValve)!;
