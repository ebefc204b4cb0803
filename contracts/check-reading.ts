import type { ErrorCode, Issue } from './errors.js';
import type { NewReading } from './reading.js';
import { wordEntry } from './wording/entry.js';
import { findPlace } from '../core/engine/places.js';
import { atValue, type At, type Measure } from '../core/plan/measure.js';
import { findMeasure } from '../core/plan/measures.js';
import { isOwnKey, ownOf } from '../core/plan/own-measure.js';
import { readEntry, type PlainSide } from '../core/plan/read-entry.js';
import type { SpecSet } from '../core/plan/spec-sets.js';
import { BUILD, type Slot } from '../core/sheet/slot.js';
import type { Unit } from '../core/units/units.js';
import type { Engine } from '../core/engine/engine.js';

/** A refusal of one item; the first of a batch gives the answer its code. */
export interface Refused extends Issue {
  code: ErrorCode;
}

/** An item as it was sent, with the slot it belongs to and its canonical value. */
export interface Item {
  sent: NewReading;
  slot: Slot;
  value: number;
}

/** What the value was taken at, as its measure tells it apart; undefined where nothing was said, null where it cannot be. */
function atOf({ at: by }: Measure, { at, atLiftMm }: NewReading): At | undefined | null {
  const first = by && atLiftMm !== undefined ? { by, value: atValue(atLiftMm) } : undefined;
  if (at && at.by !== by) return null;
  if (atLiftMm !== undefined && (!first || (at && at.value !== first.value))) return null;
  return at ?? first;
}

/**
 * An item as it will stand, or why it is refused: unknown measure, place or unit, or text that is no number.
 *
 * @param plain what a number without its side is; asked about unless it was kept before that was asked
 */
export function checkReading(
  { engine, spec }: { engine: Engine; spec: SpecSet },
  sent: NewReading,
  index: number,
  plain?: PlainSide,
): Item | Refused {
  const at = (field: string) => `readings.${index}.${field}`;
  const measure = findMeasure(sent.measure);
  // A measure of another shop's, or of another set, is none on this engine.
  if (!measure || (isOwnKey(measure.key) && !ownOf(spec, measure.key)))
    return { code: 'reading.unknown-measure', path: at('measure'), message: `there is no measure ${sent.measure}` };
  if (measure.lifter && measure.lifter !== engine.lifter)
    return {
      code: 'reading.wrong-lifter',
      path: at('measure'),
      message: `${measure.key} is of ${measure.lifter} lifters, and this engine has ${engine.lifter} ones`,
    };
  const place = findPlace(engine, measure.scope, sent.place);
  if (place === undefined)
    return {
      code: 'reading.unknown-place',
      path: at('place'),
      message: `this engine has no ${measure.scope} ${sent.place} to take ${measure.key} at`,
    };
  if (!measure.units.includes(sent.unit as Unit))
    return {
      code: 'reading.unknown-unit',
      path: at('unit'),
      message: `${measure.key} is taken in ${measure.units.join(', ')}, not in ${sent.unit}`,
    };
  const taken = atOf(measure, sent);
  if (taken === null)
    return {
      code: 'reading.wrong-at',
      path: at(sent.at ? 'at' : 'atLiftMm'),
      message: measure.at ? `${measure.key} is taken at one ${measure.at}` : `${measure.key} is taken at no lift or setting`,
    }; // prettier-ignore
  const entry = readEntry(measure, sent.entered, sent.unit as Unit, plain);
  if (!entry.ok)
    return { code: 'reading.not-a-number', path: at('entered'), message: wordEntry(entry.reason, measure) };
  const occasion = sent.occasion === BUILD ? undefined : sent.occasion;
  const slot = { measure: measure.key, place, ...(taken ? { at: taken } : {}), ...(occasion ? { occasion } : {}) };
  return { sent, slot, value: entry.value };
}
