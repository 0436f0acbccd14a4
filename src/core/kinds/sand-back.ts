import { kind } from './kind.ts';
import { share } from './settings.ts';
import { NO_TIME } from './times.ts';
import { NO_WAY_BACK } from './way-back.ts';

/** Colour and film are sanded off the high spots; pores keep theirs. */
export const sandBack = kind({
  label: 'Sand back',
  called: ['sanded back'],
  settings: [share('removed', 'taken off', 0.6, 1, 'more: deeper')],
  is: { takesOff: 'paper', final: true },
  drying: () => NO_TIME,
  wayBack: () => NO_WAY_BACK,
  puttingOn: ({ setting }) =>
    `Block and 240–280 along the grain, about ${Math.round(100 * setting('removed'))} % off: until the figure stands out and pores keep their colour. Edges last; all dust off.`,
  dearer: 0.3,
  warning: 'What is sanded off is gone: edges first. Keep away from them, and stop short.',
  doubt: 0.3,
});
