import { useEffect } from 'react';

/** Keeps the screen lit while a page is open, where the browser can; taken again when the page is looked at again. */
export function useWakeLock() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const take = () => {
      if (document.visibilityState !== 'visible' || left) return;
      navigator.wakeLock?.request('screen').then(
        (taken) => {
          if (left) void taken.release();
          else lock = taken;
        },
        // The battery may be low, or the page hidden again.
        () => {},
      );
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', take);
      lock?.release().catch(() => {});
    };
  }, []);
}
