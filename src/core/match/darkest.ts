import { predict } from '../board/predict.ts';
import type { Wood } from '../board/wood.ts';
import type { Spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { SHADE } from '../colour/shades.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { goesIn, type Materials } from '../layers/materials.ts';

/** Grain shows that stands a shade from its ground; on a calm wood, half of what it stands raw. */
const shows = (raw: number): number => Math.min(SHADE, raw / 2);
const HALVINGS = 12;

/** Below this chroma a colour is called grey or black, unless it is on the blue side. Ours. */
const NEUTRAL = 4;
/** Hues that are called brown, in degrees: from red-brown to yellow-brown. Common practice. */
const BROWN = { from: 35, to: 95 };

/** Neutral to warm brown: what is meant where somebody says "dark" of a wood and names no colour. */
export function isNeutralToBrown([, a, b]: Lab): boolean {
  const hue = (Math.atan2(b, a) * 180) / Math.PI;
  return (b >= 0 && Math.hypot(a, b) <= NEUTRAL) || (hue >= BROWN.from && hue <= BROWN.to);
}

/** Shares of the first of two dyes in their mix. */
const SHARES = [0.15, 0.3, 0.5, 0.7, 0.85];

/** Each dye alone, and each two of one carrier in several shares: strengths at their strongest. */
function dyes({ colourants }: Materials): { kind: 'dye' | 'ink'; colours: Record<string, number> }[] {
  const of = Object.values(colourants).filter((c) => goesIn(c.kind) && c.kind !== 'reactive');
  return of.flatMap((p, i) => {
    const kind = p.kind === 'ink' ? 'ink' : 'dye';
    const alone = { kind, colours: { [p.id]: p.maxStrength } } as const;
    const mixed = of
      .slice(i + 1)
      .filter((q) => q.kind === p.kind && q.carrier === p.carrier)
      .flatMap((q) =>
        SHARES.map((s) => ({ kind, colours: { [p.id]: s * p.maxStrength, [q.id]: (1 - s) * q.maxStrength } }) as const),
      );
    return [alone, ...mixed];
  });
}

/**
 * The darkest colour, neutral to warm brown, that a wood can be dyed under a clear with its grain still showing: of all
 * dyes of the shelf and mixes of two, each as strong as leaves that.
 * @param clear the layers over the dye
 * @returns the finished reading and the dye with its strengths; null where no dye gives such a colour
 */
export function darkestShowingGrain(
  wood: Wood,
  materials: Materials,
  clear: Stack,
): { reading: Spectrum; colours: Record<string, number> } | null {
  let best: { reading: Spectrum; colours: Record<string, number>; lightness: number } | null = null;
  for (const { kind, colours } of dyes(materials)) {
    const at = (scale: number) => Object.fromEntries(Object.entries(colours).map(([id, s]) => [id, scale * s]));
    const look = (scale: number) => predict([newLayer(kind, { colours: at(scale) }), ...clear], wood, materials);
    const strongest = look(1);
    const least = shows(strongest[0]?.contrast ?? 0);
    let from = 1;
    let final = strongest.at(-1);
    // Weaker is lighter: what is not dark enough at its strongest is not looked at further.
    if (!final || (best && labOf(final.reading)[0] >= best.lightness)) continue;
    if (final.contrast < least) {
      let to = 1;
      from = 0;
      for (let i = 0; i < HALVINGS; i++) {
        const middle = (from + to) / 2;
        if ((look(middle).at(-1)?.contrast ?? 0) < least) to = middle;
        else from = middle;
      }
      final = look(from).at(-1);
    }
    if (!final) continue;
    const lab = labOf(final.reading);
    if (isNeutralToBrown(lab) && (!best || lab[0] < best.lightness))
      best = { reading: final.reading, colours: at(from), lightness: lab[0] };
  }
  return best && { reading: best.reading, colours: best.colours };
}
