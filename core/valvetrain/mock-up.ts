import type { ValveKind } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import { toCanonical } from '../units/units.js';

/** How the lifters stood at the check: as solids, pumped up by oil, or with their plungers down by so much. */
export const LIFTER_STATES = ['solid', 'pumped-up', 'collapsed'] as const;
export const CHECK_SPRINGS = ['checking', 'final'] as const;
/** What may be another one in the final engine than at the check. */
export const SAME_PARTS = ['rockers', 'lifters', 'lashCaps', 'springs'] as const;
export type SamePart = (typeof SAME_PARTS)[number];

type OfKind = Record<ValveKind, number>;

/**
 * How the engine was put together for a check, and how it will be: what every correction hangs on. Lengths in `unit`,
 * crank degrees for the cam, plus advanced.
 */
export interface MockUp {
  /** Which check this tells of. Filed anew under the same number it is put right; the next number is another check. */
  check: number;
  unit: 'in' | 'mm';
  /** Compressed; none is 0. */
  gasketAtCheck: number;
  gasketFinal: number;
  lifters: (typeof LIFTER_STATES)[number];
  /** How far the plungers stood below their clips when the play was just gone: it tells of the rod's length alone. */
  collapsedBy?: number;
  /** How far they sank further while the engine was turned: only that takes lift. Usually nothing. */
  sankBy?: number;
  /** Turns of the adjuster past zero lash that the rods were checked with; none unless it is said. */
  turnsPastZero?: number;
  springs: (typeof CHECK_SPRINGS)[number];
  lashAtCheck: OfKind;
  lash: OfKind;
  /** Where the sprocket had the cam at the check. */
  camAtCheckDeg: number;
  /** Where it will have it; where nothing is said, as the timing has it. */
  camDeg?: number;
  /** How far the pistons stood over the deck, where no deck height was read before the check; minus below. */
  deckAtCheck?: number;
  /** Still to be taken off. */
  millHead?: number;
  millDeck?: number;
  /** Diameters of the rod at the check and of the one that one would like to fit. */
  pushrodAtCheck?: number;
  pushrodFinal?: number;
  /** Shims under the rockers' stands, where they are to be others; minus in the build where metal is to come off. */
  standShimAtCheck?: OfKind;
  standShimFinal?: OfKind;
  /** Diameters of the base circle, where it is to be another cam. */
  baseCircleAtCheck?: OfKind;
  baseCircleFinal?: OfKind;
  /** From a lifter's foot up to its seat for the rod, where they are to be other lifters. */
  lifterSeatAtCheck?: number;
  lifterSeatFinal?: number;
  /** Whether each is the very one of the final engine. */
  same: Record<SamePart, boolean>;
}

/** What tells nothing without its other half. */
const PAIRS = [
  ['baseCircleAtCheck', 'baseCircleFinal'],
  ['lifterSeatAtCheck', 'lifterSeatFinal'],
] as const;

/** Everything for which an engine cannot be put together so. */
export function checkMockUp(said: MockUp): Impossibility[] {
  const issues: Impossibility[] = [];
  if (said.lifters === 'collapsed' && said.collapsedBy === undefined)
    issues.push({ path: ['collapsedBy'], code: 'collapsed-by-missing' });
  if (said.lifters !== 'collapsed' && said.collapsedBy !== undefined)
    issues.push({ path: ['collapsedBy'], code: 'collapsed-by-nothing' });
  if (said.lifters === 'solid' && said.sankBy) issues.push({ path: ['sankBy'], code: 'solid-sinks' });
  if (said.lifters === 'solid' && said.turnsPastZero)
    issues.push({ path: ['turnsPastZero'], code: 'solid-has-no-preload' });
  if ((said.pushrodAtCheck === undefined) !== (said.pushrodFinal === undefined))
    issues.push({
      path: [said.pushrodAtCheck === undefined ? 'pushrodAtCheck' : 'pushrodFinal'],
      code: 'pushrod-pair',
    });
  for (const [atCheck, final] of PAIRS)
    if ((said[atCheck] === undefined) !== (said[final] === undefined))
      issues.push({ path: [said[atCheck] === undefined ? atCheck : final], code: 'check-and-build-pair' });
  return issues;
}

const LENGTHS = [
  'gasketAtCheck',
  'gasketFinal',
  'collapsedBy',
  'sankBy',
  'deckAtCheck',
  'millHead',
  'millDeck',
  'pushrodAtCheck',
  'pushrodFinal',
  'lifterSeatAtCheck',
  'lifterSeatFinal',
] as const;
const LENGTHS_OF_KINDS = ['standShimAtCheck', 'standShimFinal', 'baseCircleAtCheck', 'baseCircleFinal'] as const;

