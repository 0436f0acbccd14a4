import { type Lab, labOf } from '../colour/lab.ts';
import type { Colourant } from './materials.ts';

/** How much a colour is laid on, K/S at its strongest band: enough to tell its hue. */
const LAID_ON = 1.5;

/** What a colour makes of white paper at a middling strength: its hue apart from any wood. */
export function colourOnWhite({ absorption, scatter }: Pick<Colourant, 'absorption' | 'scatter'>): Lab {
  const most = Math.max(1e-9, ...absorption, ...scatter);
  const strongest = Math.max(1e-9, ...absorption);
  return labOf(
    Float64Array.from(absorption, (k, i) => {
      const ratio = (LAID_ON * k) / strongest / (1 + (scatter[i] ?? 0) / most);
      return 1 + ratio - Math.sqrt(ratio * ratio + 2 * ratio);
    }),
  );
}
