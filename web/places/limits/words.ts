import { wordRecheck } from '../../../contracts/wording/recheck.js';
import type { Scope } from '../../../core/engine/places.js';
import type { Stage } from '../../../core/plan/measure.js';
import { GATE_WORD, wordAsk } from '../../../contracts/wording/gate.js';
import type { Gate } from '../../../core/plan/gates.js';
import { pathForm, type PathForm } from './path-practice.js';
import type { Recheck } from '../../../core/plan/practice.js';
import type { Basis, SpecLimit } from '../../../core/plan/spec-sets.js';

/** The stages as they are spoken, also those that have no place yet. */
export const STAGE_NAME: Record<Stage, string> = {
  'bottom-end': 'Bottom end',
  'dead-centre': 'Dead centre',
  'cam-timing': 'Timing',
  'mock-up': 'Mock-up',
  geometry: 'Geometry',
  setting: 'Setting',
  proof: 'Proof',
  torque: 'Tightening',
};

export const BASIS_NAME: Record<Basis, string> = {
  absolute: 'as it stands',
  'of-bore': 'times the bore',
  'of-card': 'off the card',
};

export const VALVE_NAME: Record<NonNullable<SpecLimit['valve']>, string> = { I: 'intake', E: 'exhaust' };

/** Parts of the practice as they are labelled. */
export const PRACTICE_NAME: Record<string, string> = {
  'setting.method': 'Setting, method',
  'setting.along': 'Setting, along',
  'setting.marginDeg': 'Margin to a ramp, °',
  'setting.asks': 'Asked at each valve besides',
  'setting.dragTurns': 'Zero by drag is tight by, turns',
  'deadCentre.trueWithinDeg': 'Pointer true within, °',
  'deadCentre.roughDeg': 'Quick dial trusted to, °',
  'timing.drops.in': 'Drops, in',
  'timing.drops.mm': 'Drops, mm',
  'timing.checkLift.in': 'Check lift, in',
  'timing.checkLift.mm': 'Check lift, mm',
  'timing.dropSpreadDeg': 'Middles of drops agree within, °',
  'timing.dialInLineDeg': 'Dial in line within, °',
  'timing.targets': 'Targets by school',
  'timing.offsetsDeg': 'Sprocket positions, °',
  'timing.settleDeg': 'Chain settles by, °',
  'timing.toleranceDeg': 'Sprocket on target within, °',
  'mockUp.dialAnglesDeg': 'Valve by dial at, °',
  'mockUp.springShims.in': 'Spring shims, in',
  'mockUp.springShims.mm': 'Spring shims, mm',
  'geometry.school': 'Geometry goes by',
  'geometry.why': 'Because',
  'geometry.edgeKept.in': 'Mark keeps off the tip’s edge, in',
  'geometry.edgeKept.mm': 'Mark keeps off the tip’s edge, mm',
  'geometry.lineWidth.in': 'Mark that does not move, width, in',
  'geometry.lineWidth.mm': 'Mark that does not move, width, mm',
  'geometry.markAim.in': 'Contact pattern aimed off centre by, in',
  'geometry.markAim.mm': 'Contact pattern aimed off centre by, mm',
  'geometry.adjusterTurns.least': 'Adjuster ends at least, turns',
  'geometry.adjusterTurns.most': 'Adjuster ends at most, turns',
  'geometry.standShims.in': 'Stand shims, in',
  'geometry.standShims.mm': 'Stand shims, mm',
  growth: 'Growth by metals',
  uncertainty: 'Trust in instruments',
  rechecks: 'Looked at again',
  'path.gates': 'What gates ask',
  'path.orders': 'What comes first',
  'path.cautions': 'Cautions of the shop',
  'path.bench': 'On the bench',
  'path.minutes': 'Minutes that it takes',
  'path.told': 'What a customer is told',
};

/** Where a measure is taken, as it is chosen. */
export const SCOPE_NAME: Record<Scope, string> = {
  engine: 'engine, once',
  cylinder: 'cylinder',
  valve: 'valve',
  main: 'main bearing',
  pin: 'crank pin',
  bank: 'bank',
  fastener: 'fastener',
};

/** A gate as it is chosen; what another version knows, as it is spelled. */
const wordGate = (gate: string) => GATE_WORD[gate as Gate]?.close ?? gate;

/** A part of a practice, as two versions are compared by it, in words: a list row by row. */
export function practiceWords(path: string, json: string): string {
  if (json === '') return 'not said';
  const part: unknown = JSON.parse(json);
  if (!Array.isArray(part)) return String(part);
  if (part.length === 0) return 'none';
  const [, of] = /^path\.(\w+)$/.exec(path) ?? [];
  if (of === 'gates') return (part as PathForm['gates']).map(({ gate, asks }) => `${wordGate(gate)}: ${asks.map(wordAsk).join(', ')}`).join('. '); // prettier-ignore
  if (of !== undefined) return String(pathForm({ [of]: part })[of as keyof PathForm]).replaceAll('\n', '. ');
  if (path === 'rechecks') return (part as Recheck[]).map((row) => `${row.what} ${wordRecheck(row)}`).join('. ');
  return part.map((row: unknown) => (typeof row === 'object' ? Object.values(row!).join(' ') : String(row))).join(', ');
}
