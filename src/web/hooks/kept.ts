import { useCallback, useState } from 'react';

/** State that survives a reload or a closed dialog: nothing typed is lost. Kept in this browser under `key`. */
export function useKept<T>(key: string, initial: T): [T, (value: T) => void, () => void] {
  const place = `urushi/${key}`;
  const [value, setValue] = useState<T>(() => {
    try {
      const kept = localStorage.getItem(place);
      return kept === null ? initial : (JSON.parse(kept) as T);
    } catch {
      return initial;
    }
  });
  const set = useCallback(
    (next: T) => {
      setValue(next);
      localStorage.setItem(place, JSON.stringify(next));
    },
    [place],
  );
  const clear = useCallback(() => {
    setValue(initial);
    localStorage.removeItem(place);
  }, [place, initial]);
  return [value, set, clear];
}
