import type { Measure, Sides } from './measure.js';
import { parseEntered, type ParsedEntry } from '../units/parse-entered.js';
import { toCanonical, type Unit } from '../units/units.js';
import { fromAfterTdc, type AngleSides } from '../wheel/wheel-face.js';

export type EntryProblem =
  | (ParsedEntry & { ok: false })['reason']
  | 'not-an-option'
  | 'unknown-side'
  | 'which-side'
  | 'side-twice'
  | 'sign-twice'
  | 'off-the-wheel'
  | 'too-many-sizes'
  | 'two-edges'
  | 'edges-crossed';

/** What was typed at a place: its canonical value, and the sizes of several directions where there are some. */
export type Entry =
  { ok: true; value: number; sizes: number[]; isClear?: true; isUnder?: true } | { ok: false; reason: EntryProblem };

/** Behind a thickness: nothing touched, so there is at least so much. Its first letter is a key at the bench. */
export const UNTOUCHED = 'untouched';
/** Before its number or behind it. */
const CLEAR = /^(?:([^]*?)\s*(?:n|untouched)|(?:n|untouched)\s*([^]*))$/i;

/** A thickness that nothing touched: `0.150 untouched`, `0.150 n`; or a plain number. */
function readClear(entered: string, unit: Unit): Entry {
  const [, before, behind] = CLEAR.exec(entered.trim()) ?? [];
  const number = before ?? behind;
  const parsed = parseEntered(number ?? entered);
  if (!parsed.ok) return parsed;
  return { ok: true, value: toCanonical(parsed.value, unit), sizes: [], ...(number === undefined ? {} : { isClear: true }) }; // prettier-ignore
}

/** Whether what was entered for a measure says that there is at least so much, rather than so much. */
export const isClear = ({ mayBeClear }: Measure, entered: string): boolean =>
  mayBeClear === true && CLEAR.test(entered.trim());

/** Before a thickness: a blade so thick does not go in, so there is less. */
export const DOES_NOT_PASS = '<';
const UNDER = /^<\s*([^]*)$/;

/** Whether what was entered for a measure says that there is less than so much. */
export const isUnder = ({ mayNotPass }: Measure, entered: string): boolean =>
  mayNotPass === true && UNDER.test(entered.trim());

/** A blade that does not go in: `<0.006`; or a plain number. */
function readBlade(entered: string, unit: Unit): Entry {
  const [, number] = UNDER.exec(entered.trim()) ?? [];
  const parsed = parseEntered(number ?? entered);
  if (!parsed.ok) return parsed;
  return { ok: true, value: toCanonical(parsed.value, unit), sizes: [], ...(number === undefined ? {} : { isUnder: true }) }; // prettier-ignore
}

/** Directions that a size may be taken in: front, front across, rear, rear across. */
const MOST_SIZES = 4;
const DEAD_CENTRES: Record<string, { side: 'after' | 'before'; deadCentre: 'TDC' | 'BDC' }> = {
  atdc: { side: 'after', deadCentre: 'TDC' },
  btdc: { side: 'before', deadCentre: 'TDC' },
  abdc: { side: 'after', deadCentre: 'BDC' },
  bbdc: { side: 'before', deadCentre: 'BDC' },
};

/**
 * What a number without sign and side is: asked about at the bench; on the plus side where that is said beside it (the
 * field of a form), and in what was kept before it was asked.
 */
export type PlainSide = 'asked' | 'plus';

const isAngle = (sides: Sides): sides is AngleSides => sides.deadCentre !== undefined;

/**
 * A number with its side, in any order: `31.5 after`, `4a`, `136 btdc`, `0.005 below`, `B .005`. A sign is a side too; of
 * nothing at all there is none. Without either it is asked which side: half of all numbers would be wrong by twice themselves.
 */
