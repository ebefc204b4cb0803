import type { PartKind } from './part.js';

/** Where something stands that the work found missing or wrong. */
export const LINE_STATES = ['wanted', 'ordered', 'promised', 'arrived', 'fitted', 'sent-back', 'sold-on', 'dropped'] as const; // prettier-ignore
export type LineState = (typeof LINE_STATES)[number];

/** Something that is wanted for an engine or for the shelf, until it is fitted or gone again. Money in minor units. */
export interface PartLine {
  id: string;
  /** Null for the shelf. */
  engineId: string | null;
  /** Where on the engine it goes; empty for the engine as a whole. */
  places: string[];
  part: PartKind | 'other';
  what: string;
  /** What it is in the catalogue; null for what nobody keeps. */
  itemId: string | null;
  /** Of what is sold by its length, mm. */
  lengthMm: number | null;
  quantity: number;
  spares: number;
  priceEach: number | null;
  supplierId: string | null;
  orderId: string | null;
  /** Its share of what its order cost to send. */
  freight: number | null;
  state: LineState;
  /** Taken from the shelf rather than bought. */
  isFromShelf: boolean;
  /** The day on which it was promised. */
  promisedOn: string | null;
  /** What came back for it, sent back or sold on. */
  refund: number | null;
  note: string;
}

/**
 * What may become of a line. An order makes it ordered; each step can be taken back, since a wrong key is pressed
 * sooner or later.
 */
export const MAY_BECOME: Record<LineState, readonly LineState[]> = {
  wanted: ['arrived', 'dropped'],
  ordered: ['promised', 'arrived', 'dropped'],
  promised: ['promised', 'arrived', 'dropped'],
  arrived: ['fitted', 'sent-back', 'sold-on', 'promised', 'wanted'],
  fitted: ['arrived'],
  'sent-back': ['arrived'],
  'sold-on': ['arrived'],
  dropped: ['wanted'],
};

const OPEN: readonly LineState[] = ['wanted', 'ordered', 'promised'];
/** Whether the engine still waits for it. */
export const isOpen = ({ state }: Pick<PartLine, 'state'>): boolean => OPEN.includes(state);

/** Whether it is still to come, or lies there and is not fitted. */
export const isNotFitted = (line: Pick<PartLine, 'state'>): boolean => isOpen(line) || line.state === 'arrived';

/** Whether money was spent on it. */
export const isBought = ({ state, isFromShelf }: Pick<PartLine, 'state' | 'isFromShelf'>): boolean =>
  state !== 'wanted' && state !== 'dropped' && !isFromShelf;

const pieces = ({ quantity, spares }: Pick<PartLine, 'quantity' | 'spares'>) => quantity + spares;

/** How many pieces stand on the shelf because of a line; below zero where it took them from there. */
function onShelfBy(line: PartLine): number {
  switch (line.state) {
    case 'arrived':
      return line.isFromShelf ? 0 : pieces(line);
    case 'fitted':
      return line.isFromShelf ? -line.quantity : line.spares;
    case 'sold-on':
    case 'sent-back':
      return line.isFromShelf ? -line.quantity : 0;
    default:
      return 0;
  }
}

/** By how many pieces the shelf changes with a line. Taken back, it is as it was. */
export const changesShelf = (from: PartLine, to: PartLine): number => onShelfBy(to) - onShelfBy(from);

/** What an engine waits for, and until when: a day only where each part has been promised. */
export interface Waits {
  lines: number;
  /** Kinds of parts, in the order in which they were wanted. */
  parts: PartLine['part'][];
  until: string | null;
}

/** What the open lines of an engine make it wait for; null for nothing. */
export function waitsOf(lines: readonly PartLine[]): Waits | null {
  const open = lines.filter(isOpen);
  if (open.length === 0) return null;
  const days = open.map(({ promisedOn }) => promisedOn);
  return {
    lines: open.length,
    parts: [...new Set(open.map(({ part }) => part))],
    until: days.every((day) => day !== null) ? days.reduce((last, day) => (day > last ? day : last)) : null,
  };
}
