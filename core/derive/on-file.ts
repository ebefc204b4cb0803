import type { LobeOnFile } from '../cam/lobe-on-file.js';
import type { ValveKind } from '../engine/engine.js';
import type { ChosenSetting } from '../valvetrain/chosen-setting.js';
import type { MockUp } from '../valvetrain/mock-up.js';
import type { PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import type { RockerSetUp } from '../valvetrain/rocker-set-up.js';
import type { Spring } from '../valvetrain/spring-nest.js';

/** A moment after everything that was read: what is on file for it is what is on file by now. */
export const BY_NOW = '9999';

/** What stands on an engine's papers and rules compute with, canonical: mm, N, degrees. */
export interface OnFile {
  /** A figure of the engine's data; undefined while nobody has filed it. */
  figure: (id: string) => number | undefined;
  /** The build as it is meant by now; null while nobody has said it. */
  build: MockUp | null;
  /** The check that a reading of this moment belongs to, and the build as it is meant by now; null while none is filed. */
  mockUpAt: (takenAt: string) => { check: MockUp; build: MockUp } | null;
  /** The lobe of a valve: its own as it was swept, else one of its kind, else the one of the card. */
  lobe: (place: string) => LobeOnFile | null;
  /** Lobe lift by the card. */
  cardLift: (kind: ValveKind) => number | undefined;
  /** The springs around a valve; null while nobody has filed them. */
  springs: (kind: ValveKind) => Spring[] | null;
  /** When other springs went in than were measured until then; null where none did. */
  springsExchangedAt: string | null;
  /** What rubbed on what when a mark of this moment was made; null while nobody has said it. */
  rockersAt: (takenAt: string) => RockerSetUp | null;
  /** The setting that was chosen for a kind last, mm; null while nobody chose any. */
  chosen: (kind: ValveKind) => (ChosenSetting & { by: string; at: string }) | null;
  /** How pushrods are measured and what they must fit; null while nobody has said it. */
  pushrods: PushrodSetUp | null;
}
