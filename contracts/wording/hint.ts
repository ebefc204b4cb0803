import { spokenPlace } from '../../core/engine/places.js';
import type { Hint } from '../../core/judge/hints.js';
import type { Lack, SamePart } from '../../core/valvetrain/mock-up.js';
import { formatFigure, formatValue } from '../../core/units/format.js';
import { fromCanonical, type Unit } from '../../core/units/units.js';

const LACK: Record<Lack, string> = {
  'valve-angle': 'the valve’s angle to the cylinder',
  stroke: 'the stroke',
  'rod-length': 'the rod’s length',
  lobe: 'a swept lobe, or a card that tells its lift and two durations',
  'pushrod-angle': 'the pushrod’s angle to the cylinder',
  'plunger-target': 'how deep the plunger is to stand',
};
const PART: Record<SamePart, string> = {
  rockers: 'rockers',
  lifters: 'lifters',
  lashCaps: 'lash caps',
  springs: 'springs',
};
const listed = (words: string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

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
    case 'not-corrected':
      return `Not brought to the final build: ${listed(hint.lacks.map((lack) => LACK[lack]))} missing.`;
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
    case 'rough-mark':
      return 'Tapped before there was a pushrod: rough, and to be rubbed again.';
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
