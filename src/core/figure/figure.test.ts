import { describe, expect, it } from 'vitest';
import { FIGURES } from '../board/wood.ts';
import { figureMap } from './figure.ts';
import { type BoardPainting, paintBoard, type TissueRgb } from './paint.ts';

const tissues = (level: number): TissueRgb => ({
  ground: [level, level, level],
  grain: [level - 30, level - 30, level - 30],
  pore: [level - 60, level - 60, level - 60],
});
const painting = (over: Partial<BoardPainting> = {}): BoardPainting => ({
  width: 240,
  height: 60,
  figure: 'pores',
  seed: 5,
  grainFraction: 0.25,
  poreFraction: 0.08,
  fields: [
    { expected: tissues(200), measured: null },
    { expected: tissues(120), measured: tissues(90) },
  ],
  target: [100, 40, 20],
  band: 0.2,
  ...over,
});
const mean = (pixels: Uint8ClampedArray, width: number, [x0, x1]: number[], [y0, y1]: number[]) => {
  let sum = 0;
  for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) sum += pixels[4 * (y * width + x)];
  return sum / ((x1 - x0) * (y1 - y0));
};

describe('the figure of a board', () => {
  it.each(FIGURES)('%s: covers about its share of grain, is the same for a seed and another for another', (figure) => {
    const map = (seed: number) => figureMap({ figure, seed, length: 5, grainFraction: 0.3, poreFraction: 0.05 });
    const points = Array.from({ length: 2500 }, (_, i) => [(i % 50) / 10, Math.floor(i / 50) / 50]);
    function total(seed: number) {
      const m = map(seed);
      return points.map(([x, y]) => m.grain(x, y));
    }
    const a = total(3);
    expect(a.reduce((s, v) => s + v, 0) / a.length).toBeGreaterThan(0.15);
    expect(a.reduce((s, v) => s + v, 0) / a.length).toBeLessThan(0.45);
    expect(total(3)).toEqual(a);
    expect(total(4)).not.toEqual(a);
  });
  const map3 = figureMap({ figure: 'straight', seed: 3, length: 5, grainFraction: 0.3, poreFraction: 0 });
  it('runs along the board: it changes faster across than along', () => {
    let along = 0;
    let across = 0;
    for (let i = 0; i < 400; i++) {
      const x = (i % 20) / 5;
      const y = 0.05 + Math.floor(i / 20) / 25;
      along += Math.abs(map3.grain(x + 0.03, y) - map3.grain(x, y));
      across += Math.abs(map3.grain(x, y + 0.03) - map3.grain(x, y));
    }
    expect(across).toBeGreaterThan(3 * along);
  });
  it('has rays where the wood has them, and no dashes where it has neither pores nor rays', () => {
    expect(
      figureMap({ figure: 'rays', seed: 1, length: 4, grainFraction: 0.2, poreFraction: 0 }).dashes.length,
    ).toBeGreaterThan(50);
    expect(map3.dashes).toHaveLength(0);
  });
});

describe('the board picture', () => {
  it('has the target along the whole top edge, expected above the midline, measured below it', () => {
    const pixels = paintBoard(painting());
    expect(mean(pixels, 240, [0, 240], [0, 12])).toBeCloseTo(100, 0);
    expect(mean(pixels, 240, [0, 120], [14, 60])).toBeGreaterThan(165);
    const above = mean(pixels, 240, [120, 240], [12, 36]);
    const below = mean(pixels, 240, [120, 240], [36, 60]);
    expect(above).toBeGreaterThan(below + 15);
  });
  it('without a target the wood takes the whole height, and every pixel is opaque', () => {
    const pixels = paintBoard(painting({ target: null }));
    expect(mean(pixels, 240, [0, 120], [0, 12])).toBeGreaterThan(150);
    for (let i = 3; i < pixels.length; i += 4) if (pixels[i] !== 255) throw new Error(`pixel ${i} is not opaque`);
  });
  it('is the same board at every size: grain lies where it lay', () => {
    const small = paintBoard(painting({ poreFraction: 0 }));
    const large = paintBoard(painting({ poreFraction: 0, width: 480, height: 120 }));
    for (const [x, y] of [
      [20, 30],
      [60, 40],
      [100, 25],
      [90, 50],
    ])
      expect(
        Math.abs(mean(small, 240, [x, x + 6], [y, y + 2]) - mean(large, 480, [2 * x, 2 * x + 12], [2 * y, 2 * y + 4])),
      ).toBeLessThan(9);
  });
});
