import type { Gate, GateAsk } from '../../core/plan/gates.js';
import { spokenPlace } from '../../core/engine/places.js';
import type { Stage } from '../../core/plan/measure.js';
import { findMeasure } from '../../core/plan/measures.js';
import type { Lack } from '../../core/sheet/acts.js';
import { many } from './many.js';

/** What a gate is called once it is closed, and what closing it says. */
export const GATE_WORD: Record<Gate, { is: string; close: string; anyway: string; open: string }> = {
  pan: { is: 'Pan on', close: 'Close the pan', anyway: 'Close the pan anyway', open: 'The pan is off again' },
  'front-cover': { is: 'Front cover on', close: 'Close the front cover', anyway: 'Close the front cover anyway', open: 'The front cover is off again' },
  heads: { is: 'Heads on for good', close: 'Put the heads on for good', anyway: 'Put the heads on anyway', open: 'The heads are off again' },
  'valve-covers': { is: 'Valve covers on', close: 'Close the valve covers', anyway: 'Close the valve covers anyway', open: 'The valve covers are off again' },
  'hand-over': { is: 'Handed over', close: 'Hand it over', anyway: 'Hand it over anyway', open: 'It is back in work' },
}; // prettier-ignore

export const STAGE_WORD: Record<Stage, string> = {
  'bottom-end': 'bottom end',
  'dead-centre': 'dead centre',
  'cam-timing': 'timing',
  'mock-up': 'mock-up',
  geometry: 'geometry',
  setting: 'setting',
  proof: 'proof',
  torque: 'tightening',
};

const SIGNED: Record<string, string> = {
  'clay-out': 'all clay and dye out, tools counted: signed',
  'turned-twice': 'turned twice by hand, nothing bound: signed',
};
const FASTENED_WORD: Record<string, string> = { 'cam-sprocket': 'cam sprocket', 'rocker-studs': 'rocker studs' };

/** A group of fasteners, as it is spoken. */
export const wordFastened = (what: string): string => FASTENED_WORD[what] ?? what;

/** What a gate asks, in words; what another version asks, as it is spelled. */
export function wordAsk(ask: string): string {
  const [kind, ...rest] = ask.split(':') as [GateAsk, ...string[]];
  const what = rest.join(':');
  const stage = STAGE_WORD[what as Stage] ?? what;
  switch (kind as string) {
    case 'measure':
      return findMeasure(what)?.title ?? what;
    case 'required':
      return `all that is required of ${stage}`;
    case 'flags':
      return `no flag open on ${stage}`;
    case 'sign-off':
      return SIGNED[what] ?? what;
    case 'wheel':
      return 'the wheel looked at again once its bolt is tight';
    case 'parts':
      return 'every part that was wanted is fitted';
    case 'tightened':
      return `${wordFastened(what)} tightened to the last pass`;
    case 'gate':
      return GATE_WORD[what as Gate] ? `${GATE_WORD[what as Gate].is.toLowerCase()}` : what;
    case 'record':
      return 'the record is signed';
    default:
      return ask;
  }
}

/** Places that are named before the rest is counted. */
const NAMED = 4;

/** What is lacking, without where. */
function lacking({ ask, places, older }: Lack): string {
  const [kind, ...rest] = ask.split(':');
  const what = rest.join(':');
  const stage = STAGE_WORD[what as Stage] ?? what;
  switch (kind) {
    case 'required':
      return `${many(places.length, 'required value', 'required values')} of ${stage} not taken`;
    case 'flags':
      return `${many(places.length, 'flag', 'flags')} open on ${stage}`;
    case 'sign-off':
      return `not signed: ${(SIGNED[what] ?? what).replace(/: signed$/, '')}`;
    case 'wheel':
      return 'degree wheel not looked at again';
    case 'parts':
      return 'parts not fitted yet';
    case 'tightened':
      return `${wordFastened(what)} not tightened to the last pass`;
    case 'gate':
      return `${wordAsk(ask)}: still open`;
    case 'record':
      return older ? 'record is older than what was filed since' : 'record not signed';
    default:
      return `${wordAsk(ask)} not taken`;
  }
}

const upper = (says: string) => says[0].toUpperCase() + says.slice(1);

/** What is lacking at a gate, in short. */
export const wordLackShort = (lack: Lack): string => upper(lacking(lack));

/** What is lacking at a gate, and where. */
export function wordLack(lack: Lack): string {
  const where = lack.places.filter((place) => place !== 'engine');
  const more = where.length - NAMED;
  const at = where.slice(0, NAMED).map(spokenPlace).join(', ');
  return wordLackShort(lack) + (at === '' ? '' : `: ${at}${more > 0 ? ` and ${more} more` : ''}`);
}
