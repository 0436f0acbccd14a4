import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { createNoise2D } from 'simplex-noise';
import type { Texture } from '../board/preparation.ts';
import type { ByTissue } from '../board/tissues.ts';
import type { Cut, Figure } from '../board/wood.ts';
import { type Draw, growTree, type Section, type Tree } from './tree.ts';
import { WOOD_FIGURES, type WoodFigure } from './woods.ts';

/** A board's face, as its picture is worked out from it. */
export interface Face {
  figure: Figure;
  cut: Cut;
  /** Mean width of a ring in millimetres; the wood's usual where it is null. */
  ringMm: number | null;
  texture: Texture;
  /** The end that was sawn across the stem instead of the face: vessels are dots, rings are rings. */
  section?: Section;
  seed: number;
  /** Shares of the tissues on the face; ground is the rest. */
  fractions: Omit<ByTissue, 'ground'>;
  /** Pixels. */
  width: number;
  height: number;
}

/**
 * Where which tissue lies on a face: shares of grain, pore and ray in 1/255, lightness in 1/{@link LIGHT_UNIT} about 1, soft
 * patches of uneven thirst in 1/{@link PATCH_UNIT} standard deviations; width x height each. The shares' means are the wood's.
 */
export interface FaceWeights {
  width: number;
  height: number;
  grain: Uint8Array;
  pore: Uint8Array;
  ray: Uint8Array;
  light: Int8Array;
  patch: Int8Array;
}
export const LIGHT_UNIT = 320;
export const PATCH_UNIT = 40;

/** The height of a picture in millimetres of board. */
export const FACE_MM = 90;

interface Strokes {
  count: number;
  length: number;
  width: number;
  /** How likely a stroke lies at a distance from the pith, 0-1. */
  likely?: (radius: number) => number;
  /** Across the grain instead of along it. */
  across?: boolean;
}

/** Draws strokes with partial coverage into a plane of shares, tapered, tilted as the fibre runs. */
function strokesOn(
  cover: Float32Array,
  { width, height }: Pick<Face, 'width' | 'height'>,
  mm: number,
  tree: Tree,
  { even }: Draw,
  { count, length, width: across, likely, across: turned }: Strokes,
): void {
  const longest = length * 1.6;
  for (let n = 0, tries = 0; n < count && tries < count * 12; tries++) {
    const x = even() * (width * mm + longest) - longest / 2;
    const y = even() * height * mm;
    if (likely && even() > likely(tree.radius(x, y))) continue;
    n++;
    const size = 0.45 + 1.1 * even();
    const [along, thick] = turned
      ? [across * (0.6 + 0.8 * even()), length * size]
      : [length * size, across * (0.6 + 0.8 * even())];
    const depth = 0.55 + 0.45 * even();
    const slope = turned ? 3 * (even() - 0.5) : tree.slope(x, y) + 0.006 * (even() - 0.5);
    const from = Math.max(0, Math.floor((x - along / 2) / mm));
    const to = Math.min(width - 1, Math.floor((x + along / 2) / mm));
    for (let px = from; px <= to; px++) {
      // How much of this column the stroke covers along, and how wide it still is here.
      const left = Math.max(px * mm, x - along / 2);
      const right = Math.min((px + 1) * mm, x + along / 2);
      const middle = (left + right) / 2;
      const place = (2 * (middle - x)) / along;
      const half = (thick / 2) * Math.sqrt(Math.max(0, 1 - place * place));
      const share = (depth * Math.max(0, right - left)) / mm;
      const centre = y + slope * (middle - x);
      const low = Math.max(0, Math.floor((centre - half) / mm));
      const high = Math.min(height - 1, Math.floor((centre + half) / mm));
      for (let py = low; py <= high; py++) {
        const rows = (Math.min((py + 1) * mm, centre + half) - Math.max(py * mm, centre - half)) / mm;
        const i = py * width + px;
        cover[i] = 1 - (1 - (cover[i] ?? 0)) * (1 - share * Math.max(0, rows));
      }
    }
  }
}

