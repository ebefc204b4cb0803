import { placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf, type Practice } from '../plan/practice.js';
import { actsOf, type SignOff } from './acts.js';
import type { EngineFile } from './engine-file.js';
import type { SheetRow } from './row.js';
import { isBuild } from './slot.js';

/** Where a set plunger stands between its clip and its bottom; mm. */
export interface PlungerStand {
  place: string;
  depth: number | null;
  left: number | null;
  /** Below its clip, and above its bottom, by more than the depth may be off; null while that is not known. */
  offClip: boolean | null;
  offBottom: boolean | null;
}

/** Where each plunger stands in the build: off its clip and off its bottom at every valve is what the proof asks. */
export function plungerStands(
  engine: Pick<Engine, 'banks' | 'pins' | 'mains'>,
  practice: Pick<Practice, 'uncertainty'>,
  rows: readonly Pick<SheetRow, 'measure' | 'place' | 'occasion' | 'value'>[],
): PlungerStand[] {
  const uncertainty = uncertaintyOf(practice, measureOf('plunger-depth'));
  const built = rows.filter(isBuild);
  return placesOf(engine, 'valve').map((place) => {
    const at = (measure: string) => built.find((row) => row.measure === measure && row.place === place)?.value ?? null;
    const [depth, left] = [at('plunger-depth'), at('plunger-travel-left')];
    return {
      place,
      depth,
      left,
      offClip: depth === null ? null : depth > uncertainty,
      offBottom: left === null ? null : left > uncertainty,
    };
  });
}

/** Readings after which the valvetrain must be turned by hand once more. */
const MOVES_IT = ['preload-turns', 'plunger-depth', 'lash-cold', 'lash-hot', 'pushrod-fitted'];

/**
 * The newest word that the engine was turned twice by hand and nothing bound; `isStale` once a valve was set after it.
 * Undefined where nobody has given it.
 */
export function turnedTwiceOf(
  file: Pick<EngineFile, 'acts' | 'readings'>,
): (SignOff & { isStale: boolean }) | undefined {
  const given = actsOf(file, 'sign-off').findLast(({ what }) => what === 'turned-twice');
  if (!given) return undefined;
  const { kind, ...signOff } = given;
  const last = file.readings.findLast((reading) => isBuild(reading) && MOVES_IT.includes(reading.measure));
  return { ...signOff, isStale: last !== undefined && last.receivedAt > given.at };
}
