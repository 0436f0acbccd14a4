import { LOOKS, type ThemeLook } from '../theme/theme.ts';
import { browserStore } from './browser-store.ts';

const store = browserStore('urushi/look');

export const chooseLook = (look: ThemeLook): void => store.set(look);
/** The look chosen in this browser, kept; by day before any was. */
export const useLook = (): ThemeLook => {
  const kept = store.useValue();
  return LOOKS.find((look) => look === kept) ?? 'light';
};
