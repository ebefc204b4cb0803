import { spokenPlace } from '../../core/engine/places.js';
import type { ExpectedBy, Hint } from '../../core/judge/hints.js';
import { FEWEST_OTHERS } from '../../core/judge/odd-one.js';
import type { AdjustRemedy } from '../../core/valvetrain/adjust-remedy.js';
import type { Lack, SamePart } from '../../core/valvetrain/mock-up.js';
import { measureOf } from '../../core/plan/measures.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../core/units/format.js';
import { fromCanonical, quantityOf, type Unit } from '../../core/units/units.js';

const LACK: Record<Lack, string> = {
  'valve-angle': 'the valve’s angle to the cylinder',
  stroke: 'the stroke',
  'rod-length': 'the rod’s length',
  lobe: 'a swept lobe, or a card that tells its lift and two durations',
  'pushrod-angle': 'the pushrod’s angle to the cylinder',
  'plunger-target': 'how deep the plunger is to stand',
  'stand-shim-at-check': 'the shims that lay under the stand at the check',
  'adjuster-at-check': 'the turns that the adjuster stood at with the checking rod',
  'other-rockers': 'how the other rockers differ from those of the check',
  'lifter-seat': 'how high the rod stands in the lifters of the check and in those of the engine',
  'lash-cap': 'the thickness of the other lash caps',
};
/** What is missing for a correction. */
export const wordLackOf = (lack: Lack): string => LACK[lack];

