import type { NoiseFunction2D } from 'simplex-noise';
import type { Cut } from '../board/wood.ts';
import type { RingProfile, WoodFigure } from './woods.ts';

/** A board sawn out of a tree: where in which ring a point of its face lies. Millimetres, x along the stem, y across. */
export interface Tree {
  /** Distance from the pith at a point of the face. */
  radius(x: number, y: number): number;
  /** How ragged the ring is at a point, in millimetres: long along the fibre. */
  rough(x: number, y: number): number;
  /** The radius all across the face at one place along it, which is quicker; `edge`: how fast it grows across. */
  column(x: number): (y: number, rough: number) => { radius: number; edge: number };
  /** Share of dark tissue at a distance from the pith, 0-1, before it is scaled to the wood. */
  dark(radius: number): number;
  /** Share of the vessels at a distance from the pith, 0-1. */
  vessels(radius: number): number;
  /** The fibre's slope at a point, dy by dx. */
  slope(x: number, y: number): number;
  knots: readonly { x: number; y: number; size: number }[];
}

const smooth = (t: number) => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

/** How dark a ring is from its first (0) to its last wood (1). */
export function profileAt(profile: RingProfile, u: number, early: number): number {
  const line = smooth((u - 0.86) / 0.1);
  switch (profile) {
    // Coarse pores crowd the first wood; the last is dense.
    case 'early':
      return 1 - smooth((u - early) / 0.12) + 0.16 * u;
    // And stand in wavy bands in the rest of it.
    case 'rippled':
      return (1 - smooth((u - early) / 0.1)) * 0.9 + (u > early ? 0.3 * (0.5 + 0.5 * Math.cos(u * 34)) : 0);
    case 'line':
      return line + 0.12 * u;
    case 'half':
      return 0.85 * line + 0.45 * u * u;
    // Slow darkening, then a hard edge.
    case 'slow':
      return u ** 2.6;
    case 'abrupt':
      return 0.9 * smooth((u - 0.5) / 0.22) + 0.1 * u;
  }
}

const STEP = 0.02;
const REACH = 460;
/** How far one year's width goes with the last one's. */
const FOLLOWS = 0.6;

interface Rings {
  dark: Float32Array;
  vessels: Float32Array;
}

/** The rings from the pith outwards, every 0.02 mm: widths follow each other, a wet year after a wet year. */
function ringsOf({ ring, pores }: WoodFigure, ringMm: number, normal: () => number): Rings {
  const count = Math.ceil(REACH / STEP);
  const dark = new Float32Array(count);
  const vessels = new Float32Array(count);
  const early = ring.profile === 'early' || ring.profile === 'rippled' ? 0.3 : 0.2;
  const crowd = pores?.early ?? 0;
  let at = 0;
  let year = 0;
  while (at < count) {
    year = FOLLOWS * year + Math.sqrt(1 - FOLLOWS ** 2) * normal();
    const cells = Math.max(4, Math.round((ringMm * Math.exp(ring.varies * year - ring.varies ** 2 / 2)) / STEP));
    const strength = Math.exp(0.22 * normal());
    for (let k = 0; k < cells && at < count; k++, at++) {
      const u = k / cells;
      // A narrow year has as much spring wood as a wide one.
      const first = Math.min(0.7, early * (ringMm / (cells * STEP)) ** 0.6);
      dark[at] = strength * profileAt(ring.profile, u, first);
      vessels[at] = 1 - crowd + crowd * (1 - smooth((u - first * 0.85) / 0.1)) * 1.5;
    }
  }
  return { dark, vessels };
}

/** How far the face lies from the pith, and how the stem is tapered, by how it was sawn. */
function sawn(
  cut: Cut,
  even: () => number,
  width: number,
): { aside: number; depth: number; taper: number; lean: number } {
  const sign = even() < 0.5 ? -1 : 1;
  switch (cut) {
    case 'flat':
      return {
        aside: -width * (0.25 + 0.5 * even()),
        depth: 16 + 26 * even(),
        taper: sign * (0.018 + 0.03 * even()),
        lean: 0,
      };
    case 'rift':
      return { aside: 60 + 50 * even(), depth: 75 + 40 * even(), taper: sign * 0.003, lean: 0.01 * (even() - 0.5) };
    case 'quartered':
      return { aside: 60 + 90 * even(), depth: 1 + 3 * even(), taper: 0, lean: 0.008 * (even() - 0.5) };
  }
}

