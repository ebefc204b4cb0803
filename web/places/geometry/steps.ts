import type { Engine } from '../../../core/engine/engine.js';
import { placesOf } from '../../../core/engine/places.js';
import { atValue } from '../../../core/plan/measure.js';
import { MEASURES } from '../../../core/plan/measures.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import type { Slot } from '../../../core/sheet/slot.js';

/** What is read at one trial, in the order in which a hand comes past it. */
const OF_TRIAL = MEASURES.filter(({ stage, at }) => stage === 'geometry' && at === 'setting').map(({ key }) => key);

/** Everything that is typed one after the other, valve by valve. */
const PLAIN = [
  'stem-height',
  'stand-shim',
  'stop-turns',
  'pushrod-tool-turns',
  'pushrod-checked',
  'pushrod-fitted',
  'valve-lift',
];
export type PlainMeasure = (typeof PLAIN)[number];

export const TRIAL = 'trial-setting';
/** The same by the turns of a checking rod that counts in some. */
export const TRIAL_TURNS = 'trial-tool-turns';
const isSetting = (measure: string): boolean => measure === TRIAL || measure === TRIAL_TURNS;
export const isOfTrial = (measure: string): boolean => isSetting(measure) || OF_TRIAL.includes(measure);

/** As what the settings of a valve are typed: as the last one was, else in turns where the checking rod has some. */
export function settingTyped(
  { mount }: Pick<Engine, 'mount'>,
  rows: readonly SheetRow[],
  hasTool: boolean,
  place: string,
): typeof TRIAL | typeof TRIAL_TURNS {
  if (!hasTool || mount !== 'stud-nut') return TRIAL;
  const last = rows.find((row) => row.measure === TRIAL && row.place === place);
  return last && !last.derivedFrom ? TRIAL : TRIAL_TURNS;
}

/** The measures of this engine that are no trials, in the order of the work. */
export const plainMeasures = ({ mount, lifter }: Pick<Engine, 'mount' | 'lifter'>, hasTool: boolean): PlainMeasure[] =>
  PLAIN.filter(
    (key) =>
      (key !== 'stand-shim' || mount !== 'stud-nut') &&
      // A bolt that draws its pedestal to a stop sets nothing: its turns are read.
      (key !== 'stop-turns' || (mount === 'pedestal-shim' && lifter === 'hydraulic')) &&
      (key !== 'pushrod-tool-turns' || hasTool),
  );

/** A setting that was just taken, mm: its mark may be typed before the sheet knows of it. */
export interface BegunTrial {
  place: string;
  value: number;
}

/** The settings that were tried at a valve, the one that is tried now first; mm. */
function settingsAt(rows: readonly SheetRow[], place: string, begun: BegunTrial | null): number[] {
  const here = rows.filter((row) => row.place === place);
  const now = begun?.place === place ? begun : here.find(({ measure }) => measure === TRIAL);
  const tried = here.flatMap(({ at }) => (at?.by === 'setting' ? [at.value] : [])).sort((a, b) => a - b);
  return [...new Set([...(now ? [atValue(now.value)] : []), ...tried])];
}

/** The slots of one trial. */
const trialSlots = (place: string, value: number): Slot[] =>
  OF_TRIAL.map((measure): Slot => ({ measure, place, at: { by: 'setting', value } }));

/** The way through the geometry: stems, then trial after trial valve by valve, then rods measure by measure. */
export function geometrySteps(
  engine: Engine,
  rows: readonly SheetRow[],
  hasTool: boolean,
  begun: BegunTrial | null,
): Slot[] {
  const valves = placesOf(engine, 'valve');
  const [stems, ...others] = plainMeasures(engine, hasTool).map((measure) =>
    valves.map((place): Slot => ({ measure, place })),
  );
  const trials = valves.flatMap((place) => [
    ...(hasTool && engine.mount === 'stud-nut' ? [{ measure: TRIAL_TURNS, place }] : []),
    { measure: TRIAL, place },
    ...settingsAt(rows, place, begun).flatMap((value) => trialSlots(place, value)),
  ]);
  return [...stems, ...trials, ...others.flat()];
}

/** What is typed into a step of a trial, as far as it tells where Enter goes. */
interface TypedHere {
  /** As a setting, mm, whatever it was typed in; null where nothing is typed, or nothing that can be read. */
  value: number | null;
  /** A mark by its two edges: it tells by itself how far off centre it lies. */
  hasEdges: boolean;
  /** As what the next setting is typed. */
  settingAs: string;
}

/**
 * Where Enter goes from a step of a trial: from its setting to its mark, from its last to the next setting of the same
 * valve; null for the usual way.
 */
export function afterTrial(
  slots: readonly Slot[],
  active: Slot,
  { value, hasEdges, settingAs }: TypedHere,
): Slot | null {
  const { measure, place, at } = active;
  if (isSetting(measure))
    return value === null ? null : { measure: OF_TRIAL[0], place, at: { by: 'setting', value: atValue(value) } };
  if (!OF_TRIAL.includes(measure)) return null;
  const next = slots[slots.indexOf(active) + (measure === 'mark-width' && hasEdges ? 2 : 1)];
  return next?.at?.value === at?.value && next?.place === place ? next : { measure: settingAs, place };
}
