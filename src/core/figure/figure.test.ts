import { describe, expect, it } from 'vitest';
import { CUTS, FIGURES } from '../board/wood.ts';
import { keptFaces } from './kept.ts';
import { type BoardPainting, linear, missEnlarged, type PaintedLook, paintBoard, type Rgb } from './paint.ts';
import { profileAt } from './tree.ts';
import { type Face, type FaceWeights, faceWeights, LIGHT_UNIT } from './weights.ts';

const face = (over: Partial<Face> = {}): Face => ({
  figure: 'oak',
  cut: 'flat',
  ringMm: null,
  texture: 'plain',
  seed: 5,
  fractions: { grain: 0.24, pore: 0.1, ray: 0 },
  width: 320,
  height: 80,
  ...over,
});
const share = (bytes: Uint8Array) => bytes.reduce((sum, v) => sum + v, 0) / bytes.length / 255;
/** How much a plane changes from a pixel to the next along the board, and across it. */
function changes({ width, height }: FaceWeights, plane: Uint8Array | Int8Array) {
  let along = 0;
  let across = 0;
  for (let y = 1; y < height; y++)
    for (let x = 1; x < width; x++) {
      const here = plane[y * width + x];
      along += Math.abs(here - plane[y * width + x - 1]);
      across += Math.abs(here - plane[(y - 1) * width + x]);
    }
  return { along, across };
}

describe('the face of a board', () => {
  it.each(FIGURES)(
    '%s, however it is sawn: tissues cover their shares; the same for a seed, another for another',
    (figure) => {
      for (const cut of CUTS) {
        const fractions = { grain: 0.22, pore: 0.07, ray: 0.03 };
        const { grain, pore, ray } = faceWeights(face({ figure, cut, fractions }));
        expect(share(grain), cut).toBeCloseTo(0.22, 1.6);
        expect(share(pore), cut).toBeCloseTo(0.07, 1.6);
        // Softwoods show no rays to the eye.
        if (ray.some((v) => v > 0)) expect(share(ray), cut).toBeCloseTo(0.03, 1.6);
        for (let i = 0; i < grain.length; i++)
          if (grain[i] + pore[i] + ray[i] > 257) throw new Error(`more than all of a pixel at ${i}`);
      }
      const weights = (seed: number) => faceWeights(face({ figure, seed, width: 120, height: 40 })).grain;
      expect(weights(3)).toEqual(weights(3));
      expect(weights(3)).not.toEqual(weights(4));
    },
  );
  it('runs along the stem: grain and fibre change faster across the board than along it', () => {
    for (const figure of ['ash', 'beech', 'pine', 'walnut'] as const) {
      const weights = faceWeights(face({ figure, cut: 'quartered', fractions: { grain: 0.25, pore: 0.02, ray: 0 } }));
      // The silver of quartered beech stands across the grain.
      for (const plane of figure === 'beech' ? [weights.grain] : [weights.grain, weights.light]) {
        const { along, across } = changes(weights, plane);
        expect(across, figure).toBeGreaterThan(2 * along);
      }
    }
  });
  it('flat-sawn it has arches, quartered it has lines', () => {
    // Along a line of a quartered board a ring stays; of a flat-sawn one it comes and goes.
    const along = (cut: Face['cut']) => {
      const weights = faceWeights(face({ figure: 'fir', cut, fractions: { grain: 0.35, pore: 0, ray: 0 } }));
      const { along, across } = changes(weights, weights.grain);
      return along / across;
    };
    expect(along('flat')).toBeGreaterThan(2 * along('quartered'));
  });
  it('the end shows the rings across the stem, its vessels as dots', () => {
    const of = (section: 'face' | 'end') => {
      const weights = faceWeights(face({ figure: 'oak', section, width: 160, height: 160 }));
      const { along, across } = changes(weights, weights.pore);
      return { ratio: across / along, share: share(weights.pore) };
    };
    // On a face they run along; at the end no direction is theirs.
    expect(of('face').ratio).toBeGreaterThan(2);
    expect(of('end').ratio).toBeLessThan(1.4);
    expect(of('end').share).toBeCloseTo(0.1, 1.6);
  });
  it('wider rings are fewer', () => {
    const across = (ringMm: number) => {
      const weights = faceWeights(face({ figure: 'spruce', cut: 'quartered', ringMm, height: 240 }));
      return changes(weights, weights.grain).across;
    };
    expect(across(1.5)).toBeGreaterThan(1.5 * across(5));
  });
  it('vessels crowd in the spring wood of ash, and lie all over sapele', () => {
    const with_ = (figure: Face['figure']) => {
      const { grain, pore } = faceWeights(face({ figure, width: 640, height: 160 }));
      const mean = grain.reduce((s, v) => s + v, 0) / grain.length;
      let sum = 0;
      for (let i = 0; i < grain.length; i++) if (grain[i] > mean) sum += pore[i];
      return sum / pore.reduce((s, v) => s + v, 0);
    };
    expect(with_('ash')).toBeGreaterThan(with_('sapele') + 0.15);
  });
  it('curl, silver and ribbon are light, and a texture too', () => {
    const spread = (over: Partial<Face>) => {
      const { light } = faceWeights(face(over));
      const mean = light.reduce((s, v) => s + v, 0) / light.length;
      return Math.sqrt(light.reduce((s, v) => s + (v - mean) ** 2, 0) / light.length) / LIGHT_UNIT;
    };
    expect(spread({ figure: 'curly-maple' })).toBeGreaterThan(2 * spread({ figure: 'maple' }));
    expect(spread({ figure: 'sapele', cut: 'quartered' })).toBeGreaterThan(1.2 * spread({ figure: 'sapele' }));
    const plain = spread({ figure: 'ash' });
    for (const texture of ['brushed', 'blasted', 'charred', 'distressed'] as const)
      expect(spread({ figure: 'ash', texture }), texture).toBeGreaterThan(1.1 * plain);
  });
  it('a softwood darkens slowly and ends sharply; pores crowd a ring’s beginning', () => {
    expect(profileAt('slow', 0.99, 0.2)).toBeGreaterThan(0.9);
    expect(profileAt('slow', 0.01, 0.2)).toBeLessThan(0.05);
    expect(profileAt('early', 0.1, 0.3)).toBeGreaterThan(4 * profileAt('early', 0.7, 0.3));
    expect(profileAt('line', 0.97, 0.3)).toBeGreaterThan(4 * profileAt('line', 0.5, 0.3));
  });
});

