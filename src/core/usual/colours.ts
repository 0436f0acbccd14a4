import { deltaE00 } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';

/** A fan of looks on a pale wood: hues by name, each from light to dark. Our own. */
export const HUES = ['golden', 'amber', 'russet', 'brown', 'grey', 'black', 'red', 'green', 'blue', 'white'] as const;
export type Hue = (typeof HUES)[number];
export const DEPTHS = ['light', 'medium', 'dark'] as const;
export type Depth = (typeof DEPTHS)[number];

/** What a look of each hue is at a middling depth, and how much darker or lighter a step is. Common practice, no source. */
const MIDDLE: Readonly<Record<Hue, Lab>> = {
  golden: [62, 13, 38],
  amber: [52, 19, 36],
  russet: [41, 22, 25],
  brown: [42, 11, 20],
  grey: [52, 2, 7],
  black: [24, 2, 3],
  red: [40, 34, 22],
  green: [46, -8, 18],
  blue: [40, -2, -12],
  white: [86, 1, 8],
};
const STEP: Readonly<Record<Depth, number>> = { light: 12, medium: 0, dark: -12 };
/** The darker, the less chroma is left; and the other way round a little. */
const FADES = 0.02;

/** What a coat of such a colour makes of a pale wood. */
export function lookOf(hue: Hue, depth: Depth): Lab {
  const [L, a, b] = MIDDLE[hue];
  const step = hue === 'white' ? STEP[depth] / 3 : hue === 'black' ? STEP[depth] / 2 : STEP[depth];
  const chroma = 1 + FADES * Math.min(0, step);
  return [L + step, a * chroma, b * chroma];
}

/** The trade's words for colours, on labels: woods and things that are so. Common practice. */
const LABEL_WORDS: readonly (readonly [RegExp, Hue, Depth])[] = [
  [/espresso|wenge|bog/, 'brown', 'dark'],
  [/ebon|jet|black|soot|coal|ink/, 'black', 'medium'],
  [/rosewood|oxblood|bordeaux/, 'russet', 'dark'],
  [/mahogan|russet|cherry|redwood|brick|copper/, 'russet', 'medium'],
  [/chestnut|teak|amber|cinnamon|maple syrup|orange|cognac/, 'amber', 'medium'],
  [/honey|golden|gold|straw|pine|oak|yellow|wheat|ochre|mustard/, 'golden', 'medium'],
  [/walnut|tobacco|umber|coffee|cocoa|brown|nut/, 'brown', 'medium'],
  [/driftwood|weathered|grey|gray|slate|ash|fog|silver/, 'grey', 'medium'],
  [/white|lime|chalk|milk|pickl/, 'white', 'medium'],
  [/red|wine|crimson/, 'red', 'medium'],
  [/green|moss|olive|sage/, 'green', 'medium'],
  [/blue|navy|indigo/, 'blue', 'medium'],
];

/** What a label's words mean, where they mean a colour. */
export function labelled(name: string): { hue: Hue; depth: Depth } | null {
  const words = name.toLowerCase();
  const [, hue, usual] = LABEL_WORDS.find(([means]) => means.test(words)) ?? [];
  if (!hue || !usual) return null;
  const depth = /\b(dark|deep|very)\b/.test(words) ? 'dark' : /\b(light|pale)\b/.test(words) ? 'light' : usual;
  return { hue, depth };
}

/** A white that is no longer white is a pale wood. */
const nameOf = (hue: Hue, depth: Depth): string => {
  if (hue === 'white') return depth === 'dark' ? 'pale' : 'white';
  return depth === 'medium' ? hue : `${depth} ${hue}`;
};
const FAN = HUES.flatMap((hue) => DEPTHS.map((depth) => ({ words: nameOf(hue, depth), lab: lookOf(hue, depth) })));
/** A colour in words: the nearest of the fan. */
export const colourWords = (lab: Lab): string =>
  FAN.reduce((p, q) => (deltaE00(lab, q.lab) < deltaE00(lab, p.lab) ? q : p)).words;
