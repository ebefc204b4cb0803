import type { Impossibility } from '../core/impossible.js';
import type { Hint } from '../core/judge/hints.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../core/units/format.js';
import type { Measure } from '../core/plan/measure.js';
import { spokenPlace } from '../core/engine/places.js';
import { measureOf } from '../core/plan/measures.js';
import type { BuildRecord } from '../core/record/build-record.js';
import type { EntryProblem } from '../core/record/read-entry.js';
import type { RecordCounts } from '../core/record/record-counts.js';
import { dialUnit, settingValue } from '../core/record/setting-value.js';
import { fromCanonical, type Unit } from '../core/units/units.js';

/** The one place where what core says as data is put into words. */

const plain = (value: string | number) => (typeof value === 'number' ? String(Number(value.toFixed(4))) : value);

const IMPOSSIBLE: Record<string, string> = {
  'closes-before-it-opens': 'with these events the valve closes before it opens ({deg}° of duration)',
  'no-base-circle':
    'with these events the valve is open for {deg}°; from {longest}° on no base circle is left to set it on',
  'cylinder-fires-twice': 'a cylinder fires twice in this order',
  'interval-count': 'one interval for each firing is needed, {count} in all',
  'intervals-sum': 'the intervals must add up to 720°, these make {sum}°',
  'cylinder-in-two-banks': 'a cylinder stands in two banks',
  'firing-order-cylinders': 'the firing order must name each cylinder once: {cylinders}',
  'pins-cylinders': 'the crank pins must carry each cylinder once: {cylinders}',
  'valve-order': 'I and E in pairs, one pair a cylinder, {letters} letters in all',
  'custom-needs': 'a custom layout must state this itself',
  'spec-set-lifter': 'this spec set is for {lifter} lifters',
  'spec-set-turns': 'this spec set judges by turns, and a shimmed pedestal has none',
  'shim-or-target': 'say the shim taken out, or the plunger travel wanted',
  'pedestal-has-no-turns': 'a shimmed pedestal is not adjusted by turns',
  'shim-needs-pedestal': 'only a pedestal is adjusted by shims',
  'turns-or-target': 'say the turns past zero, or the plunger travel wanted',
  'thread-missing': 'say the threads per unit, or the travel of one turn',
  'thread-twice': 'say either the threads per unit or the travel of one turn, not both',
  'growth-unknown': 'no growth is tabled for a block of {block} with heads of {head}; state the shop’s own',
  'lash-closes-hot': 'with {growth} of growth the hot lash would be below zero',
  'same-stop': 'the wheel reads the same both times: turn the crank to the stop from the other side',
  'needle-off-dial': 'the needle stands between 0 and {perRev}',
  'closing-before-opening': 'the closing flank comes after the opening one',
  'lift-above-lobe': 'the lobe lifts only {lobeLift}',
  'same-lift': 'two different lifts are needed',
  'duration-grows-with-lift': 'a lobe is open for longer at the lower lift',
  'no-lobe-fits': 'no smooth lobe goes through both durations',
  'too-few-points': '{fewest} points are needed, here are {count}',
  'angle-not-ascending': 'the angles must ascend; {deg} does not',
  'more-than-a-cycle': 'a sweep stays within one cycle of 720°',
  'ratio-needed': 'measured at the valve, the rocker ratio is needed',
  'no-lift': 'nothing lifts in this sweep',
  'no-nose': 'the sweep does not reach over the nose: start before it and end behind it',
  'two-peaks': 'this sweep has two noses: was the crank turned back, or the dial moved?',
  'lift-not-reached': 'one of the flanks does not pass {lift} in this sweep',
  'point-cells': 'line {line}: an angle and a lift, no more',
  'point-not-a-number': 'line {line} is no pair of numbers',
  'point-without-angle': 'line {line} has a lift alone: say where the sweep starts and how far each turn goes',
  'lash-closes-cold': 'with {growth} of growth the cold lash would be below zero',
};

/** A reason for which an input is impossible, in words. */
export function wordImpossibility({ code, params = {} }: Impossibility): string {
  const template = IMPOSSIBLE[code];
  if (!template) throw new Error(`No wording for ${code}`);
  return template.replace(/\{(\w+)\}/g, (_, name: string) => plain(params[name]));
}

