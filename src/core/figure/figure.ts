import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { createNoise2D } from 'simplex-noise';
import type { Figure } from '../board/wood.ts';

/**
 * Where which tissue lies on the face of a board. Coordinates are in board heights: x runs along the grain from 0 to
 * the board's length, y across from 0 to 1, so that the same board looks the same at every size.
 */
export interface FigureMap {
  /** Share of dark grain at a point, 0-1; its mean over the face is the wood's grain fraction. */
  grain(x: number, y: number): number;
  /** Fine fibre, -1 to 1. */
  fibre(x: number, y: number): number;
  /** Short dashes along the grain: pores, or ray flecks. */
  dashes: readonly { x: number; y: number; length: number; width: number; depth: number }[];
}

export interface FigureOptions {
  figure: Figure;
  seed: number;
  /** Length of the face in board heights. */
  length: number;
  grainFraction: number;
  poreFraction: number;
}

const SAMPLES = 900;
const SOFTNESS = 0.16;

const smooth = (t: number) => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

export function figureMap({ figure, seed, length, grainFraction, poreFraction }: FigureOptions): FigureMap {
  const generator = xoroshiro128plus(seed | 0);
  const even = () => uniformFloat64(generator);
  const noise = createNoise2D(even);
  const centre = 0.35 + 0.3 * even();
  const apex = length * (0.3 + 0.4 * even());

  const wave = (x: number, y: number) => 0.6 * noise(x * 0.25, y * 2.2) + 0.25 * noise(x * 0.6 + 9, y * 7);
  /** Rings cut nearly parallel to the face: bands that run along the board. */
  const straight = (x: number, y: number) =>
    0.55 * noise(x * 0.1, y * 9) + 0.4 * noise(x * 0.3 + 40, y * 26) + 0.25 * noise(x * 0.9, y * 60 + 7);
  /** Rings cut flat: nested arches about an axis, straightening towards the edges. */
  const cathedral = (x: number, y: number) => {
    const r = Math.hypot((x - apex) * 0.1, (y - centre) * 1.15) + 0.05 * wave(x, y);
    return 0.75 * Math.sin(r * 52 + 2 * noise(3, r * 6)) + 0.25 * straight(x, y);
  };
  const raw =
    figure === 'cathedral'
      ? cathedral
      : figure === 'pores'
        ? (x: number, y: number) => 0.5 * cathedral(x, y) + 0.6 * straight(x, y)
        : straight;

  const sorted = Array.from({ length: SAMPLES }, () => raw(even() * length, even())).sort((a, b) => a - b);
  const edge = sorted[Math.floor((1 - grainFraction) * (SAMPLES - 1))];

  const rays = figure === 'rays';
  const share = poreFraction > 0 ? poreFraction : rays ? 0.03 : 0;
  const meanLength = rays ? 0.03 : 0.05;
  const meanWidth = rays ? 0.0075 : 0.0032;
  const dashes = Array.from({ length: Math.round((share * 1.4 * length) / (meanLength * meanWidth)) }, () => {
    const x = even() * length;
    const y = even();
    return {
      x,
      y,
      length: meanLength * (0.5 + even()),
      width: meanWidth * (0.6 + 0.8 * even()),
      depth: 0.25 + 0.6 * even(),
    };
  });
  return {
    grain: (x, y) => smooth((raw(x, y) - edge) / SOFTNESS / 2 + 0.5),
    fibre: (x, y) => 0.6 * noise(x * 3 + 100, y * 90) + 0.4 * noise(x * 9, y * 240 + 50),
    dashes,
  };
}
