import { useSyncExternalStore } from 'react';

/** One value kept in this browser under `place`; null while there is none. Everything that shows it follows it. */
export function browserStore(place: string) {
  const listeners = new Set<() => void>();
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  const get = (): string | null => localStorage.getItem(place);
  return {
    get,
    set(value: string | null): void {
      if (value === null) localStorage.removeItem(place);
      else localStorage.setItem(place, value);
      for (const listener of listeners) listener();
    },
    useValue: (): string | null => useSyncExternalStore(subscribe, get),
  };
}