const PART: Record<SamePart, string> = {
  rockers: 'rockers',
  lifters: 'lifters',
  lashCaps: 'lash caps',
  springs: 'springs',
};
const listed = (words: string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** What a plunger that does not stand at its clip does to what is set from there. */
const PLUNGER: Record<string, string> = {
  'part-way': 'The plunger stood part of the way down when zero was felt: count that depth too.',
  bottomed: 'The plunger stood on its bottom when zero was felt: there is no preload, and no travel left.',
  bled: 'The lifter was bled down when zero was felt: it will pump up, and stand otherwise than it was set.',
  hung: 'The lifter hung in its bore when zero was felt: free it, and feel zero again.',
  collapsed: 'The lifter was collapsed when zero was felt: zero lies its whole travel away. Pump it up first.',
  'full-of-air': 'The lifter was full of air when zero was felt: it gives under the rocker. Bleed it first.',
};
/** Who tells what a value is like. */
const EXPECTED_BY: Record<ExpectedBy, string> = {
  card: 'the cam card says',
  lobe: 'lobe lift times ratio gives',
  'engine-data': 'the engine’s data say',
  history: 'this shop usually reads',
};

/** A length that follows from turns is said in thousandths. */
const unitOfLength = (unit: Unit): Unit => (unit === 'turn' || unit === 'choice' ? 'thou' : unit);

/** What to change where an adjuster cannot bring a plunger where it belongs. */
function remedy({ pushrodChange, pivotShim }: AdjustRemedy, typedIn: Unit): string {
  const [rod, shim] = [pushrodChange, pivotShim].map((value) => formatValue(Math.abs(value), unitOfLength(typedIn)));
  return `${shim} ${pivotShim > 0 ? 'more' : 'less'} shim under the pivot, or a pushrod ${rod} ${pushrodChange < 0 ? 'shorter' : 'longer'}`;
}

/** A unit for values of a measure: the one that something was typed in, where both are of a kind. */
function unitFor(measure: string, typedIn: Unit): Unit {
  const { quantity, units } = measureOf(measure);
  if (quantityOf(typedIn) === quantity) return typedIn;
  return quantity === 'length' ? 'thou' : units[0];
}

/**
 * What is odd about a value, in the unit in which it was typed, where that is one of the value's; and whose it is, where it
 * is another place's.
 *
 * @param at the value that it is told with: what is told of another says whose it is
 */
export function wordHint(hint: Hint, typedIn: Unit, at?: { measure: string; place: string }): string {
  const of = hint.of ?? at;
  const unit = of ? unitFor(of.measure, typedIn) : typedIn;
  const whose = hint.of && at && hint.of.place !== at.place ? `${spokenPlace(hint.of.place)}: ` : '';
  return whose + wordOdd(hint, unit);
}

function wordOdd(hint: Hint, unit: Unit): string {
  switch (hint.code) {
    case 'differs-from-siblings': {
      const apart = `${formatValue(Math.abs(hint.difference), unit)} ${hint.difference > 0 ? 'above' : 'below'}`;
      const middle = formatFigure(hint.median, unit);
      if (hint.others < FEWEST_OTHERS)
        return `${apart} the ${hint.others === 1 ? 'only other one' : 'other two'} (${middle}). Check them all.`;
      return `Unlike its siblings: ${apart} the other ${hint.others} (middle ${middle}). Measure it again.`;
    }
    case 'others-slipped':
      return `This fits, and the other ${hint.others} do not (middle ${formatFigure(hint.median, unit)}). The same slip in each? ${formatFigure(hint.meant, unit)} would fit. Check them first.`;
    case 'unlike-expected': {
      const apart = `${formatValue(Math.abs(hint.difference), unit)} ${hint.difference > 0 ? 'above' : 'below'}`;
      return `${apart} what ${EXPECTED_BY[hint.by]} (${formatFigure(hint.expected, unit)}). Measure it again.`;
    }
    case 'digit-slip':
      return `A digit slipped? ${Number(fromCanonical(hint.meant, unit).toPrecision(6))} would fit.`;
    case 'unit-slip':
      return `Typed in the wrong unit? As ${UNIT_LABEL[hint.unit]} it would fit.`;
    case 'implausible': {
      const edge = hint.side === 'more' ? hint.most : hint.least;
      return `${hint.side === 'more' ? 'More' : 'Less'} than is ever found here (${hint.side === 'more' ? 'up to' : 'from'} ${formatValue(edge, unit)}). Read it again.`;
    }
    case 'sign-slip':
      return `The other sign? ${formatValue(hint.meant, unit)} would fit.`;
    case 'both-on-one-side':
      return `Both ways were read ${hint.side} dead centre. Was one of them ${hint.side === 'after' ? 'before' : 'after'}? Then type it again with its side.`;
    case 'dial-revolution':
      return `One turn of the dial too ${hint.revolutions > 0 ? 'many' : 'few'} (${hint.turn === 1 ? '1 mm' : '0.100 in'})?`;
    case 'tries-apart':
      return `${formatValue(Math.abs(hint.by), unit)} from the reading before. Measure a third time: two that agree count together.`;
    case 'older-counts':
      return `The worst reading counts: ${formatValue(hint.value, unit)} by ${hint.by}, an older one. If it was wrong, strike it (Z).`;
    case 'on-its-lobe':
      return 'Did that lifter stand on its lobe? Then it never tightens.';
    case 'hung-lifter':
      return 'Less than its neighbours: was zero really zero, or does the lifter hang in its bore?';
    case 'adjuster-deep':
      return 'Further in than its neighbours: does its lifter hang in its bore?';
    case 'rod-backwards':
      return 'Unlike the other pins: does a rod sit backwards?';
    case 'fits-other-valve':
      return `It would be within at ${spokenPlace(hint.place)}: is this the right valve?`;
    case 'bore-unknown':
      return 'The limit is a factor of the bore: measure the bore of this cylinder first.';
    case 'lift-short':
      return hint.explains
        ? `Short of its card: a dial ${hint.fromDeg.toFixed(0)} to ${hint.toDeg.toFixed(0)}° out of line would explain it.`
        : `Short of its card by more than a dial out of line explains (${hint.fromDeg.toFixed(0)} to ${hint.toDeg.toFixed(0)}°): another cam, a worn lobe, or a wrong setting.`;
    case 'lift-not-on-card': {
      const [lift, ...printed] = [hint.lift, ...hint.printed].map(
        (mm) => `${formatFigure(mm, 'in')} in (${formatFigure(mm, 'mm')} mm)`,
      );
      return `Not judged: read at ${lift}. The card states events at ${listed(printed)}.`;
    }
    case 'apart-from-before':
      return `${Math.abs(hint.by).toFixed(2)}° from the reading before. Turned back to it? Back off and come up again in the running direction.`;
    case 'moved-on-locking':
      return `Locking moved it by ${hint.by > 0 ? '+' : '−'}${formatValue(Math.abs(hint.by), unit)}. Allow for that, or hold the adjuster firmer.`;
    case 'drop-spread':
      return `The drops differ by ${hint.spread.toFixed(2)}°: an asymmetric lobe, or a doubtful set-up.`;
    case 'not-corrected':
      return `Not brought to the final build: ${listed(hint.lacks.map((lack) => LACK[lack]))} missing.`;
    case 'angle-unknown':
      return `The pushrod’s angle is not on file: what moves the head counts whole. An angle of 0° to ${hint.upToDeg}° makes the rod up to ${formatValue(Math.abs(hint.by), unitOfLength(unit))} ${hint.by > 0 ? 'longer' : 'shorter'}.`;
    case 'other-parts':
      return `Checked with other ${listed(hint.parts.map((part) => PART[part]))} than the engine gets: another part of the same name measures differently.`;
    case 'stem-uneven': {
      const [apart, adjuster] = [hint.difference, hint.adjuster].map((value) => formatValue(Math.abs(value), unit));
      const turns = hint.turns === null ? '' : `, ${Math.abs(hint.turns).toFixed(2)} of a turn`;
      return `The tip stands ${apart} ${hint.difference > 0 ? 'higher' : 'lower'} than its neighbours: its adjuster will end ${adjuster} further ${hint.difference > 0 ? 'out' : 'in'}${turns}.`;
    }
    case 'lift-lost':
      return `${formatValue(hint.lost, unit)} of lift is lost on the way: ${hint.springs === 'checking' ? 'a soft spot in the checking rod, ' : 'rod and rocker bending under the springs, '}a plunger that gives, or a rod whose length is out.`;
    case 'another-rocker':
      return 'Rubbed by another rocker than the engine gets: one of the same name may rub elsewhere.';
    case 'springs-exchanged':
      return 'Read with other springs than are in now. Read it again.';
    case 'rough-mark':
      return 'Tapped before there was a pushrod: rough, and to be rubbed again.';
    case 'plunger-doubtful':
      return PLUNGER[hint.state] ?? 'The plunger did not stand at its clip when zero was felt.';
    case 'zero-by-drag':
      return `Zero was felt by drag, which tends to be tight${hint.turns === null ? '' : `, here commonly by ${hint.turns} of a turn`}: held against valves that were felt by play, this one stands deeper than it says.`;
    case 'too-deep':
      return `${formatValue(hint.excess, unitOfLength(unit))} deeper than it is to stand. Where the adjuster cannot give it back: ${remedy(hint, unit)}.`;
    case 'preload-hot-under':
      return `Hot, only ${formatValue(hint.left, unitOfLength(unit))} of preload is left: ${formatValue(hint.least - hint.left, unitOfLength(unit))} under the least. Set it deeper, or set it warm.`;
    case 'on-its-bottom':
      return `Plunger on its bottom: it holds the valve ${formatValue(hint.open, unitOfLength(unit))} open. Don’t turn the engine: the valve may meet the piston and bend. Back the adjuster off first.`;
    case 'no-lash-left':
      return hint.remedy
        ? `No lash left at zero turns: the plunger is on its bottom, and ${formatValue(hint.remedy.excess, unitOfLength(unit))} more is wanted than the adjuster has. It takes ${remedy(hint.remedy, unit)}.`
        : 'No lash left at zero turns: the plunger is on its bottom. What it takes can be told once the lifter’s travel and where its plunger is to stand are on file.';
    case 'adjuster-off': {
      const { used, least, most, pushrodChange } = hint;
      const length = formatValue(Math.abs(pushrodChange), unitOfLength(unit));
      return `The adjuster ends ${formatFigure(used, 'turn')} turns from its start, outside ${least} to ${most}: a pushrod ${length} ${pushrodChange < 0 ? 'shorter' : 'longer'} brings it in.`;
    }
    case 'feeler-disagrees':
      return hint.blades === 'both'
        ? 'Both blades go: there is more lash than was written down.'
        : 'Neither blade goes: there is less lash than was written down.';
    case 'dead-centre-unknown':
      return 'Dead centre was not found before this was read.';
    case 'dead-centre-rough':
      return 'Dead centre was only found by the rough dial before this was read.';
    case 'wheel-corrected': {
      const { wheelErrorDeg: by } = hint;
      return `The wheel reads ${formatValue(Math.abs(by), 'deg')} ${by > 0 ? 'after' : 'before'} at true TDC. Corrected for that.`;
    }
    case 'dead-centre-off':
      return 'The pointer was not at dead centre when this was read.';
    case 'wheel-slipped':
      return 'The wheel slipped: this angle is suspect until it is read again.';
    case 'sprocket-moved':
      return 'The sprocket was moved after this was read: read it again.';
  }
}
