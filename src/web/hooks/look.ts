import { LOOKS, type Look } from '../theme/theme.ts';
import { browserStore } from './browser-store.ts';

const store = browserStore('urushi/look');

export const chooseLook = (look: Look): void => store.set(look);
/** The look chosen in this browser, kept; by day before any was. */
export const useLook = (): Look => {
  const kept = store.useValue();
  return LOOKS.find((look) => look === kept) ?? 'light';
};
