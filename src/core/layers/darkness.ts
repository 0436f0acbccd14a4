import { BANDS, spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { filmOver } from '../optics/kubelka-munk.ts';
import { type Layer, mainColour, setting } from './layer.ts';
import type { Colourant, Materials } from './materials.ts';

/** Below this lightness, as its coats lie on a pale wood, a stain is very dark. Common practice, no source. */
export const VERY_DARK = 35;
/** Internal reflectance of the pale wood that it is judged on. */
const PALE = 0.55;
/** What a very dark stain is called. Common colour words, common practice. */
const DARK_WORDS =
  /\b(?:black|ebony|jet|espresso|coal|charcoal|soot|ink|pitch|tar|night|midnight|raven|onyx|wenge|bog|very dark|noir)\b/i;

/** Lightness of a stain's coats on a pale wood; null where one of its colours has no ladder. */
function lightnessOf(layer: Layer, { colourants }: Materials): number | null {
  const thick = setting(layer, 'coats') * setting(layer, 'film');
  const film = spectrum();
  const known = Object.entries(layer.colours).map(([id, strength]) => ({ colourant: colourants[id], strength }));
  if (known.length === 0 || known.some(({ colourant }) => !colourant || colourant.unknown)) return null;
  for (let band = 0; band < BANDS; band++) {
    let [absorption, scatter] = [0, 0];
    for (const { colourant, strength } of known as { colourant: Colourant; strength: number }[]) {
      const amount = thick * strength ** colourant.exponent;
      absorption += amount * (colourant.absorption[band] ?? 0);
      scatter += amount * (colourant.scatter[band] ?? 0);
    }
    film[band] = filmOver(absorption, scatter, PALE);
  }
  return labOf(film)[0];
}

/**
 * Whether a stain is black or very dark: as the shop has said of its main colour, else as its ladder shows it, else by its
 * name. What is not known is taken to be no darker than others.
 */
export function isVeryDark(layer: Layer, materials: Materials): boolean {
  const main = materials.colourants[mainColour(layer) ?? ''];
  if (!main) return false;
  if (main.dark !== null && main.dark !== undefined) return main.dark;
  const lightness = lightnessOf(layer, materials);
  return lightness === null ? DARK_WORDS.test(main.name) : lightness < VERY_DARK;
}