describe('kept faces', () => {
  it('are worked out once, and no more of them stay than there is room for, the newest', () => {
    let made = 0;
    const one = faceWeights(face({ width: 40, height: 10 }));
    const faces = keptFaces(4000, (f) => {
      made++;
      return { ...one, width: f.width, height: f.height };
    });
    const of = (seed: number) => faces.of(face({ seed, width: 40, height: 10 }));
    expect(of(1)).toBe(of(1));
    expect(made).toBe(1);
    for (let seed = 1; seed <= 200; seed++) of(seed);
    expect(made).toBe(200);
    expect(faces.pixels()).toBeLessThanOrEqual(4000);
    of(200);
    expect(made).toBe(200);
    of(1);
    expect(made).toBe(201);
  });
});

const grey = (v: number): Rgb => [v, v, v];
const look = (level: number, over: Partial<PaintedLook> = {}): PaintedLook => ({
  tissues: { ground: grey(level), grain: grey(level - 30), pore: grey(level - 60), ray: grey(level) },
  clarity: 1,
  blotch: 0,
  ...over,
});
const flat = (level: number): PaintedLook => ({
  tissues: { ground: grey(level), grain: grey(level), pore: grey(level), ray: grey(level) },
  clarity: 0,
  blotch: 0,
});
const painting = (over: Partial<BoardPainting> = {}): BoardPainting => ({
  fields: [
    { expected: look(200), measured: null },
    { expected: look(120), measured: look(90) },
  ],
  target: { ground: [100, 40, 20], grain: [100, 40, 20], pore: [100, 40, 20], ray: [100, 40, 20] },
  band: 0.2,
  ...over,
});
const mean = (pixels: Uint8ClampedArray, width: number, [x0, x1]: number[], [y0, y1]: number[]) => {
  let sum = 0;
  for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) sum += pixels[4 * (y * width + x)];
  return sum / ((x1 - x0) * (y1 - y0));
};
const toLinear = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);