/** Strokes in a plane of their own, of a share of the face. */
function plane(
  face: Face,
  mm: number,
  tree: Tree,
  draw: Draw,
  share: number,
  strokes: Omit<Strokes, 'count'>,
): Float32Array {
  const cover = new Float32Array(face.width * face.height);
  const area = (face.width * mm + strokes.length) * face.height * mm;
  const each = strokes.length * strokes.width * 0.62;
  strokesOn(cover, face, mm, tree, draw, { ...strokes, count: Math.round((share * area) / each) });
  return cover;
}

const BINS = 2048;

/**
 * Shares as bytes, scaled so that their mean over the face is the wood's, none beyond all: a factor found by halving over
 * how often each value occurs.
 * @param room what other tissues have taken, in 1/255; it is left to them
 */
function toShare(values: Float32Array, share: number, room?: Uint8Array): Uint8Array {
  const shares = new Uint8Array(values.length);
  if (share <= 0) return shares;
  let top = 1e-9;
  for (let i = 0; i < values.length; i++) top = Math.max(top, values[i] as number);
  const often = new Float64Array(BINS + 1);
  const left = (i: number) => (room ? 1 - (room[i] as number) / 255 : 1);
  for (let i = 0; i < values.length; i++) {
    const bin = (((values[i] as number) / top) * BINS) | 0;
    often[bin] = (often[bin] as number) + left(i);
  }
  const meanAt = (factor: number) => {
    let sum = 0;
    for (let k = 0; k <= BINS; k++) sum += Math.min(1, (factor * (k + 0.5) * top) / BINS) * (often[k] as number);
    return sum / values.length;
  };
  let low = 0;
  let high = 400;
  for (let step = 0; step < 30; step++) {
    const factor = (low + high) / 2;
    if (meanAt(factor) < share) low = factor;
    else high = factor;
  }
  for (let i = 0; i < values.length; i++)
    shares[i] = Math.round(255 * Math.min(1, low * (values[i] as number)) * left(i));
  return shares;
}

/** Finer than a pixel shows nothing of itself. */
const resolved = (perMm: number, mm: number) => 1 / (1 + (perMm * mm) ** 2);

/** Pixels between which a field is drawn straight. */
const STEP = 8;

/** A field that changes slowly along the board, worked out at every eighth pixel of every row and drawn between. */
function along({ width, height }: Pick<Face, 'width' | 'height'>, mm: number, at: (x: number, y: number) => number) {
  const across = Math.ceil(width / STEP) + 2;
  const grid = new Float32Array(across * height);
  for (let row = 0, k = 0; row < height; row++)
    for (let column = 0; column < across; column++, k++) grid[k] = at((column * STEP + 0.5) * mm, (row + 0.5) * mm);
  return (px: number, py: number): number => {
    const column = (px / STEP) | 0;
    const k = py * across + column;
    const left = grid[k] as number;
    return left + ((grid[k + 1] as number) - left) * (px / STEP - column);
  };
}

/** A field that changes slowly in both directions, worked out at every eighth pixel of every eighth row. */
function slowly(face: Pick<Face, 'width' | 'height'>, mm: number, at: (x: number, y: number) => number) {
  const rows = Math.ceil(face.height / STEP) + 2;
  const grid = along({ width: face.width, height: rows }, mm, (x, y) => at(x, (y / mm - 0.5) * STEP * mm));
  return (px: number, py: number): number => {
    const row = (py / STEP) | 0;
    const above = grid(px, row);
    return above + (grid(px, row + 1) - above) * (py / STEP - row);
  };
}