/** Why what was typed at a measure cannot be read. */
export function wordEntry(reason: EntryProblem, measure: Pick<Measure, 'options' | 'sides'>): string {
  switch (reason) {
    case 'empty':
      return 'nothing was typed';
    case 'decimal-comma':
      return 'write the decimal with a point, not a comma';
    case 'zero-denominator':
      return 'a fraction cannot be over zero';
    case 'not-a-number':
      return 'this is no number; write 0.625 or 5/8';
    case 'too-large':
      return 'nothing on an engine is as large as this';
    case 'not-an-option':
      return `one of ${measure.options?.join(', ')}`;
    case 'unknown-side':
      return measure.sides ? `the side is ${measure.sides.plus} or ${measure.sides.minus}` : 'this has no side';
    case 'sign-twice':
      return 'either a sign or a side, not both';
    case 'off-the-wheel':
      return 'the wheel reads from 0 to 360';
    case 'too-many-sizes':
      return 'at most four directions: front, front across, rear, rear across';
  }
}

/** A limit in the unit in which the shop wrote it. */
export function wordLimit({ min, max, unit }: { min?: number; max?: number; unit: Unit }): string {
  const label = UNIT_LABEL[unit];
  // As many places as the trade writes, more only where the shop wrote more: 0.020, not 0.02.
  const places: Partial<Record<Unit, number>> = { in: 3, mm: 2, turn: 2 };
  const figure = (value: number) => {
    const short = value.toFixed(places[unit] ?? 0);
    return (Number(short) === value ? short : String(value)).replace('-', '−');
  };
  if (min !== undefined && max !== undefined) return `${figure(min)} to ${figure(max)} ${label}`;
  return min !== undefined ? `${figure(min)} ${label} or more` : `${figure(max!)} ${label} or less`;
}

/** What a record holds, in one line. */
export function wordCounts({ within, doubt, accepted, notMeasured }: RecordCounts): string {
  return [
    `${within} within limits`,
    ...(doubt ? [`${doubt} in doubt`] : []),
    ...(accepted ? [`${accepted} accepted outside limits, with a reason`] : []),
    notMeasured ? `${notMeasured} not measured` : 'everything required was measured',
  ].join('; ');
}

/** What the map of a record shows. */
export function wordMap(values: BuildRecord['values']): string {
  const shown = values.find((row) => settingValue(values, row.place) === row);
  const caption = shown
    ? `${measureOf(shown.measure).title} of each valve, ${UNIT_LABEL[dialUnit(shown)]}`
    : 'No valve was measured';
  return `${caption}. Front of the engine to the left; the green of each ring is its limit.`;
}

/** What is odd about a value, in the unit in which it was typed. */
export function wordHint(hint: Hint, unit: Unit): string {
  switch (hint.code) {
    case 'differs-from-siblings': {
      const apart = formatValue(Math.abs(hint.difference), unit);
      return `${apart} ${hint.difference > 0 ? 'over' : 'under'} its siblings (middle ${formatFigure(hint.median, unit)}, score ${hint.score.toFixed(1).replace('-', '−')}). Take it again.`;
    }
    case 'digit-slip':
      return `A digit slipped? ${Number(fromCanonical(hint.meant, unit).toPrecision(6))} would fit.`;
    case 'sign-slip':
      return `The other sign? ${formatValue(hint.meant, unit)} would fit.`;
    case 'dial-revolution':
      return `One turn of the dial too ${hint.revolutions > 0 ? 'many' : 'few'} (0.100 in)?`;
    case 'on-its-lobe':
      return 'Did that lifter stand on its lobe? Then it never tightens.';
    case 'hung-lifter':
      return 'Less than its neighbours: was zero really zero, or does the lifter hang in its bore?';
    case 'rod-backwards':
      return 'Unlike the other pins: does a rod sit backwards?';
    case 'fits-other-valve':
      return `It would be within at ${spokenPlace(hint.place)}: is this the right valve?`;
    case 'bore-unknown':
      return 'The limit is a factor of the bore: measure the bore of this cylinder first.';
    case 'lift-short':
      return hint.explains
        ? `Short of its card: a dial ${hint.angleDeg.toFixed(1)}° out of line would explain it.`
        : `Short of its card by more than a dial out of line explains (${hint.angleDeg.toFixed(0)}°): another cam, a worn lobe, or a wrong setting.`;
    case 'drop-spread':
      return `The drops differ by ${hint.spread.toFixed(2)}°: an asymmetric lobe, or a doubtful set-up.`;
    case 'dead-centre-unknown':
      return 'Dead centre was not found before this was read.';
    case 'dead-centre-rough':
      return 'Dead centre was only found by the rough dial before this was read.';
    case 'dead-centre-off':
      return 'The pointer was not at dead centre when this was read.';
    case 'wheel-slipped':
      return 'The wheel slipped: this angle is suspect until it is read again.';
    case 'sprocket-moved':
      return 'The sprocket was moved after this was read: read it again.';
  }
}

/** Codes that have a wording, for the test that holds them against the core. */
export const IMPOSSIBLE_CODES = Object.keys(IMPOSSIBLE);
