import { type Layer, traitsOf } from '../layers/layer.ts';

/** How a finished surface is kept and mended. Common practice; the data sheet of the last coat knows better. */
export interface Care {
  keep: readonly string[];
  mend: string;
}

const FILM: Care = {
  keep: [
    'Dust with a soft dry cloth; wipe with a cloth wrung out in water with a drop of mild soap, then dry it.',
    'Wipe up water, wine and coffee at once. Put something under what is hot or wet.',
    'No scouring cream, no ammonia, no polish with silicone or wax: a later repair would not hold on it.',
  ],
  mend: 'A scratch in the clear alone is rubbed and coated again; one down to the wood wants its colour too: ask us.',
};
const OIL: Care = {
  keep: [
    'Dust with a soft dry cloth; wipe with a cloth wrung out in water, then dry it.',
    'Once a year, or where it has gone dull and dry: a thin coat of the same oil, wiped off after a quarter of an hour.',
    'Rags with oil can catch fire by themselves: spread them flat outdoors, or keep them under water in a closed metal can.',
  ],
  mend: 'A worn spot is cleaned, rubbed lightly with the grain and oiled again; it blends in within days.',
};
const WAX: Care = {
  keep: [
    'Dust with a soft dry cloth, and buff it when it has gone dull.',
    'Water and alcohol leave marks: wipe them up at once, and put something under every glass.',
    'Twice a year a very thin coat of the same wax, buffed the next day.',
  ],
  mend: 'A marked spot is rubbed with the finest pad and wax, with the grain, and buffed.',
};

/** How to care for a finish: by what lies on top of it. */
export function careOf(stack: readonly Layer[]): Care {
  const top = stack.map(traitsOf).findLast(({ builds, feeds, last }) => builds || feeds || last);
  // What nothing holds on any more is a wax; what soaks in and feeds the wood an oil.
  if (top?.last) return WAX;
  return top?.feeds ? OIL : FILM;
}
