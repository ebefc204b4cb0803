import { useLayoutEffect } from 'react';
import { flushSync } from 'react-dom';
import type { Unit } from '../../core/units/units.js';
import { usePreferences } from '../state/preferences.js';
import { useSession } from '../state/session.js';
import { useLatest } from '../state/use-latest.js';
import { GaugeKeys } from './gauge-keys.js';

/** What the keys of a measuring screen do. */
export interface MeasuringActs {
  type: (key: string) => void;
  erase: () => void;
  /** Leaves what is typed, or, with nothing typed, the screen. */
  escape: () => void;
  take: () => void;
  /** What stands there was typed by a gauge: this number, where it is not there already. */
  gauge?: (number: string | null, unit?: Unit) => void;
  turn: (heading: 1 | -1) => void;
  walk: (heading: 'left' | 'right' | 'up' | 'down') => void;
  /** A side of what is typed, by its first letter; only where the measure has sides; N where nothing was touched. */
  side?: (letter: string) => void;
  cycleUnit: () => void;
  help: () => void;
  /** Keys that only this place has, by their small letters. */
  more?: Partial<Record<string, () => unknown>>;
}

const HEADING = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const;

/** The field of the number itself, which the keys of the bench type into. */
const isBenchField = (target: EventTarget | null) =>
  target instanceof Element && target.closest('[data-bench-field]') !== null;

/** Fields and open menus keep their own keys; so does a button for what presses it. */
function keepsItsKeys(target: EventTarget | null, key: string): boolean {
  if (!(target instanceof Element)) return false;
  // The number's own field is the bench's.
  if (isBenchField(target)) return false;
  // What scrolls is scrolled while it has the focus itself.
  if (target.matches('[data-scrolls]') && (key === ' ' || key.startsWith('Arrow'))) return true;
  if (target.closest('input, textarea, select, [role=combobox], [role=listbox], [role=dialog]')) return true;
  return (
    (key === 'Enter' || key === ' ') &&
    target.closest('a, summary, :is(button, [role=button]):not([data-bench-place])') !== null
  );
}

/** First letters of sides, and of what was not touched. */
const SIDES = /^[abrnoi]$/i;
/** Keys with a name that a bench hears; the others are the browser's. */
const NAMED = ['Enter', 'Backspace', 'Escape', ...Object.keys(HEADING)];

/** Whether keys wait that this page has not heard yet, where the browser tells. */
const isInputPending = (): boolean =>
  (navigator as { scheduling?: { isInputPending?: () => boolean } }).scheduling?.isInputPending?.() ?? false;

/** Does what a key is for. */
function press(act: MeasuringActs, key: string): void {
  const small = key.toLowerCase();
  // A comma is a decimal one where a number stands before it.
  if (key === ',' && act.more?.[',']?.()) return;
  if (/^[0-9./,;+<\- ]$/.test(key)) act.type(key);
  else if (key === 'Backspace') act.erase();
  else if (key === 'Escape') act.escape();
  else if (key === 'Enter') act.take();
  else if (key === '[') act.turn(-1);
  else if (key === ']') act.turn(1);
  else if (key in HEADING) act.walk(HEADING[key as keyof typeof HEADING]);
  else if (act.more?.[small]) act.more[small]!();
  else if (act.side && SIDES.test(key)) act.side(small);
  else if (small === 'u') act.cycleUnit();
  else if (key === '?') act.help();
}

/**
 * Digits typed anywhere go into the active place, so a gauge that types like a keyboard needs no setting up. Answers how
 * to press one of the keys without a keyboard.
 */
export function useMeasuringKeys(acts: MeasuringActs): (key: string) => void {
  const latest = useLatest(acts);
  // A bench that is seen listens: a key that came between its drawing and its listening would be lost.
  useLayoutEffect(() => {
    const keys = new GaugeKeys({
      // Each is drawn before the next one acts: several that waited come at once.
      key: (key) => flushSync(() => press(latest.current, key)),
      // Drawn before it is taken: what is taken is what stands there.
      gauge: (number, unit) => flushSync(() => latest.current.gauge?.(number, unit)),
      isOwn: (key) => latest.current.side !== undefined && SIDES.test(key) && !latest.current.more?.[key.toLowerCase()],
      later(act, ms) {
        let timer: ReturnType<typeof setTimeout>;
        const wait = () => {
          // A page that is late with its keys knows of them already: they decide whose the letter was.
          timer = setTimeout(() => (isInputPending() ? wait() : act()), ms);
        };
        wait();
        return () => clearTimeout(timer);
      },
    });
    const onKey = (event: KeyboardEvent) => {
      const { key } = event;
      // Under the lock nothing is typed at the bench.
      if (useSession.getState().status === 'locked') return;
      if (event.ctrlKey || event.metaKey || event.altKey || keepsItsKeys(event.target, key)) return;
      if (key.length > 1 && !NAMED.includes(key)) return;
      // Whoever speaks or switches has letters where they are meant: in the field of the number.
      const isShortcut = /^[a-z?]$/i.test(key);
      if (isShortcut && !usePreferences.getState().letterKeys && !isBenchField(event.target)) return;
      event.preventDefault();
      keys.press(key, event.timeStamp);
    };
    // Whoever came by a link types next: Enter is to take the number, and not to follow the link once more.
    if (document.activeElement instanceof HTMLAnchorElement) document.activeElement.blur();
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [latest]);
  return (key) => flushSync(() => press(latest.current, key));
}
