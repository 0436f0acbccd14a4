/** Words that move a colour. */
export const DIRECTIONS = [
  'lighter',
  'darker',
  'warmer',
  'cooler',
  'redder',
  'greener',
  'yellower',
  'bluer',
  'greyer',
  'cleaner',
] as const;
export type Direction = (typeof DIRECTIONS)[number];
