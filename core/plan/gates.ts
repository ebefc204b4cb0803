import type { Fastened } from '../tightening/plan.js';
import { SIGN_OFFS, type SignOffOf } from './sign-offs.js';
import { STAGES, type Measure, type Stage } from './measure.js';
import { findMeasure } from './measures.js';

/** Acts that close access, in the order of the path: what lies behind one cannot be taken without undoing work. */
export const GATES = ['pan', 'front-cover', 'heads', 'valve-covers', 'hand-over'] as const;
export type Gate = (typeof GATES)[number];

/**
 * What a gate asks before it closes, as a shop writes it down:
 * `measure:<key>` it is taken at every place · `required:<stage>` every required value of the stage is taken, or accepted
 * as missing · `flags:<stage>` none of its flags is open · `sign-off:<what>` somebody has signed that it is so, and it
 * still is · `wheel:confirmed` the degree wheel was looked at again once its bolt was tight · `parts:fitted` nothing that
 * was wanted is still to come or to go in · `tightened:<what>` every group of it, or the one group that is called so, has
 * a plan and all its passes, and of heads there is one to each bank · `gate:<gate>` that gate is closed · `record:signed`
 * the record is signed.
 */
export type GateAsk =
  | `measure:${string}`
  | `required:${Stage}`
  | `flags:${Stage}`
  | `sign-off:${SignOffOf}`
  | 'wheel:confirmed'
  | 'parts:fitted'
  | `tightened:${string}`
  | `gate:${Gate}`
  | 'record:signed';

interface GateRow {
  /** After which stage the bar lies across the way. */
  after: Stage | 'record';
  /** Whether a measure can be taken only while the gate is open. */
  hides: (measure: Pick<Measure, 'key' | 'stage'>) => boolean;
  /** What must be done anew once it was open again. */
  anew: string[];
  /** Fasteners that are loose then: their passes before count no more. */
  loosens: Fastened[];
}

const ofStage = (...stages: Stage[]) => ({ stage }: Pick<Measure, 'stage'>) => stages.includes(stage); // prettier-ignore
/** Of the bottom end, what is still reached with the pan on. */
const ABOVE_THE_PAN = ['deck-height', 'deck-square'];
/** Of timing, what only the open front shows. */
const BEHIND_THE_COVER = ['cam-end-play'];
/** What needs the chamber open, or clay between piston and valve. */
const UNDER_THE_HEADS = ['deck-height', 'deck-square', 'pv-depth', 'pv-depth-middle', 'pv-radial', 'tdc-stop-first', 'tdc-stop-second', 'tdc-drop-first', 'tdc-drop-second', 'tdc-quick']; // prettier-ignore

export const GATE: Record<Gate, GateRow> = {
  pan: {
    after: 'bottom-end',
    hides: (measure) => ofStage('bottom-end')(measure) && !ABOVE_THE_PAN.includes(measure.key),
    anew: ['pan gasket', 'sealing faces cleaned', 'pan bolts'],
    loosens: [],
  },
  'front-cover': {
    after: 'cam-timing',
    hides: ({ key }) => BEHIND_THE_COVER.includes(key),
    anew: ['cover gasket and seal', 'damper off and on', 'cover bolts'],
    loosens: ['damper'],
  },
  heads: {
    after: 'mock-up',
    hides: ({ key }) => UNDER_THE_HEADS.includes(key),
    anew: ['head gaskets', 'faces cleaned', 'head bolts or nuts from the first pass on'],
    loosens: ['heads', 'rocker-studs', 'shafts'],
  },
  'valve-covers': {
    after: 'proof',
    hides: ofStage('geometry', 'setting', 'proof'),
    anew: ['cover gaskets', 'cover bolts'],
    loosens: ['covers'],
  },
  'hand-over': { after: 'record', hides: () => false, anew: [], loosens: [] },
};

/** The gate that closes the work of a stage: the first that lies behind it on the way. */
export const gateBehind = (stage: Stage): Gate =>
  GATES.find(
    (gate) => GATE[gate].after === 'record' || STAGES.indexOf(GATE[gate].after as Stage) >= STAGES.indexOf(stage),
  )!;

/** By what a gate closes where a shop's practice says nothing: examples from general practice. */
export const GENERAL_GATES: Record<Gate, GateAsk[]> = {
  pan: ['measure:rod-side-clearance', 'required:bottom-end', 'flags:bottom-end'],
  'front-cover': ['wheel:confirmed', 'measure:cam-end-play', 'flags:dead-centre', 'flags:cam-timing'],
  heads: ['gate:pan', 'required:mock-up', 'flags:mock-up', 'sign-off:clay-out'],
  'valve-covers': ['required:setting', 'flags:setting', 'flags:proof', 'sign-off:turned-twice', 'sign-off:clay-out'],
  'hand-over': ['gate:pan', 'gate:front-cover', 'gate:heads', 'gate:valve-covers', 'parts:fitted', 'record:signed'],
};

/** Something that is to be known before much of something else is done: "geometry before sixteen valves". */
export interface OrderRule {
  first: string;
  before: string;
  /** So many places of `before` may be taken to try. */
  upTo: number;
  why: string;
}

const GENERAL_ORDERS: OrderRule[] = [
  { first: 'mark-width', before: 'preload-turns', upTo: 2, why: 'geometry that is wrong undoes every valve that was set' },
  { first: 'mark-width', before: 'lash-cold', upTo: 2, why: 'geometry that is wrong undoes every valve that was set' },
]; // prettier-ignore

/** Whether a gate can ask so. */
export function isGateAsk(ask: string): ask is GateAsk {
  const [kind, what = '', ...more] = ask.split(':');
  switch (kind) {
    case 'measure':
      // A shop's own measures have colons in their keys.
      return findMeasure([what, ...more].join(':')) !== undefined;
    case 'required':
    case 'flags':
      return more.length === 0 && (STAGES as readonly string[]).includes(what);
    case 'sign-off':
      return more.length === 0 && (SIGN_OFFS as readonly string[]).includes(what);
    case 'tightened':
      return more.length === 0 && /^[a-z][a-z0-9-]*$/.test(what);
    case 'gate':
      return more.length === 0 && (GATES as readonly string[]).includes(what);
    default:
      return ['wheel:confirmed', 'parts:fitted', 'record:signed'].includes(ask);
  }
}

/** As much of a practice as says what gates ask. */
export type GatePractice = { path?: { gates?: { gate: Gate; asks: string[] }[]; orders?: OrderRule[] } };

/** What a gate asks in this shop, and whether the shop itself has said so. */
export function gateAsks({ path }: GatePractice, gate: Gate): { asks: GateAsk[]; isOwn: boolean } {
  const own = path?.gates?.find((one) => one.gate === gate);
  return own ? { asks: own.asks.filter(isGateAsk), isOwn: true } : { asks: GENERAL_GATES[gate], isOwn: false };
}

/** Rules of the order of work that hold in this shop. */
export const orderRules = ({ path }: GatePractice): OrderRule[] => path?.orders ?? GENERAL_ORDERS;
