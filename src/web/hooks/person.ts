import { useSyncExternalStore } from 'react';

const PLACE = 'urushi/person';
const listeners = new Set<() => void>();

/** Who works at this bench: kept in this browser, sent with every change. Null while nobody has been chosen. */
export const personHere = (): string | null => localStorage.getItem(PLACE);

export function choosePerson(id: string | null): void {
  if (id) localStorage.setItem(PLACE, id);
  else localStorage.removeItem(PLACE);
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
export const usePersonHere = (): string | null => useSyncExternalStore(subscribe, personHere);
