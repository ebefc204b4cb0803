import { parseValve, placesOf } from '../engine/places.js';
import type { ValveKind } from '../engine/engine.js';
import { judge } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf, type Practice } from '../plan/practice.js';
import { toCanonical } from '../units/units.js';
import type { TriedSetting } from '../valvetrain/schools.js';
import type { Judging } from './judging.js';
import { limitAt } from './limits.js';
import { counting } from './row.js';
import { isBuild } from './slot.js';
import type { Try } from './stand.js';

/** Why a setting cannot be used, whatever its mark looks like. */
export const BARS = ['retainer', 'pushrod-hole', 'leans', 'turns', 'tip-edge'] as const;
export type Bar = (typeof BARS)[number];

/** One setting that was tried at a valve, mm: a pushrod's length, or the shims under a stand. */
export interface Trial extends TriedSetting {
  place: string;
  /** As it was tried; `setting` is as it would be with the lash cap of the newest set-up. */
  tried: number;
  /** Adjuster turns from where it starts. */
  turns?: number;
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

/** The settings that were tried at one valve, in the order in which they first were. */
function trialsAt(judging: Judging, place: string): Trial[] {
  const { stand, spec } = judging;
  const { onFile } = stand.seen();
  const { kind } = parseValve(place)!;
  const settings = new Map<number, Map<string, Try>>();
  for (const history of stand.atPlace(place)) {
    const [{ at, measure }] = history;
    if (at?.by !== 'setting' || !isBuild(history[0])) continue;
    const one = settings.get(at.value) ?? new Map<string, Try>();
    settings.set(at.value, one.set(measure, counting(judging, history)));
  }
  const capNow = onFile.rockersAt('9999')?.lashCap[kind] ?? 0;
  return [...settings].map(([tried, taken]): Trial => {
    const at = (measure: string) => taken.get(measure);
    const last = [...taken.values()].reduce((newest, one) => (one.turn > newest.turn ? one : newest));
    const rockers = onFile.rockersAt(last.takenAt);
    const barredBy = barsOf(judging, at, spec.practice.geometry, rockers?.tipDiameter[kind]);
    const value = (measure: string) => at(measure)?.value;
    const read = {
      width: value('mark-width'),
      offset: value('mark-offset'),
      rollerHeight: value('trial-roller-height'),
      lift: value('trial-lift'),
      turns: value('trial-turns'),
    };
    return {
      place,
      tried,
      // A cap lifts the tip as a shorter rod, or a thinner shim, would.
      setting: tried - (rockers?.lashCap[kind] ?? 0) + capNow,
      ...(Object.fromEntries(Object.entries(read).filter(([, one]) => one !== undefined)) as Partial<typeof read>),
      barredBy,
      isBarred: barredBy.length > 0,
      isRough: rockers?.isRough ?? false,
      isOtherRocker: rockers?.rockers === 'another',
      takenAt: last.takenAt,
    };
  });
}

/** Everything that was tried on the valves of a kind; or at one of them. */
export const trialsOf = (judging: Judging, of: ValveKind | { place: string }): Trial[] =>
  placesOf(judging.engine, 'valve')
    .filter((place) => (typeof of === 'object' ? place === of.place : parseValve(place)!.kind === of))
    .flatMap((place) => trialsAt(judging, place));
