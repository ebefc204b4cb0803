import { EVENT_MEASURES } from '../cam/expected-from-card.js';
import type { CardEvents } from '../engine/engine.js';
import { measureOf } from '../plan/measures.js';
import type { SheetRow } from '../sheet/row.js';
import { afterTdc, type AngleSides } from '../wheel/wheel-face.js';

/** Something found on the wheel: a stop, dead centre, an event, a nose. */
export interface WheelFind {
  key: string;
  /** Crank degrees after top centre, as the wheel reads. */
  deg: number;
  label: string;
  kind: 'stop' | 'centre' | 'intake' | 'exhaust';
}

/** Crank degrees after top centre of an angle in its measure's own signs. */
export const onWheel = (measure: string, value: number): number =>
  afterTdc(value, measureOf(measure).sides as AngleSides);

export const SHORT: Record<string, { label: string; kind: 'intake' | 'exhaust' }> = {
  'intake-open': { label: 'I opens', kind: 'intake' },
  'intake-close': { label: 'I closes', kind: 'intake' },
  'exhaust-open': { label: 'E opens', kind: 'exhaust' },
  'exhaust-close': { label: 'E closes', kind: 'exhaust' },
  'intake-centreline': { label: 'I nose', kind: 'intake' },
  'exhaust-centreline': { label: 'E nose', kind: 'exhaust' },
};
/** What is compared with the card, in the order in which it is listed. */
export const COMPARED = [...Object.values(EVENT_MEASURES), 'intake-centreline', 'exhaust-centreline'];

/** The events and noses that are measured, as they lie on the wheel. */
export function findsOf(rows: Pick<SheetRow, 'measure' | 'value'>[]): WheelFind[] {
  return COMPARED.flatMap((measure) => {
    const row = rows.find((candidate) => candidate.measure === measure);
    return row ? [{ key: measure, deg: onWheel(measure, row.value), ...SHORT[measure] }] : [];
  });
}

/** Events as a card or a sprocket position gives them, as they lie on the wheel; those that are not known are left out. */
export function findsOfEvents(events: Partial<CardEvents>): WheelFind[] {
  return Object.entries(EVENT_MEASURES).flatMap(([event, measure]) => {
    const value = events[event as keyof CardEvents];
    return value === undefined ? [] : [{ key: measure, deg: onWheel(measure, value), ...SHORT[measure] }];
  });
}

/** How long a lobe holds its valve open: crank degrees after overlap top centre, `toDeg` behind `fromDeg`. */
export interface WheelSpan {
  kind: 'intake' | 'exhaust';
  fromDeg: number;
  toDeg: number;
}

const minus = (from: number, value: number | undefined) => (value === undefined ? undefined : from - value);

/** The open span of each lobe whose two events are known and lie in their order. */
export function spansOf(events: Partial<CardEvents>): WheelSpan[] {
  const { intakeOpenBtdc, intakeCloseAbdc, exhaustOpenBbdc, exhaustCloseAtdc } = events;
  const spans = [
    { kind: 'intake' as const, from: minus(0, intakeOpenBtdc), to: intakeCloseAbdc, turn: 180 },
    { kind: 'exhaust' as const, from: minus(180, exhaustOpenBbdc), to: exhaustCloseAtdc, turn: 360 },
  ];
  return spans.flatMap(({ kind, from, to, turn }) =>
    from === undefined || to === undefined || turn + to <= from ? [] : [{ kind, fromDeg: from, toDeg: turn + to }],
  );
}
