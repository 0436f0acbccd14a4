import { browserStore } from './browser-store.ts';

const store = browserStore('urushi/person');

/** Who works at this bench: kept in this browser, sent with every change. Null while nobody has been chosen. */
export const personHere = store.get;
export const choosePerson = store.set;
export const usePersonHere = store.useValue;
