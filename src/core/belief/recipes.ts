import type { Stack } from '../layers/layer.ts';

/** Recipes of the same layers and colours, however strong they are mixed, miss alike: what all of them are called. */
export const familyOf = (stack: Stack): string =>
  stack
    .filter((layer) => !layer.off)
    .map(({ kind, colours }) => [kind, ...Object.keys(colours).sort()].join('+'))
    .join('/');
