import { parseValve, placesOf } from '../engine/places.js';
import type { ValveKind } from '../engine/engine.js';
import { judge } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf, type Practice } from '../plan/practice.js';
import { toCanonical } from '../units/units.js';
import { rodToBuild } from '../derive/length-to-order.js';
import { BY_NOW } from '../derive/on-file.js';
import type { Lack } from '../valvetrain/mock-up.js';
import type { TriedSetting } from '../valvetrain/schools.js';
import type { Judging } from './judging.js';
import { limitAt } from './limits.js';
import { counting } from './row.js';
import { isBuild } from './slot.js';
import type { Try } from './stand.js';

/** As the options of `mark-began`, in their order. */
const MARK_ENDS = ['outward', 'inward'] as const;
type MarkEnd = (typeof MARK_ENDS)[number];

/** Why a setting cannot be used, whatever its mark looks like. */
export const BARS = ['retainer', 'pushrod-hole', 'leans', 'turns', 'tip-edge'] as const;
export type Bar = (typeof BARS)[number];

/** One setting that was tried at a valve, mm: a pushrod's length, or the shims under a stand. */
export interface Trial extends TriedSetting {
  place: string;
  /** As it was tried; `setting` is what it comes to under the newest check's set-up, with its lash cap. */
  tried: number;
  /** The set-up that it was tried under: of which check; or of the build, with the rod that was fitted. */
  under: number | 'build' | null;
  /** Adjuster turns from where it starts. */
  turns?: number;
  /** Where a rocker that was struck on the closed valve left its line, from the tip's middle; plus outward. */
  tap?: number;
  /** Which end of the mark the roller stood at with the valve closed. */
  began?: MarkEnd;
  barredBy: Bar[];
  /** Tapped before there was a pushrod; rubbed by another rocker than the engine gets. */
  isRough: boolean;
  isOtherRocker: boolean;
  takenAt: string;
}

type Practised = NonNullable<Practice['geometry']>;

/** In which unit a shop's figure is taken: an engine that is worked on in inches keeps to its figure in inches. */
const figure = (both: Record<'in' | 'mm', number>, unit: 'in' | 'mm') => toCanonical(both[unit], unit);

/** How near a mark comes to the edge of its tip. */
const edgeLeft = ({ tip, width, offset }: { tip: number; width: number; offset: number }): number =>
  tip / 2 - Math.abs(offset) - width / 2;

/** Whether a gap that was felt at a trial breaks the limit that the build keeps to. */
function isTooClose(judging: Judging, felt: Try | undefined, limited: string): boolean {
  if (!felt) return false;
  const limit = limitAt(judging, limited, felt.place, uncertaintyOf(judging.spec.practice, measureOf(limited)));
  return limit !== null && judge(felt.value, limit, limit.uncertainty) === 'low';
}

/** Everything that bars a setting, from what was read at it. */
function barsOf(
  judging: Judging,
  at: (measure: string) => Try | undefined,
  practised: Practised | undefined,
  tip: number | undefined,
): Bar[] {
  const [width, offset, turns] = ['mark-width', 'mark-offset', 'trial-turns'].map((key) => at(key)?.value);
  const { unit } = judging.engine.thread;
  const isNearEdge =
    practised !== undefined && tip !== undefined && width !== undefined && offset !== undefined &&
    edgeLeft({ tip, width, offset }) < figure(practised.edgeKept, unit); // prettier-ignore
  const { least, most } = practised?.adjusterTurns ?? { least: -Infinity, most: Infinity };
  const bars: [Bar, boolean][] = [
    ['retainer', isTooClose(judging, at('trial-retainer-gap'), 'rocker-retainer-gap')],
    ['pushrod-hole', isTooClose(judging, at('trial-pushrod-gap'), 'pushrod-side-gap')],
    ['leans', at('trial-square')?.value === measureOf('trial-square').options!.indexOf('leans')],
    ['turns', turns !== undefined && (turns < least || turns > most)],
    ['tip-edge', isNearEdge],
  ];
  return bars.flatMap(([bar, breaks]) => (breaks ? [bar] : []));
}

/** A mark belongs to the fitted rod, or shims, within this, mm: closer than two of a catalogue lie. */
const SAME_SETTING_MM = 0.3;

/** Of the check that was in force, or of the build once the rod was fitted that is tried. */
function setUpOf({ stand, engine }: Judging, one: Try): Trial['under'] {
  const seen = stand.seen();
  const check = seen.onFile.mockUpAt(one.takenAt)?.check.check ?? null;
  const fitted = seen.latest('pushrod-fitted', one.place, one.turn);
  const setTo = engine.mount === 'stud-nut' ? fitted : seen.latest('stand-shim', one.place, one.turn);
  const isOfCheck = fitted !== undefined && (seen.onFile.mockUpAt(fitted.takenAt)?.check.check ?? null) === check;
  const isFitted = isOfCheck && setTo !== undefined && Math.abs(setTo.value - one.at!.value) <= SAME_SETTING_MM;
  return isFitted ? 'build' : check;
}

