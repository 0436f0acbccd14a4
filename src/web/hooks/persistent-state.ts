import { useCallback, useRef, useState } from 'react';

const placeOf = (key: string): string => `urushi/${key}`;
/** Keeps a state for where it is shown next. */
export const keepState = <T>(key: string, value: T): void => localStorage.setItem(placeOf(key), JSON.stringify(value));

/** State that survives a reload or a closed dialog: nothing typed is lost. Kept in this browser under `key`. */
export function usePersistentState<T>(key: string, initial: T): [T, (next: T | ((now: T) => T)) => void, () => void] {
  const place = placeOf(key);
  const [value, setValue] = useState<T>(() => {
    try {
      const kept = localStorage.getItem(place);
      return kept === null ? initial : (JSON.parse(kept) as T);
    } catch {
      return initial;
    }
  });
  const latest = useRef(value);
  const show = useCallback((next: T) => {
    latest.current = next;
    setValue(next);
  }, []);
  const set = useCallback(
    (next: T | ((now: T) => T)) => {
      show(next instanceof Function ? next(latest.current) : next);
      localStorage.setItem(place, JSON.stringify(latest.current));
    },
    [place, show],
  );
  const clear = useCallback(() => {
    show(initial);
    localStorage.removeItem(place);
  }, [place, initial, show]);
  return [value, set, clear];
}
