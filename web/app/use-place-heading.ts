import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { useSession } from '../state/session.js';

/** How long a place that is being loaded is waited for, ms. */
const LONGEST_MS = 4000;

/** The heading of the place that stands there; under the lock, of the sign-in. */
const heading = () => document.querySelector<HTMLElement>('.lock h1') ?? document.querySelector<HTMLElement>('main h1');

/** A hand that is in a field, or in a dialog, stays there. */
const isTaken = () => document.activeElement?.closest('input, textarea, select, [role=dialog], .sign-in') != null;

/**
 * Whoever hears the screen is told where he came to: the heading of a place takes the focus when the place changes, and
 * after signing in and unlocking. Turning a page, or searching, is no other place.
 */
export function usePlaceHeading(): void {
  const { pathname } = useLocation();
  const status = useSession((state) => state.status);
  const first = useRef(true);
  useEffect(() => {
    // What the browser opened first is told by its title.
    if (first.current) {
      first.current = status === 'asking';
      return;
    }
    const before = heading();
    const beforeSays = before?.textContent;
    const held = document.activeElement;
    const began = Date.now();
    let timer: ReturnType<typeof setTimeout>;
    const look = () => {
      const now = heading();
      const isThere = now && (now !== before || now.textContent !== beforeSays || Date.now() - began > 300);
      if (!isThere) {
        if (Date.now() - began < LONGEST_MS) timer = setTimeout(look, 50);
        return;
      }
      // A hand that was faster than the place has gone on already: what it holds is not taken from it.
      const holds = document.activeElement;
      if (isTaken() || (holds !== held && holds !== document.body)) return;
      now.tabIndex = -1;
      now.focus({ preventScroll: true });
    };
    timer = setTimeout(look, 0);
    return () => clearTimeout(timer);
  }, [pathname, status]);
}