/**
 * What a rod needs more in the build than under the set-up of a trial, mm, at the geometry that was tried: what only moves
 * the adjuster changes the geometry, and a cap is told by the trial itself. Shims under a stand are the same in both.
 */
export function shiftToBuild(judging: Judging, at: { place: string; takenAt: string; turn: number }): { shift: number; lacks: Lack[] } | null {
  const { engine, stand } = judging;
  if (engine.mount !== 'stud-nut') return { shift: 0, lacks: [] };
  const moved = rodToBuild(stand.seen(), at, null);
  const others = moved?.terms.filter(({ name }) => name !== 'adjuster' && name !== 'lash-cap') ?? [];
  const lacks = moved?.lacks.filter((lack) => lack !== 'adjuster-at-check' && lack !== 'lash-cap') ?? [];
  return moved && { shift: others.reduce((sum, { value }) => sum + value, 0), lacks };
} // prettier-ignore

/** Everything that was read at one setting under one set-up. */
function trialOf(judging: Judging, place: string, tried: number, taken: ReadonlyMap<string, Try>): Trial {
  const { stand, spec } = judging;
  const { onFile } = stand.seen();
  const { kind } = parseValve(place)!;
  const at = (measure: string) => taken.get(measure);
  const value = (measure: string) => at(measure)?.value;
  const last = [...taken.values()].reduce((newest, one) => (one.turn > newest.turn ? one : newest));
  const rockers = onFile.rockersAt(last.takenAt);
  const capNow = onFile.rockersAt(BY_NOW)?.lashCap[kind] ?? 0;
  const under = setUpOf(judging, last);
  const shiftAt = (takenAt: string) => shiftToBuild(judging, { place, takenAt, turn: Infinity })?.shift ?? 0;
  const sinceTrial = (under === 'build' ? 0 : shiftAt(last.takenAt)) - shiftAt(BY_NOW);
  const barredBy = barsOf(judging, at, spec.practice.geometry, rockers?.tipDiameter[kind]);
  const began = value('mark-began');
  const read = {
    width: value('mark-width'),
    offset: value('mark-offset'),
    rollerHeight: value('trial-roller-height'),
    lift: value('trial-lift'),
    turns: value('trial-turns'),
    midAngleDeg: value('trial-mid-angle'),
    tap: value('tap-position'),
  };
  return {
    place,
    tried,
    under,
    // A cap lifts the tip as a shorter rod, or a thinner shim, would.
    setting: tried - (rockers?.lashCap[kind] ?? 0) + capNow + sinceTrial,
    ...(Object.fromEntries(Object.entries(read).filter(([, one]) => one !== undefined)) as Partial<typeof read>),
    ...(began === undefined ? {} : { began: MARK_ENDS[began] }),
    barredBy,
    isBarred: barredBy.length > 0,
    isRough: rockers?.isRough ?? false,
    isOtherRocker: rockers?.rockers === 'another',
    takenAt: last.takenAt,
  };
}

/**
 * The settings that were tried at one valve, in the order in which they first were. Tries of one setting under another
 * set-up are another trial: a mark of the fitted rod does not replace one of the check.
 */
function trialsAt(judging: Judging, place: string): Trial[] {
  const { stand } = judging;
  const { onFile } = stand.seen();
  const trials = new Map<string, { tried: number; taken: Map<string, Try> }>();
  for (const history of stand.atPlace(place)) {
    const [{ at, measure }] = history;
    if (at?.by !== 'setting' || !isBuild(history[0])) continue;
    const parts = new Map<string, Try[]>();
    for (const one of history) {
      const key = JSON.stringify([at.value, setUpOf(judging, one), onFile.rockersAt(one.takenAt)]);
      parts.set(key, [...(parts.get(key) ?? []), one]);
    }
    for (const [key, tries] of parts) {
      const trial = trials.get(key) ?? { tried: at.value, taken: new Map<string, Try>() };
      trial.taken.set(measure, counting(judging, tries));
      trials.set(key, trial);
    }
  }
  return [...trials.values()].map(({ tried, taken }) => trialOf(judging, place, tried, taken));
}

/** Everything that was tried on the valves of a kind; or at one of them. */
export const trialsOf = (judging: Judging, of: ValveKind | { place: string }): Trial[] =>
  placesOf(judging.engine, 'valve')
    .filter((place) => (typeof of === 'object' ? place === of.place : parseValve(place)!.kind === of))
    .flatMap((place) => trialsAt(judging, place));
