import type { ValveKind } from '../engine/engine.js';
import type { Judging } from '../sheet/judging.js';
import { rockerGeometry } from '../sheet/rocker-geometry.js';
import type { Bar } from '../sheet/trials.js';
import type { ChosenSetting } from '../valvetrain/chosen-setting.js';
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
  /** Where the best lies as often as marks lie within their uncertainty; left out where it was only measured. */
  stretch?: [low: number, high: number];
  /** Whether something was tried on both sides of it; left out by formulas that did not ask. */
  isBracketed?: boolean;
  /** What somebody chose, and why; left out where nobody did. */
  chosen?: { setting: number; school: School; reason: string; by: string; at: string };
  trials: { place: string; setting: number; width?: number; offset?: number; barredBy: Bar[]; isRough: boolean; isOtherRocker: boolean }[]; // prettier-ignore
}

const rounded = (mm: number) => Number(mm.toFixed(4));

const recordedChoice = ({ setting, school, reason, by, at }: Omit<ChosenSetting, 'kind' | 'unit'> & { by: string; at: string }) => ({ setting: rounded(setting), school, reason, by, at }); // prettier-ignore

/** The geometry of both kinds, as far as anything was tried. */
export const recordedGeometry = (judging: Judging): RecordedGeometry[] =>
  (['I', 'E'] as const).flatMap((kind): RecordedGeometry[] => {
    const { mount, school, best, fit, trials, stretch, isBracketed, chosen } = rockerGeometry(judging, { kind });
    if (trials.length === 0 && !chosen) return [];
    return [
      {
        kind,
        mount,
        school,
        best: best === null ? null : rounded(best),
        explained: fit && fit.explained,
        minimumWidth: fit && rounded(fit.minimumWidth),
        ...(stretch ? { stretch: [rounded(stretch[0]), rounded(stretch[1])] } : {}),
        ...(best === null ? {} : { isBracketed }),
        ...(chosen ? { chosen: recordedChoice(chosen) } : {}),
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
