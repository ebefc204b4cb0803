import { camCentreline, type DropPair } from '../cam/cam-centreline.js';
import type { Engine } from '../engine/engine.js';
import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { measureOf } from '../plan/measures.js';
import { trueTdc } from '../wheel/true-tdc.js';
import { TRUE_WITHIN_DEG } from '../wheel/wheel-passes.js';
import type { Formula } from './derive.js';
import { readEntry } from './read-entry.js';
import type { Reading } from './reading.js';
import type { Try } from './try.js';

/** The rough dial only tells where the piston dwells: two or three degrees either way. */
const ROUGH_DEG = 2.5;

interface Difference {
  measure: string;
  bigger: string;
  smaller: string;
}
/** Clearances that are what one part is larger than another. */
const DIFFERENCES: Difference[] = [
  { measure: 'main-clearance', bigger: 'main-bore', smaller: 'main-journal' },
  { measure: 'rod-clearance', bigger: 'rod-bore', smaller: 'rod-journal' },
  { measure: 'piston-wall', bigger: 'bore', smaller: 'piston-skirt' },
];
const SIZES = ['main-bore', 'main-journal', 'rod-bore', 'rod-journal', 'bore'];
const STOPS: Record<string, { first: string; method: 'piston-stop' | 'equal-drop' }> = {
  'tdc-stop-second': { first: 'tdc-stop-first', method: 'piston-stop' },
  'tdc-drop-second': { first: 'tdc-drop-first', method: 'equal-drop' },
};
const INPUTS = new Set([
  ...DIFFERENCES.flatMap(({ bigger, smaller }) => [bigger, smaller]),
  ...SIZES,
  ...Object.entries(STOPS).flatMap(([second, { first }]) => [first, second]),
  'tdc-quick',
  ...['intake', 'exhaust'].flatMap((lobe) => [`${lobe}-drop-opening`, `${lobe}-drop-closing`]),
  'deck-height',
]);

/** The measures that are computed from readings of this one, alone or with others. */
export function feeds(measure: string): string[] {
  const lobe = /^(intake|exhaust)-drop-/.exec(measure)?.[1];
  return [
    ...DIFFERENCES.filter(({ bigger, smaller }) => measure === bigger || measure === smaller).map((one) => one.measure),
    ...(SIZES.includes(measure) ? [`${measure}-taper`, `${measure}-round`] : []),
    ...(measure.startsWith('tdc-') && isInput(measure) ? ['tdc-wheel-error'] : []),
    ...(lobe ? [`${lobe}-centreline`] : []),
    ...(measure === 'deck-height' ? ['deck-square'] : []),
  ];
}

/** Whether values of other measures are computed from readings of this one. */
export const isInput = (measure: string): boolean => INPUTS.has(measure);

const uncertaintyOf = (measure: string) => measureOf(measure).uncertainty;
/** Two readings that both may be off, independent of each other. */
const together = (a: number, b: number) => Math.hypot(a, b);
const rangeOf = (values: number[]) => Math.max(...values) - Math.min(...values);

/** What one reading brings forth, given what was read before it. */
class Walk {
  private readonly latest = new Map<string, Reading>();
  private readonly drops = new Map<string, Map<number, DropPair>>();
  private offset = 0;
  /** Why the last step cannot belong to what was read before it: both stops the same, a nose that closes before it opens. */
  fault: Impossibility | null = null;

  constructor(private readonly engine: Pick<Engine, 'banks'>) {}

  step(reading: Reading): Try[] {
    const { measure } = reading;
    const found: Try[] = [];
    this.fault = null;
    const add = (to: string, value: number, uncertainty: number, formula: Formula, place = reading.place) =>
      found.push({ ...reading, measure: to, place, value, derived: { from: measure, uncertainty, formula } });
    this.latest.set(`${measure}@${reading.place}`, reading);

    if (SIZES.includes(measure)) this.shape(reading, add);
    for (const difference of DIFFERENCES) this.difference(reading, difference, add);
    if (STOPS[measure]) this.stop(reading, add);
    if (measure === 'tdc-quick') add('tdc-wheel-error', reading.value, ROUGH_DEG, { kind: 'rough' });
    if (measure.endsWith('-drop-closing')) this.drop(reading, add);
    if (measure === 'deck-height') this.deck(reading, add);
    if (measure === 'cam-offset' && reading.value !== this.offset) this.moveSprocket(reading.value);
    return found;
  }

  private refuse(error: unknown): void {
    if (!(error instanceof ImpossibleInput)) throw error;
    this.fault = error.issues[0];
  }

  private at(measure: string, place: string): Reading | undefined {
    return this.latest.get(`${measure}@${place}`);
  }