describe('the board picture', () => {
  const weights = faceWeights(face({ width: 240, height: 60 }));
  it('has the target along the whole top edge, expected above the midline, measured below it', () => {
    const pixels = paintBoard(weights, painting());
    expect(mean(pixels, 240, [0, 240], [0, 12])).toBeCloseTo(100, -0.5);
    expect(mean(pixels, 240, [0, 120], [14, 60])).toBeGreaterThan(165);
    const above = mean(pixels, 240, [120, 240], [12, 36]);
    const below = mean(pixels, 240, [120, 240], [36, 60]);
    expect(above).toBeGreaterThan(below + 15);
  });
  it('without a target the wood takes the whole height, and every pixel is opaque', () => {
    const pixels = paintBoard(weights, painting({ target: null }));
    expect(mean(pixels, 240, [0, 120], [0, 12])).toBeGreaterThan(150);
    for (let i = 3; i < pixels.length; i += 4) if (pixels[i] !== 255) throw new Error(`pixel ${i} is not opaque`);
  });
  it('a colour that is all over comes out as it went in, every byte of it', () => {
    for (let level = 0; level < 256; level += 5) {
      const pixels = paintBoard(weights, {
        fields: [{ expected: flat(level), measured: null }],
        target: null,
        band: 0,
      });
      expect(Math.abs(pixels[400] - level), `${level}`).toBeLessThanOrEqual(level < 20 ? 2 : 1);
    }
  });
  it('what the eye averages is what the instrument reads: light is mixed as light', () => {
    const even = { ...weights, light: new Int8Array(weights.light.length) };
    const pixels = paintBoard(even, { fields: [{ expected: look(200), measured: null }], target: null, band: 0 });
    let seen = 0;
    for (let i = 0; i < pixels.length; i += 4) seen += toLinear(pixels[i] / 255) / (pixels.length / 4);
    const [grain, pore] = [share(weights.grain), share(weights.pore)];
    const read = (1 - grain - pore) * toLinear(200 / 255) + grain * toLinear(170 / 255) + pore * toLinear(140 / 255);
    expect(seen / read).toBeCloseTo(1, 2);
  });
  it('a miss enlarged three times is three times as far from the target, in light; none stays none', () => {
    const { tissues } = look(110);
    const target = grey(100);
    const { ground } = missEnlarged(tissues, grey(110), target, 3);
    const times = (linear(ground[0]) - linear(100)) / (linear(110) - linear(100));
    expect(times).toBeCloseTo(3, 1);
    expect(missEnlarged(tissues, target, target, 5)).toEqual(tissues);
  });
  it('painted over where it changed, it is as if painted anew', () => {
    const before = painting();
    const pixels = paintBoard(weights, before);
    const next = painting({ fields: [before.fields[0], { expected: look(80), measured: look(60) }] });
    const over = paintBoard(weights, next, { painting: before, pixels });
    expect(over).toBe(pixels);
    expect(over).toEqual(paintBoard(weights, next));
    // Another number of fields, or another target, is another picture.
    const other = painting({ fields: [before.fields[0]] });
    expect(paintBoard(weights, other, { painting: next, pixels: over })).toEqual(paintBoard(weights, other));
    const bare = painting({ target: null });
    expect(paintBoard(weights, bare, { painting: next, pixels: over })).toEqual(paintBoard(weights, bare));
  });
  it('grain that is muddied shows less fibre, a blotchy stage shows patches', () => {
    const spread = (expected: PaintedLook) => {
      const pixels = paintBoard(weights, { fields: [{ expected, measured: null }], target: null, band: 0 });
      const values = Array.from({ length: pixels.length / 4 }, (_, i) => pixels[4 * i]);
      const m = values.reduce((a, b) => a + b, 0) / values.length;
      return values.reduce((s, v) => s + (v - m) ** 2, 0) / values.length;
    };
    const plain = flat(150);
    expect(spread({ ...plain, clarity: 1 })).toBeGreaterThan(4 * spread({ ...plain, clarity: 0.3 }));
    expect(spread({ ...plain, blotch: 0.06 })).toBeGreaterThan(spread({ ...plain, blotch: 0.01 }));
  });
  it('is the same board at every size: grain lies where it lay', () => {
    const fractions = { grain: 0.3, pore: 0, ray: 0 };
    const at = (width: number, height: number) =>
      paintBoard(faceWeights(face({ figure: 'fir', fractions, width, height })), painting({ target: null }));
    const [small, large] = [at(240, 60), at(480, 120)];
    let near = 0;
    let all = 0;
    for (let x = 4; x < 116; x += 8)
      for (let y = 4; y < 56; y += 6) {
        const a = mean(small, 240, [x, x + 4], [y, y + 2]);
        const b = mean(large, 480, [2 * x, 2 * x + 8], [2 * y, 2 * y + 4]);
        all++;
        if (Math.abs(a - b) < 9) near++;
      }
    expect(near / all).toBeGreaterThan(0.85);
  });
});
