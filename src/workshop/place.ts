import { BANDS } from '../core/colour/index.ts';
import type { BenchSpot, Making } from './interface.ts';
import { behindInterface, bodyRatio, bodyReflectanceOf, throughFilm } from './light.ts';
import type { ColourNature, NatureCarrier, NatureCurve, TissueNature, WoodNature } from './natures.ts';

/** A film on a patch: what it swallows and scatters at a thickness of 1, how thick it is and how it was laid. */
export interface PatchFilm {
  kind: string;
  absorbs: NatureCurve;
  scatters: NatureCurve | null;
  thickness: number;
  laid: number;
  /** Whether a rag still moves it. */
  fresh: boolean;
  carrier: NatureCarrier;
  /** How much of the paper's work it is, in coats of clear. */
  build: number;
  /** Refractive index and share that lies optically flat; null when it makes no surface of its own. */
  surface: { index: number; level: number } | null;
}

/** A colour in the wood of a patch: what was offered, g/L, and what shows of it, in units of its curve. */
export interface Deposit {
  nature: ColourNature;
  offered: number;
  shows: number;
}

/** A bit of wood that is alike all over: one tissue of one place, and how readily it takes a film and a dye there. */
export interface Patch {
  tissue: TissueNature;
  share: number;
  /** K/S of the wood itself, 31 values. */
  body: Float64Array;
  drinks: number;
  holds: number;
  /** 1 as deep as the tissue makes it, 0 levelled. */
  hollow: number;
  /** How much more of a film its texture's relief holds, and how far that relief is still there, 0-1. */
  relief: number;
  dents: number;
  /** K/S of the char on it, alike in all bands. */
  char: number;
  /** 1 bare, 0 sealed. */
  open: number;
  /** How far uptakes are drawn together. */
  even: number;
  scratched: number;
  seals: number;
  /** What reactive colour was offered so far, and the tannin that it finds. */
  reacted: number;
  tannin: number;
  deposits: Deposit[];
  films: PatchFilm[];
}

export interface BenchPlace {
  wood: WoodNature;
  making: Making;
  patches: Patch[];
}

const WOOD_INDEX = 1.4;
const CLEAR_INDEX = 1.51;
const USUAL_GRIT = 180;
/** A tissue is not alike all over: shares of it that hold a thinner, a usual and a thicker film, and drink less and more. */
const WITHIN = [
  { share: 0.3, holds: 0.7, drinks: 0.94 },
  { share: 0.5, holds: 1, drinks: 1 },
  { share: 0.2, holds: 1.4, drinks: 1.09 },
];
/** What another spot than the face does: drinks, holds, how much darker the raw wood is. */
const SPOT: Record<BenchSpot, { drinks: number; holds: number; dark: number }> = {
  face: { drinks: 1, holds: 1, dark: 1 },
  // A small aperture on one tone of the face.
  ground: { drinks: 1, holds: 1, dark: 1 },
  grain: { drinks: 1, holds: 1, dark: 1 },
  edge: { drinks: 1.15, holds: 1.1, dark: 1.05 },
  profile: { drinks: 1.4, holds: 1.3, dark: 1.12 },
  end: { drinks: 2.1, holds: 1.8, dark: 1.35 },
  knot: { drinks: 0.55, holds: 0.8, dark: 2.6 },
};
/** What a texture does: film held where the wood was taken out and where it stands, dye taken in, shadow, and char. */
const TEXTURE: Record<string, { low: number; high: number; drinks: number; dark: number; char: number }> = {
  plain: { low: 1, high: 1, drinks: 1, dark: 0, char: 0 },
  scraped: { low: 0.78, high: 0.72, drinks: 1.04, dark: 0, char: 0 },
  brushed: { low: 4.4, high: 0.35, drinks: 1.1, dark: 0.14, char: 0 },
  blasted: { low: 5.4, high: 0.6, drinks: 1.22, dark: 0.22, char: 0 },
  charred: { low: 2.8, high: 1, drinks: 0.6, dark: 0, char: 2.4 },
  // Dents lie anywhere.
  distressed: { low: 1.65, high: 1.65, drinks: 1.07, dark: 0.09, char: 0 },
};
/** What is taken out lies low, and holds a film: a softwood's soft pale rings, a hardwood's early wood and pores. */
const SOFTWOOD = 1.3;
const liesLow = ({ lodges }: WoodNature, { depth }: TissueNature): boolean =>
  lodges > SOFTWOOD ? depth === 0 : depth > 0;

/** Factors of one place against its board. */
export interface Here {
  spot: BenchSpot;
  /** On K/S of the raw wood, by band. */
  colour: (band: number) => number;
  drinks: number;
  holds: number;
  /** On the share of the tissues but the first. */
  grain: number;
}