/** What of a figure is light: fibre, interlocked grain, curl, streaks, relief; -1 to 1 about none. */
function lightOf(look: WoodFigure, face: Face, mm: number, { noise }: Draw) {
  const { cut, texture } = face;
  const ribbon = look.ribbon * { flat: 0.6, rift: 0.8, quartered: 1 }[cut];
  // What a wood has not is not worked out.
  const field = (has: number, at: (x: number, y: number) => number) => (has > 0 ? slowly(face, mm, at) : () => 0);
  const streaks = field(look.streaks, (x, y) => noise(x * 0.0026 + 20, y * 0.055));
  const turn = field(ribbon, (x, y) => 2.6 * noise(x * 0.003, y * 0.02 + 7));
  const strong = field(ribbon, (x, y) => 0.6 + 0.4 * noise(x * 0.011 + 5, y * 0.09));
  const wave = field(look.curl, (x, y) => y * 0.06 + 2.4 * noise(x * 0.018, y * 0.03 + 300));
  const curled = field(look.curl, (x, y) => Math.max(0, 0.55 + 0.6 * noise(x * 0.007 + 60, y * 0.016)));
  const coarse = 0.5 * look.fibre * resolved(1.1, mm);
  const middle = 0.6 * look.fibre * resolved(2.6, mm);
  const fine = 0.6 * look.fibre * resolved(6, mm);
  const fibre = along(
    face,
    mm,
    (x, y) =>
      coarse * noise(x * 0.011, y * 1.1) +
      middle * noise(x * 0.026 + 90, y * 2.6) +
      fine * noise(x * 0.06, y * 6 + 40) +
      (texture === 'brushed' ? 0.06 * noise(x * 0.008, y * 2.2 + 500) : 0),
  );
  return (px: number, py: number): number => {
    const x = (px + 0.5) * mm;
    const y = (py + 0.5) * mm;
    let light = fibre(px, py);
    if (look.streaks > 0) light -= 0.07 * look.streaks * streaks(px, py);
    if (ribbon > 0)
      light += ribbon * Math.sin(y * 0.42 + turn(px, py)) * strong(px, py) * (0.75 + 0.25 * noise(x * 0.05, y * 0.2));
    if (look.curl > 0) light += look.curl * Math.sin(x * 0.8 + wave(px, py)) * curled(px, py);
    if (texture === 'charred') light -= 0.3 * Math.max(0, 1 - 7 * Math.abs(noise(x * 0.045 + 11, y * 0.11)));
    return light;
  };
}
/** How far the relief of a texture catches the light: hard wood stands, soft wood is gone. */
const RELIEF: Record<Texture, number> = {
  plain: 0,
  scraped: 0,
  brushed: 0.12,
  blasted: 0.3,
  charred: 0.18,
  distressed: 0,
};
/** Dents of a distressed face, per square centimetre. */
const DENTS = 0.35;
const DENT = 0.22;
/** Lightness is kept within this about 1. */
const BRIGHTEST = 0.38;

/** Dark tissue of the rings, before it is scaled, and patches of thirst that are worst where the grain is wild. */
function ringsAndPatches(look: WoodFigure, face: Face, mm: number, tree: Tree, { noise }: Draw) {
  const { width, height, fractions } = face;
  const grain = new Float32Array(width * height);
  const patch = new Int8Array(width * height);
  const streaks = slowly(face, mm, (x, y) => noise(x * 0.0026 + 20, y * 0.055));
  const soft = slowly(face, mm, (x, y) => noise(x * 0.02 + 400, y * 0.04) + 0.55 * noise(x * 0.055, y * 0.1 + 400));
  const rough = along(face, mm, tree.rough);
  const { calm } = look.ring;
  for (let px = 0; px < width; px++) {
    const x = (px + 0.5) * mm;
    const column = tree.column(x);
    const knots = tree.knots.filter((k) => Math.abs(x - k.x) < 4 * k.size);
    for (let py = 0; py < height; py++) {
      const y = (py + 0.5) * mm;
      const i = py * width + px;
      const { radius, edge } = column(y, rough(px, py));
      const third = (edge * mm) / 3;
      const dark = (tree.dark(radius - third) + tree.dark(radius) + tree.dark(radius + third)) / 3;
      let knot = 0;
      for (const k of knots) knot = Math.max(knot, Math.exp(-(((x - k.x) / 1.5) ** 2 + (y - k.y) ** 2) / k.size ** 2));
      const streak = look.streaks > 0 ? Math.max(0.1, 1 + 0.7 * look.streaks * streaks(px, py)) : 1;
      grain[i] = Math.max(calm * fractions.grain * 0.6 + (1 - calm) * dark * streak, 2 * knot * knot);
      patch[i] = Math.round(Math.min(3, Math.max(-3, 1.7 * soft(px, py) + 1.5 * knot)) * PATCH_UNIT);
    }
  }
  return { grain, patch };
}