  /** Directions are front, front across, rear, rear across: two say how round it is, more how straight. */
  private shape(reading: Reading, add: Add): void {
    const entry = readEntry(measureOf(reading.measure), reading.entered, reading.unit);
    const sizes = entry.ok ? entry.sizes : [];
    if (sizes.length < 2) return;
    const uncertainty = together(uncertaintyOf(reading.measure), uncertaintyOf(reading.measure));
    const across = sizes.length > 3 ? Math.max(Math.abs(sizes[0] - sizes[1]), Math.abs(sizes[2] - sizes[3])) : Math.abs(sizes[0] - sizes[1]); // prettier-ignore
    add(`${reading.measure}-round`, across, uncertainty, { kind: 'range', values: sizes });
    if (sizes.length < 3) return;
    const along = Math.max(...sizes.slice(2).map((size, index) => Math.abs(size - sizes[index])));
    add(`${reading.measure}-taper`, along, uncertainty, { kind: 'range', values: sizes });
  }

  private difference(reading: Reading, { measure, bigger, smaller }: Difference, add: Add): void {
    if (reading.measure !== bigger && reading.measure !== smaller) return;
    const [outer, inner] = [this.at(bigger, reading.place), this.at(smaller, reading.place)];
    if (!outer || !inner) return;
    const formula: Formula = { kind: 'difference', bigger: outer.value, smaller: inner.value };
    add(measure, outer.value - inner.value, together(uncertaintyOf(bigger), uncertaintyOf(smaller)), formula);
  }

  /** A pass is a first reading and the second after it; a second without a first is no pass. */
  private stop(reading: Reading, add: Add): void {
    const { first, method } = STOPS[reading.measure];
    const one = this.at(first, reading.place);
    if (!one) return;
    this.latest.delete(`${first}@${reading.place}`);
    const side = (deg: number) => ({ deg: Math.abs(deg), side: deg < 0 ? ('before' as const) : ('after' as const) });
    try {
      const { wheelErrorDeg, halfSpanDeg } = trueTdc({ method, first: side(one.value), second: side(reading.value) });
      const uncertainty = uncertaintyOf('tdc-wheel-error');
      if (Math.abs(wheelErrorDeg) > TRUE_WITHIN_DEG) this.forgetDrops();
      add('tdc-wheel-error', wheelErrorDeg, uncertainty, { kind: 'midway', method, first: one.value, second: reading.value, halfSpanDeg }); // prettier-ignore
    } catch (error) {
      this.refuse(error);
    }
  }

  private moveSprocket(offset: number): void {
    this.offset = offset;
    this.forgetDrops();
  }

  /** Where the wheel or the cam stood otherwise, a drop read then is no pair to one read now. */
  private forgetDrops(): void {
    this.drops.clear();
    for (const lobe of ['intake', 'exhaust']) this.latest.delete(`${lobe}-drop-opening@engine`);
  }

  /** All drops of a lobe count together, each by its latest pair. */
  private drop(reading: Reading, add: Add): void {
    const lobe = reading.measure.startsWith('intake') ? 'intake' : 'exhaust';
    const opening = this.at(`${lobe}-drop-opening`, reading.place);
    if (!opening || opening.atLiftMm !== reading.atLiftMm) return;
    const pairs = this.drops.get(lobe) ?? new Map<number, DropPair>();
    const drop = reading.atLiftMm ?? 0;
    try {
      const pair = { drop, opening: opening.value, closing: reading.value };
      camCentreline([pair], lobe);
      this.drops.set(lobe, pairs.set(drop, pair));
      const all = [...pairs.values()];
      const { mean, spread } = camCentreline(all, lobe);
      add(`${lobe}-centreline`, mean, uncertaintyOf(`${lobe}-centreline`), { kind: 'drops', pairs: all, spread });
    } catch (error) {
      this.refuse(error);
    }
  }

  private deck(reading: Reading, add: Add): void {
    const bank = this.engine.banks.findIndex(({ cylinders }) => cylinders.includes(Number(reading.place)));
    if (bank < 0) return;
    const heights = this.engine.banks[bank].cylinders.flatMap((cylinder) => {
      const here = this.at('deck-height', String(cylinder));
      return here ? [here.value] : [];
    });
    // One bank's deck is judged when the whole of it is measured.
    if (heights.length < this.engine.banks[bank].cylinders.length || heights.length < 2) return;
    const uncertainty = together(uncertaintyOf('deck-height'), uncertaintyOf('deck-height'));
    add('deck-square', rangeOf(heights), uncertainty, { kind: 'range', values: heights }, `B${bank + 1}`);
  }
}

type Add = (measure: string, value: number, uncertainty: number, formula: Formula, place?: string) => void;

/** Every value that follows from several readings, in the order in which they came about. */
export function derivations(engine: Pick<Engine, 'banks'>, readings: readonly Reading[]): Try[] {
  const walk = new Walk(engine);
  return readings.flatMap((reading) => walk.step(reading));
}

/** What the last of `readings` brings forth. */
export function derivedByLast(engine: Pick<Engine, 'banks'>, readings: readonly Reading[]): Try[] {
  const last = readings[readings.length - 1];
  return isInput(last.measure) ? derivations(engine, readings).filter((made) => made.id === last.id) : [];
}

/** Why the last of `readings` cannot be, given those before it; `null` when it can. */
export function faultOfLast(engine: Pick<Engine, 'banks'>, readings: readonly Reading[]): Impossibility | null {
  if (!isInput(readings[readings.length - 1].measure)) return null;
  const walk = new Walk(engine);
  readings.forEach((reading) => walk.step(reading));
  return walk.fault;
}
