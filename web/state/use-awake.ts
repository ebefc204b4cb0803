import { useEffect } from 'react';

/** Keeps the screen on while this stands, where the browser can: hands that hold a gauge do not touch it. */
export function useAwake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        const held = await navigator.wakeLock.request('screen');
        if (gone) await held.release();
        else lock = held;
      } catch {
        // Low on power, or not allowed: then the screen goes dark as ever.
      }
    };
    void hold();
    // The browser lets go of it whenever the page is hidden.
    const onSeen = () => void hold();
    document.addEventListener('visibilitychange', onSeen);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', onSeen);
      void lock?.release();
    };
  }, []);
}