/** The same with its lengths in millimetres. */
export function inMillimetres(said: MockUp): MockUp {
  const { unit } = said;
  if (unit === 'mm') return said;
  const both = ({ I, E }: OfKind) => ({ I: toCanonical(I, unit), E: toCanonical(E, unit) });
  const lengths = LENGTHS.filter((key) => said[key] !== undefined).map((key) => [key, toCanonical(said[key]!, unit)]);
  const ofKinds = LENGTHS_OF_KINDS.flatMap((key) => (said[key] ? [[key, both(said[key])]] : []));
  return {
    ...said,
    ...(Object.fromEntries([...lengths, ...ofKinds]) as Partial<MockUp>),
    unit: 'mm',
    lashAtCheck: both(said.lashAtCheck),
    lash: both(said.lash),
  };
}

/** What a correction needs and nobody has said yet. */
export type Lack =
  | 'valve-angle'
  | 'stroke'
  | 'rod-length'
  | 'lobe'
  | 'plunger-target'
  /** Only in records that were signed while it counted as missing: by now the gasket counts whole without it. */
  | 'pushrod-angle'
  /** What was at the check, where the build is said. */
  | 'stand-shim-at-check'
  | 'adjuster-at-check'
  /** Others than at the check, and by how much is not said. */
  | 'other-rockers'
  | 'lifter-seat'
  | 'lash-cap';

/** One thing that is otherwise in the final engine than at the check, and what it adds to a gap. */
interface Correction {
  name: 'gasket' | 'deck' | 'milled' | 'lash' | 'lifter' | 'cam-position';
  value: number;
}

/** The check and the build as one valve sees them. Lengths in one unit. */
export interface Since {
  kind: ValveKind;
  rockerRatio: number;
  /** Undefined while nobody has said it. */
  valveAngleDeg: number | undefined;
  /** How much higher the piston stands over its deck than at the check. */
  deckRise: number;
  /** What moving the cam from where it stood to where it will stand adds, or what is missing to tell. */
  camTerm: number | { lacks: Lack[] };
}

/** What could be told of the corrections, and what is missing to tell the others. */
export interface Corrected {
  terms: Correction[];
  lacks: Lack[];
}

/** How much further the head will stand from the piston, along the cylinder, by what of it. */
function alongCylinder(check: MockUp, build: MockUp, deckRise: number): Correction[] {
  return saying([
    { name: 'gasket', value: build.gasketFinal - check.gasketAtCheck },
    { name: 'deck', value: -deckRise },
    { name: 'milled', value: -(build.millHead ?? 0) - (build.millDeck ?? 0) },
  ]);
}
const saying = (terms: Correction[]) => terms.filter(({ value }) => value !== 0);
const radians = (deg: number) => (deg * Math.PI) / 180;

/**
 * What each difference between check and build adds to the gap below a valve, along the valve: what moves the head along
 * the cylinder times the cosine of the valve's angle; more lash opens the valve less by as much; a plunger that sank while
 * it was turned opened it less by its way times the ratio. Where it stood at zero takes no lift. What changes nothing is
 * left out.
 *
 * @param check lengths in one unit, as `build`'s and the deck's
 */
export function depthCorrections(check: MockUp, build: MockUp, since: Since): Corrected {
  const { kind, rockerRatio, valveAngleDeg, camTerm } = since;
  const along = alongCylinder(check, build, since.deckRise);
  const isMoved = typeof camTerm === 'number';
  const cosine = valveAngleDeg === undefined ? 0 : Math.cos(radians(valveAngleDeg));
  return {
    terms: saying([
      ...along.map(({ name, value }) => ({ name, value: value * cosine })),
      { name: 'lash', value: build.lash[kind] - check.lashAtCheck[kind] },
      { name: 'lifter', value: -(check.sankBy ?? 0) * rockerRatio },
      { name: 'cam-position', value: isMoved ? camTerm : 0 },
    ]),
    lacks: [
      ...new Set<Lack>([
        ...(along.length > 0 && valveAngleDeg === undefined ? (['valve-angle'] as const) : []),
        ...(isMoved ? [] : camTerm.lacks),
      ]),
    ],
  };
}

/**
 * The same for the gap beside a valve: what moves the head along the cylinder moves a leaning valve sideways in its
 * pocket, by its sine. To which side is not known from the gap, so it is taken off.
 */
export function radialCorrections(check: MockUp, build: MockUp, { valveAngleDeg, deckRise }: Since): Corrected {
  const along = alongCylinder(check, build, deckRise);
  if (along.length > 0 && valveAngleDeg === undefined) return { terms: [], lacks: ['valve-angle'] };
  const sine = Math.sin(radians(valveAngleDeg ?? 0));
  return { terms: saying(along.map(({ name, value }) => ({ name, value: -Math.abs(value) * sine }))), lacks: [] };
}