function readSided(sides: Sides, entered: string, unit: Unit, plain: PlainSide): Entry {
  const [, before, number, behind] = /^([a-z]*)\s*([^]*?)\s*([a-z]*)$/i.exec(entered.trim())!;
  if (before !== '' && behind !== '') return { ok: false, reason: 'side-twice' };
  const word = before + behind;
  const parsed = parseEntered(number);
  if (!parsed.ok) return parsed;
  const value = toCanonical(parsed.value, unit);
  if (unit === 'deg360' || unit === 'deg360r') {
    if (word !== '' || !isAngle(sides)) return { ok: false, reason: 'unknown-side' };
    if (value < 0 || value > 360) return { ok: false, reason: 'off-the-wheel' };
    const read = fromAfterTdc(unit === 'deg360' ? value : -value, sides);
    return { ok: true, value: read, sizes: [] };
  }
  if (isAngle(sides) && Math.abs(value) > 360) return { ok: false, reason: 'off-the-wheel' };
  const isSigned = /^[+\-−]/.test(number);
  if (word === '' && !isSigned && value !== 0 && plain === 'asked') return { ok: false, reason: 'which-side' };
  if (word === '') return { ok: true, value, sizes: [] };
  if (isSigned) return { ok: false, reason: 'sign-twice' };
  const typed = word.toLowerCase();
  const other = DEAD_CENTRES[typed];
  if (other && isAngle(sides)) {
    const afterTop = (other.deadCentre === 'BDC' ? 180 : 0) + (other.side === 'after' ? value : -value);
    return { ok: true, value: fromAfterTdc(afterTop, sides), sizes: [] };
  }
  for (const [side, sign] of [
    [sides.plus, 1],
    [sides.minus, -1],
  ] as const)
    if (typed === side || typed === side[0]) return { ok: true, value: sign * value, sizes: [] };
  return { ok: false, reason: 'unknown-side' };
}

/** Up to four sizes with `;` between them. Their mean stands for the size; what they differ by tells of its shape. */
function readSizes(entered: string, unit: Unit): Entry {
  const parsed = entered.split(';').map(parseEntered);
  if (parsed.length > MOST_SIZES) return { ok: false, reason: 'too-many-sizes' };
  const sizes: number[] = [];
  for (const one of parsed) {
    if (!one.ok) return one;
    sizes.push(toCanonical(one.value, unit));
  }
  return { ok: true, value: sizes.reduce((sum, size) => sum + size, 0) / sizes.length, sizes };
}

/** A width, or the two edges that it lies between, with `;` between them. */
function readEdges(entered: string, unit: Unit): Entry {
  const entry = readSizes(entered, unit);
  if (!entry.ok || entry.sizes.length === 1) return entry.ok ? { ...entry, sizes: [] } : entry;
  const [inner, outer] = entry.sizes;
  if (entry.sizes.length > 2) return { ok: false, reason: 'two-edges' };
  return outer > inner
    ? { ok: true, value: outer - inner, sizes: [inner, outer] }
    : { ok: false, reason: 'edges-crossed' };
}

/**
 * Reads what was typed at a place, by what the measure is: one of its options, a number, a number with its side, or
 * several sizes. One reader for screen and server, so that both always see the same value.
 */
export function readEntry(measure: Measure, entered: string, unit: Unit, plain: PlainSide = 'asked'): Entry {
  if (measure.options) {
    const value = measure.options.indexOf(entered.trim());
    return value >= 0 ? { ok: true, value, sizes: [] } : { ok: false, reason: 'not-an-option' };
  }
  if (measure.sides) return readSided(measure.sides, entered, unit, plain);
  if (measure.mayBeClear) return readClear(entered, unit);
  if (measure.mayNotPass) return readBlade(entered, unit);
  if (measure.hasEdges) return readEdges(entered, unit);
  if (measure.several) return readSizes(entered, unit);
  const parsed = parseEntered(entered);
  return parsed.ok ? { ok: true, value: toCanonical(parsed.value, unit), sizes: [] } : parsed;
}
