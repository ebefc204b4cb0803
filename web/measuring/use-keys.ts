import { useLayoutEffect } from 'react';
import { flushSync } from 'react-dom';
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
  gauge?: (number: string | null) => void;
  turn: (heading: 1 | -1) => void;
  walk: (heading: 'left' | 'right' | 'up' | 'down') => void;
  /** A side of what is typed, by its first letter; only where the measure has sides; N where nothing was touched. */
  side?: (letter: string) => void;
  cycleUnit: () => void;
  help: () => void;
  /** Keys that only this place has, by their small letters. */
  more?: Partial<Record<string, () => void>>;
}

const HEADING = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const;

/** Fields and open menus keep their own keys; so does a button for what presses it. */
function keepsItsKeys(target: EventTarget | null, key: string): boolean {
  if (!(target instanceof Element)) return false;
  if (target.closest('input, textarea, select, [role=combobox], [role=listbox], [role=dialog]')) return true;
  return (key === 'Enter' || key === ' ') && target.closest('button, a, summary') !== null;
}

/** First letters of sides, and of what was not touched. */
const SIDES = /^[abrnoi]$/i;
/** Keys with a name that a bench hears; the others are the browser's. */
const NAMED = ['Enter', 'Backspace', 'Escape', ...Object.keys(HEADING)];

/** Whether keys wait that this page has not heard yet, where the browser tells. */
const isInputPending = (): boolean =>
  (navigator as { scheduling?: { isInputPending?: () => boolean } }).scheduling?.isInputPending?.() ?? false;

/** Digits typed anywhere go into the active place, so a gauge that types like a keyboard needs no setting up. */
export function useMeasuringKeys(acts: MeasuringActs): void {
  const latest = useLatest(acts);
  // A bench that is seen listens: a key that came between its drawing and its listening would be lost.
  useLayoutEffect(() => {
    const keys = new GaugeKeys({
      // Each is drawn before the next one acts: several that waited come at once.
      key: (key) => flushSync(() => press(key)),
      // Drawn before it is taken: what is taken is what stands there.
      gauge: (number) => flushSync(() => latest.current.gauge?.(number)),
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
    function press(key: string): void {
      const act = latest.current;
      // A comma is no decimal point, but left out it would make 24526 of 2,4526: it is typed, and refused by name.
      if (/^[0-9./,;+< -]$/.test(key)) act.type(key);
      else if (key === 'Backspace') act.erase();
      else if (key === 'Escape') act.escape();
      else if (key === 'Enter') act.take();
      else if (key === '[') act.turn(-1);
      else if (key === ']') act.turn(1);
      else if (key in HEADING) act.walk(HEADING[key as keyof typeof HEADING]);
      else if (act.more?.[key.toLowerCase()]) act.more[key.toLowerCase()]!();
      else if (act.side && SIDES.test(key)) act.side(key.toLowerCase());
      else if (key === 'u' || key === 'U') act.cycleUnit();
      else if (key === '?') act.help();
    }
    const onKey = (event: KeyboardEvent) => {
      const { key } = event;
      // Under the lock nothing is typed at the bench.
      if (useSession.getState().status === 'locked') return;
      if (event.ctrlKey || event.metaKey || event.altKey || keepsItsKeys(event.target, key)) return;
      if (key.length > 1 && !NAMED.includes(key)) return;
      event.preventDefault();
      keys.press(key, event.timeStamp);
    };
    // Whoever came by a link types next: Enter is to take the number, and not to follow the link once more.
    if (document.activeElement instanceof HTMLAnchorElement) document.activeElement.blur();
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [latest]);
}
