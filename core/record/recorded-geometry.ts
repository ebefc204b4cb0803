import type { ValveKind } from '../engine/engine.js';
import type { Judging } from '../sheet/judging.js';
import { rockerGeometry } from '../sheet/rocker-geometry.js';
import type { Bar } from '../sheet/trials.js';
import type { School } from '../valvetrain/schools.js';

/** What was tried on the valves of a kind, and what it came to, as it stood when it was signed. Lengths in mm. */
export interface RecordedGeometry {
  kind: ValveKind;
  /** What was set: a pushrod's length, or the shims under a stand. */
  mount: 'stud-nut' | 'shaft';
  school: School;
  /** What the shop's school says; null where the trials do not tell. */
  best: number | null;
  /** Whether the marks follow the geometry; null where nothing was fitted. */
  explained: boolean | null;
  minimumWidth: number | null;
  trials: { place: string; setting: number; width?: number; offset?: number; barredBy: Bar[]; isRough: boolean; isOtherRocker: boolean }[]; // prettier-ignore
}

const rounded = (mm: number) => Number(mm.toFixed(4));

/** The geometry of both kinds, as far as anything was tried. */
export const recordedGeometry = (judging: Judging): RecordedGeometry[] =>
  (['I', 'E'] as const).flatMap((kind): RecordedGeometry[] => {
    const { mount, school, best, fit, trials } = rockerGeometry(judging, { kind });
    if (trials.length === 0) return [];
    return [
      {
        kind,
        mount,
        school,
        best: best === null ? null : rounded(best),
        explained: fit && fit.explained,
        minimumWidth: fit && rounded(fit.minimumWidth),
        trials: trials.map(({ place, setting, width, offset, barredBy, isRough, isOtherRocker }) => ({
          place,
          setting: rounded(setting),
          ...(width === undefined ? {} : { width: rounded(width) }),
          ...(offset === undefined ? {} : { offset: rounded(offset) }),
          barredBy,
          isRough,
          isOtherRocker,
        })),
      },
    ];
  });
