import { useSnackbar } from 'notistack';
import { useEffect } from 'react';
import { useSession } from '../state/session.js';

const MINUTE_MS = 60_000;
/** So long before it locks it says so, ms: whoever reads slowly, or is at the engine, stays with one key. */
const WARNED_MS = 30_000;
const WARNING = 'idle-lock';

/** Locks the bench when nobody has touched it for as long as the shop says; half a minute before it says so. */
export function useIdleLock(): void {
  const minutes = useSession((state) => state.bench.idleMinutes);
  const status = useSession((state) => state.status);
  const lock = useSession((state) => state.lock);
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  useEffect(() => {
    if (minutes === null || status !== 'signed-in') return;
    let timers: ReturnType<typeof setTimeout>[] = [];
    const end = () => {
      timers.forEach(clearTimeout);
      closeSnackbar(WARNING);
    };
    const warn = () =>
      enqueueSnackbar('This bench locks in 30 seconds. Press a key or touch it to stay.', {
        key: WARNING,
        variant: 'warning',
        persist: true,
        preventDuplicate: true,
      });
    const begin = () => {
      end();
      const locksIn = minutes * MINUTE_MS;
      timers = [setTimeout(warn, locksIn - WARNED_MS), setTimeout(() => void lock(), locksIn)];
    };
    const touches = ['pointerdown', 'keydown', 'wheel'] as const;
    begin();
    for (const touch of touches) window.addEventListener(touch, begin, { passive: true });
    return () => {
      end();
      for (const touch of touches) window.removeEventListener(touch, begin);
    };
  }, [minutes, status, lock, enqueueSnackbar, closeSnackbar]);
}
