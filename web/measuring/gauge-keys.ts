import type { Unit } from '../../core/units/units.js';

/** Keys that follow each other within this come from a gauge, ms: no hand types so. */
export const GAUGE_MS = 45;
/** Fewer keys than this in one go may still be two fingers of one hand. */
const FEWEST_KEYS = 3;

const isLetter = (key: string) => /^[a-z"°:=#_]$/i.test(key);

/**
 * The number that a gauge has sent, with a point for its comma; null where there is none, or where two marks leave open
 * which number it is: that is asked about as if a hand had typed it. What stands before it and behind it is the gauge's
 * own: its channel, its unit.
 *
 * @example numberOfGauge('A+0,0152mm') // '+0.0152'
 */
export function numberOfGauge(sent: string): string | null {
  const number = sent.match(/[+-]?(?:\d+|(?=[.,]\d))(?:[.,]\d+)*/g)?.findLast((one) => /\d/.test(one));
  return number === undefined || /[.,].*[.,]/.test(number) ? null : number.replace(',', '.');
}

const UNIT_OF: Record<string, Unit> = { mm: 'mm', in: 'in', inch: 'in', '"': 'in', deg: 'deg', '°': 'deg' };

/** The unit that a gauge names behind its number; undefined where it names none. @example unitOfGauge('A+0,0152mm') // 'mm' */
export function unitOfGauge(sent: string): Unit | undefined {
  const [, behind] = /\d\s*([a-z"°]+)$/i.exec(sent) ?? [];
  return behind === undefined ? undefined : UNIT_OF[behind.toLowerCase()];
}

/** What becomes of the keys. */
export interface GaugeActs {
  /** One key, as it was pressed. */
  key: (key: string) => void;
  /** All that came in one go was a gauge's, and is about to be taken: its number, where that is not what was typed already. */
  gauge: (number: string | null, unit?: Unit) => void;
  /** Whether a letter means something here by itself: a side of the measure. */
  isOwn: (key: string) => boolean;
  /** Does something a little later; answers how to prevent it. */
  later: (act: () => void, ms: number) => () => void;
}

/**
 * Tells the keys of a hand from those of a gauge that types like a keyboard: by how close they follow each other. Digits
 * go through at once. A letter waits for the blink in which a gauge would go on: a hand's comes through then, what
 * stands before or behind a gauge's number does not. A hand's comma is refused as ever; a gauge's is its point.
 */
export class GaugeKeys {
  private sent = '';
  private held: string[] = [];
  private last = -Infinity;
  private forget = () => {};

  constructor(private readonly acts: GaugeActs) {}

  /** @param at when it was pressed, ms */
  press(key: string, at: number): void {
    const goesOn = at - this.last <= GAUGE_MS;
    this.last = at;
    this.forget();
    if (!goesOn) this.letThrough();
    if (key === 'Enter') return this.enter(goesOn);
    this.sent = (goesOn ? this.sent : '') + key;
    if (isLetter(key) && !this.acts.isOwn(key)) this.held.push(key);
    else this.acts.key(key);
    if (this.held.length > 0) this.forget = this.acts.later(() => this.letThrough(), GAUGE_MS);
  }

  private enter(goesOn: boolean): void {
    const sent = goesOn ? this.sent : '';
    this.sent = '';
    const number = sent.length >= FEWEST_KEYS ? numberOfGauge(sent) : null;
    if (number === null) this.letThrough();
    else this.acts.gauge(this.held.length > 0 || sent.includes(',') ? number : null, unitOfGauge(sent));
    this.held = [];
    this.acts.key('Enter');
  }

  /** It was a hand's after all. */
  private letThrough(): void {
    const held = this.held;
    this.held = [];
    for (const key of held) this.acts.key(key);
  }
}