/** A place of a raw board, made ready. */
export function rawPlace(wood: WoodNature, making: Making, here: Here): BenchPlace {
  const { grit = USUAL_GRIT, texture = 'plain', grainRaised = true } = making;
  const spot = SPOT[here.spot];
  const cut = TEXTURE[texture] ?? TEXTURE.plain;
  const shares = wood.tissues.map((t, i) => (i === 0 ? t.fraction : Math.max(0.01, t.fraction * here.grain)));
  const total = shares.reduce((a, b) => a + b, 0);
  const patches = wood.tissues.flatMap((tissue, i) =>
    WITHIN.map((within): Patch => {
      const dark = spot.dark * (1 + cut.dark * (1 + tissue.depth));
      // The raw tissues are tabled as read; take their rough surface off, approximately, to get at the body.
      const body = Float64Array.from(tissue.raw, (r, band) => {
        const raw = r / (1 - wood.roughness + wood.roughness * r);
        return bodyRatio(raw) * here.colour(band) * dark;
      });
      return {
        tissue,
        share: (shares[i] / total) * within.share,
        body,
        drinks:
          wood.thirst *
          tissue.drinks *
          within.drinks *
          here.drinks *
          spot.drinks *
          cut.drinks *
          (USUAL_GRIT / grit) ** 0.08,
        holds:
          tissue.holds *
          within.holds *
          here.holds *
          spot.holds *
          (USUAL_GRIT / grit) ** 0.28 *
          (grainRaised ? 1 : 1.07),
        hollow: 1,
        relief: liesLow(wood, tissue) ? cut.low : cut.high,
        dents: 1,
        char: cut.char * (1.3 - tissue.depth * 0.4),
        open: 1,
        even: 0,
        scratched: 1,
        seals: 0,
        reacted: 0,
        tannin: wood.tannin * tissue.drinks,
        deposits: [],
        films: [],
      };
    }),
  );
  if (making.oldFinish)
    for (const patch of patches) {
      patch.films.push(clearFilm('old finish', new Array<number>(BANDS).fill(0.01), 'oil', CLEAR_INDEX, 0.6, 2));
      Object.assign(patch, { open: 0, scratched: 0.3, hollow: 0.5, dents: 0.8 });
    }
  return { wood, making, patches };
}

export const clearFilm = (
  kind: string,
  absorbs: NatureCurve,
  carrier: NatureCarrier,
  index: number,
  level: number,
  build: number,
): PatchFilm => ({
  kind,
  absorbs,
  scatters: null,
  thickness: 1,
  laid: 1,
  fresh: false,
  carrier,
  build,
  surface: { index, level },
});

/** How much of a film is left of what was laid. */
export const leftInPlace = ({ thickness, laid }: PatchFilm): number => (laid > 0 ? Math.min(1, thickness / laid) : 0);

/** The interface that a patch is read through: a film's own as far as it is left, over that of what lies below. */
function interfaceOf({ films }: Patch, wood: WoodNature): { index: number; level: number } {
  let index = WOOD_INDEX;
  let level = wood.roughness * 0.5;
  for (const film of films) {
    if (!film.surface) continue;
    const left = leftInPlace(film);
    index += left * (film.surface.index - index);
    level += left * (film.surface.level - level);
  }
  return { index, level };
}

/**
 * What an aperture over a place reads, without noise: 31 reflectances, specular included. One that is small enough to lie on
 * the ground alone, or on the grain, reads that.
 */
export function reflectanceOf({ wood, patches }: BenchPlace, spot: BenchSpot = 'face'): Float64Array {
  const ground = (patch: Patch) => patch.tissue === wood.tissues[0];
  const seen = patches.filter((p) => (spot === 'ground' ? ground(p) : spot !== 'grain' || !ground(p)));
  // A wood of one tissue has no grain to be seen apart.
  const read = seen.length > 0 ? seen : patches;
  const total = read.reduce((sum, p) => sum + p.share, 0);
  const out = new Float64Array(BANDS);
  for (const patch of read) {
    const { index, level } = interfaceOf(patch, wood);
    for (let i = 0; i < BANDS; i++) {
      let ratio = patch.body[i] + patch.char;
      for (const { nature, shows } of patch.deposits) ratio += shows * nature.absorption[i];
      let body = bodyReflectanceOf(ratio);
      for (const { absorbs, scatters, thickness } of patch.films)
        body = scatters
          ? throughFilm(body, absorbs[i] * thickness, scatters[i] * thickness)
          : body * Math.exp(-2 * absorbs[i] * thickness);
      out[i] += (patch.share / total) * behindInterface(body, index, level);
    }
  }
  return out;
}
