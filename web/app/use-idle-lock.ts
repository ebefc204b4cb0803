import { useEffect } from 'react';
import { useSession } from '../state/session.js';

const MINUTE_MS = 60_000;

/** Locks the bench when nobody has touched it for as long as the shop says. */
export function useIdleLock(): void {
  const minutes = useSession((state) => state.bench.idleMinutes);
  const status = useSession((state) => state.status);
  const lock = useSession((state) => state.lock);
  useEffect(() => {
    if (minutes === null || status !== 'signed-in') return;
    let timer: ReturnType<typeof setTimeout>;
    const begin = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void lock(), minutes * MINUTE_MS);
    };
    const touches = ['pointerdown', 'keydown', 'wheel'] as const;
    begin();
    for (const touch of touches) window.addEventListener(touch, begin, { passive: true });
    return () => {
      clearTimeout(timer);
      for (const touch of touches) window.removeEventListener(touch, begin);
    };
  }, [minutes, status, lock]);
}
