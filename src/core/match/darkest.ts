import { predict } from '../board/predict.ts';
import type { Wood } from '../board/wood.ts';
import type { Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { SHADE } from '../colour/shades.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { goesIn, type Materials } from '../layers/materials.ts';

/** Grain shows that stands a shade from its ground; on a calm wood, half of what it stands raw. */
const shows = (raw: number): number => Math.min(SHADE, raw / 2);
const HALVINGS = 18;

/**
 * The darkest colour that a wood can be dyed under a clear with its grain still showing: of all dyes of the shelf, each as
 * strong as leaves that.
 * @param clear the layers over the dye
 * @returns the finished reading and the dye; null without a dye
 */
export function darkestShowingGrain(
  wood: Wood,
  materials: Materials,
  clear: Stack,
): { reading: Spectrum; dye: string } | null {
  let best: { reading: Spectrum; dye: string; lightness: number } | null = null;
  for (const { id, kind, maxStrength } of Object.values(materials.colourants)) {
    if (!goesIn(kind) || kind === 'reactive') continue;
    const look = (strength: number) =>
      predict([newLayer(kind === 'ink' ? 'ink' : 'dye', { colours: { [id]: strength } }), ...clear], wood, materials);
    const raw = look(0)[0]?.contrast ?? 0;
    let [from, to] = [0, maxStrength];
    const final = (strength: number) => look(strength).at(-1);
    if ((final(maxStrength)?.contrast ?? 0) < shows(raw))
      for (let i = 0; i < HALVINGS; i++) {
        const middle = (from + to) / 2;
        if ((final(middle)?.contrast ?? 0) < shows(raw)) to = middle;
        else from = middle;
      }
    else from = maxStrength;
    const reading = final(from)?.reading;
    if (!reading) continue;
    const [lightness] = labOf(reading);
    if (!best || lightness < best.lightness) best = { reading, dye: id, lightness };
  }
  return best && { reading: best.reading, dye: best.dye };
}