/** Millimetres beyond a board that its strokes reach, and between which what wanders slowly is drawn straight. */
const BEYOND = 60;
const EVERY = 2;
/** Something that changes slowly along the stem alone, worked out once: every stroke asks for it. */
function alongStem(length: number, at: (x: number) => number): (x: number) => number {
  const table = Float64Array.from({ length: Math.ceil((length + 2 * BEYOND) / EVERY) + 2 }, (_, i) =>
    at(i * EVERY - BEYOND),
  );
  const last = table.length - 2;
  return (x) => {
    const place = Math.min(last, Math.max(0, (x + BEYOND) / EVERY));
    const i = place | 0;
    const left = table[i] as number;
    return left + ((table[i + 1] as number) - left) * (place - i);
  };
}

/** The face of a board, or the end that was sawn across the stem. */
export type Section = 'face' | 'end';

export interface Draw {
  even: () => number;
  normal: () => number;
  noise: NoiseFunction2D;
}

/**
 * A cut through a tree: the pith wanders slowly, the stem tapers, the face lies so far from the pith. Arches, rift and
 * quartered stripes come from where the board was cut. Solid texture (Peachey 1985; Perlin 1985).
 * @param length millimetres along the stem; of an end, into the board
 * @param width millimetres across
 */
export function growTree(
  look: WoodFigure,
  {
    cut,
    ringMm,
    length,
    width,
    section = 'face',
  }: { cut: Cut; ringMm: number; length: number; width: number; section?: Section },
  { even, normal, noise }: Draw,
): Tree {
  const { aside, depth, taper, lean } = sawn(cut, even, width);
  const { dark, vessels } = ringsOf(look, ringMm, normal);
  const middle = length * (0.35 + 0.3 * even());
  const ragged = look.ring.ragged * ringMm;
  const end = section === 'end';
  const knots = Array.from(
    { length: end ? 0 : Math.round((look.knots * length) / 1000 + 0.5 * (even() - 0.3)) },
    () => ({
      x: length * even(),
      y: width * (0.15 + 0.7 * even()),
      size: 3 + 5 * even(),
    }),
  );
  const wander = cut === 'flat' ? 1 : 0.35;
  const across = alongStem(length, (x) => wander * (5 * noise(x * 0.004, 3) + 1.4 * noise(x * 0.013, 71)));
  const nearer = alongStem(length, (x) => wander * (1.7 * noise(x * 0.006, 140) + 0.5 * noise(x * 0.02, 200)));
  const cell = (radius: number) => Math.min(dark.length - 1, Math.max(0, (radius / STEP) | 0));
  const at = { radius: 0, edge: 0 };
  const column = (x: number) => {
    const away = end ? depth + x : depth + taper * (x - middle) + nearer(x);
    const shift = aside + lean * x - across(end ? 0 : x);
    const around = knots.filter((k) => Math.abs(x - k.x) < 14 * k.size);
    return (y: number, rough: number) => {
      const side = y + shift;
      const plain = Math.sqrt(side * side + away * away);
      let r = plain + rough;
      // The rings of the stem go round a knot.
      for (const knot of around) {
        const near = Math.hypot((x - knot.x) / 2.2, y - knot.y) / knot.size;
        if (near < 6) r += 2.2 * ringMm * Math.exp(-near) * (side < 0 ? -1 : 1);
      }
      at.radius = Math.abs(r);
      at.edge = side / (plain + 1e-9);
      return at;
    };
  };
  const rough = (x: number, y: number) => ragged * (noise(x * 0.018, y * 0.3) + 0.5 * noise(x * 0.05 + 50, y * 1.1));
  return {
    radius: (x, y) => column(x)(y, rough(x, y)).radius,
    rough,
    column,
    dark: (radius) => dark[cell(radius)] ?? 0,
    vessels: (radius) => vessels[cell(radius)] ?? 0,
    slope: (x) => (end ? 0 : (across(x + 4) - across(x - 4)) / 8 - lean),
    knots,
  };
}