function drawFrom(seed: number): Draw {
  const generator = xoroshiro128plus(seed | 0);
  const even = () => uniformFloat64(generator);
  const normal = () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even());
  return { even, normal, noise: createNoise2D(even) };
}

/** Vessels of a wood that has a pore tissue and no vessels of its own in the table. */
const ANY_PORES = { length: 3, width: 0.2, early: 0.3, shows: 0.15 };

/** A wood seen from its end: vessels are dots, and nothing runs along. */
const endOf = (look: WoodFigure): WoodFigure => ({
  ...look,
  pores: look.pores && { ...look.pores, length: 1.3 * look.pores.width },
  rays: null,
  flakes: null,
  fibre: 0.4 * look.fibre,
  ribbon: 0,
  curl: 0,
  streaks: 0,
});

/** The weights of a face: worked out once for a board and a size, painted from as often as its colours change. */
export function faceWeights(face: Face): FaceWeights {
  const { width, height, fractions, cut, texture, section = 'face' } = face;
  const look = section === 'end' ? endOf(WOOD_FIGURES[face.figure]) : WOOD_FIGURES[face.figure];
  const mm = FACE_MM / height;
  const draw = drawFrom(face.seed);
  const tree = growTree(
    look,
    { cut, ringMm: face.ringMm ?? look.ring.width, length: width * mm, width: FACE_MM, section },
    draw,
  );
  const vessels = look.pores ?? (fractions.pore > 0 ? ANY_PORES : null);
  const shading = lightOf(look, face, mm, draw);

  const likely = (radius: number) => tree.vessels(radius) / (1 + 0.5 * (vessels?.early ?? 0));
  const pore = vessels
    ? plane(face, mm, tree, draw, fractions.pore > 0 ? 1.15 * fractions.pore : 0.05, { ...vessels, likely })
    : new Float32Array(width * height);
  const quartered = cut === 'quartered' ? look.flakes : null;
  const lines = quartered ?? look.rays;
  const rays = lines
    ? plane(face, mm, tree, draw, (lines.density * lines.length * lines.width * 0.62) / 100, {
        ...lines,
        ...(quartered ? { across: true, length: quartered.width, width: quartered.length } : {}),
      })
    : new Float32Array(width * height);
  const dents = new Float32Array(width * height);
  if (texture === 'distressed')
    strokesOn(dents, face, mm, tree, draw, { count: (DENTS * width * height * mm * mm) / 100, length: 4, width: 1.1 });

  const { grain, patch } = ringsAndPatches(look, face, mm, tree, draw);
  // Where a tissue of its own is read for them, vessels and rays are colour; where not, they are light.
  const asLight = {
    pore: fractions.pore > 0 ? 0 : (vessels?.shows ?? 0),
    ray: fractions.ray > 0 ? 0 : (lines?.shows ?? 0),
  };
  const light = new Int8Array(width * height);
  const relief = RELIEF[texture];
  for (let py = 0, i = 0; py < height; py++)
    for (let px = 0; px < width; px++, i++) {
      let shade = shading(px, py) - asLight.pore * (pore[i] as number) + asLight.ray * (rays[i] as number);
      if (relief > 0 && py > 0) {
        const edge = (grain[i] as number) - (grain[i - width] as number);
        shade += relief * Math.max(-0.6, Math.min(0.6, edge));
      }
      shade -= DENT * (dents[i] as number);
      light[i] = Math.round(LIGHT_UNIT * Math.min(BRIGHTEST, Math.max(-BRIGHTEST, shade)));
    }

  const vesselShare = toShare(pore, fractions.pore);
  const rayShare = toShare(rays, fractions.ray, vesselShare);
  const taken = vesselShare.map((p, i) => p + (rayShare[i] as number));
  return {
    width,
    height,
    grain: toShare(grain, fractions.grain, taken),
    pore: vesselShare,
    ray: rayShare,
    light,
    patch,
  };
}
