import type { Move } from '../../../core/colour/shades.ts';

/** How a wood or a colour is beside the one that it is like. */
export const BESIDE: Readonly<Record<string, readonly Move[]>> = {
  'the same': [],
  'a shade paler': [{ direction: 'lighter', shades: 1 }],
  'two shades paler': [{ direction: 'lighter', shades: 2 }],
  'a shade darker': [{ direction: 'darker', shades: 1 }],
  'two shades darker': [{ direction: 'darker', shades: 2 }],
  'a shade redder': [{ direction: 'redder', shades: 1 }],
  'a shade greener': [{ direction: 'greener', shades: 1 }],
  'a shade yellower': [{ direction: 'yellower', shades: 1 }],
  'a shade greyer': [{ direction: 'greyer', shades: 1 }],
};
