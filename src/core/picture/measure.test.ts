import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';
import { type KnownColour, pictureBetween, toldBy } from './measure.ts';
import { rectangle } from './quad.ts';
import { LINEAR, type Raster } from './raster.ts';
import { type PicturedGrey, type PicturedThing, shotOf } from './shot.ts';

/** The other way round than {@link LINEAR}: IEC 61966-2-1. */
const coded = (v: number): number => {
  const c = v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055;
  return Math.max(0, Math.min(255, Math.round(255 * c)));
};
interface Patch {
  linear: readonly [number, number, number];
  x: number;
}
const SIDE = 40;
/** A row of flat patches, each of linear light, drawn through a camera's curve. */
function drawn(patches: readonly Patch[], { curve = (v: number) => v, light = (_x: number) => 1 } = {}): Raster {
  const width = 10 + patches.length * (SIDE + 10);
  const height = SIDE + 20;
  const data = new Uint8Array(3 * width * height).fill(90);
  for (const { linear, x } of patches)
    for (let v = 0; v < SIDE; v++)
      for (let u = 0; u < SIDE; u++)
        for (let k = 0; k < 3; k++)
          data[3 * ((10 + v) * width + x + u) + k] = coded(curve((linear[k] as number) * light(x + u)));
  return { width, height, channels: 3, data };
}
const at = (i: number) => 10 + i * (SIDE + 10);
const area = (i: number) => ({ corners: rectangle(at(i), 10, SIDE, SIDE) });
const GREYS = [0.85, 0.42, 0.18, 0.06];
const greys: PicturedGrey[] = GREYS.map((reflectance, i) => ({ ...area(i), reflectance }));
/** Linear light of two browns; and L*, a*, b* of the first by IEC 61966-2-1 and CIE 15, from memory of the formulas. */
const BROWN = [0.25, 0.12, 0.05] as const;
const LIGHTER = [0.3, 0.15, 0.065] as const;
const patchesOf = (...browns: (readonly [number, number, number])[]): Patch[] => [
  ...GREYS.map((r, i) => ({ linear: [r, r, r] as const, x: at(i) })),
  ...browns.map((linear, n) => ({ linear, x: at(GREYS.length + n) })),
];
const things: PicturedThing[] = ['target', 'board'].map((id, n) => ({ ...area(GREYS.length + n), id }));
const measured = (raster: Raster, by = greys, of = things, known?: ReadonlyMap<string, KnownColour>) =>
  toldBy(shotOf(raster, by, of), known);
const labsOf = (raster: Raster, of = things) => measured(raster, greys, of).things.map((t) => t.lab);

/** L*, a*, b* relative to the white of a linear sRGB colour, written down here by the standard's matrix. */
function labByHand([r, g, b]: readonly [number, number, number]): Lab {
  const x = (0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.9505;
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const z = (0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.089;
  const [fx, fy, fz] = [x, y, z].map((t) => (t > 216 / 24389 ? Math.cbrt(t) : (24389 / 27 / 116) * t + 16 / 116)) as [
    number,
    number,
    number,
  ];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

describe('what a picture tells', () => {
  it('codes are linear light by the curve of IEC 61966-2-1', () => {
    expect(LINEAR[0]).toBe(0);
    expect(LINEAR[255]).toBeCloseTo(1, 12);
    // Mid grey of eight bits, 119, is the 18 % that photographers know.
    expect(LINEAR[119]).toBeCloseTo(0.1845, 4);
    for (let code = 0; code < 256; code++) expect(coded(LINEAR[code] as number)).toBe(code);
  });
  it('of a camera that is the eye it is the colour, within the steps of its code', () => {
    const [target, board] = labsOf(drawn(patchesOf(BROWN, LIGHTER))) as [Lab, Lab];
    expect(deltaE00(target, labByHand(BROWN))).toBeLessThan(0.6);
    expect(deltaE00(board, labByHand(LIGHTER))).toBeLessThan(0.6);
  });
  it.each([
    ['darker', { curve: (v: number) => 0.55 * v }],
    ['with a curve of its own', { curve: (v: number) => 0.9 * v ** 1.12 }],
    ['in a warm light', { curve: (v: number) => 0.8 * v }],
  ])('the greys take out what the camera does to light: %s', (_, camera) => {
    const [target] = labsOf(drawn(patchesOf(BROWN, LIGHTER), camera)) as [Lab];
    expect(deltaE00(target, labByHand(BROWN))).toBeLessThan(1);
  });
  it('a cast of the light is taken out by channel', () => {
    const cast = [1, 0.85, 0.6] as const;
    const patches = patchesOf(BROWN, LIGHTER).map(({ linear, x }) => ({
      x,
      linear: linear.map((v, k) => v * (cast[k] as number)) as unknown as readonly [number, number, number],
    }));
    const [target] = labsOf(drawn(patches)) as [Lab];
    expect(deltaE00(target, labByHand(BROWN))).toBeLessThan(1);
  });
  it('knows a difference better than either colour, and the better the nearer two things lie', () => {
    const told = measured(drawn(patchesOf(BROWN, LIGHTER)), greys, things);
    const { covariance } = pictureBetween(told, 'target', 'board');
    const spread = (list: readonly number[]) => list.reduce((sum, v) => sum + v, 0);
    const alone = spread([0, 1, 2].map((k) => told.covariance.get(k, k)));
    expect(spread([0, 4, 8].map((n) => covariance[n] as number))).toBeLessThan(alone);
  });
  it('a thing of known colour turns the others with it, and narrows them', () => {
    const raster = drawn(patchesOf(BROWN, LIGHTER));
    const [l, a, b] = labByHand(BROWN);
    const truth: Lab = [l + 2, a + 1, b - 1];
    const plain = measured(raster, greys, things);
    const known = measured(raster, greys, things, new Map([['target', { lab: truth }]]));
    const labIn = (of: typeof plain, i: number) => of.things[i]?.lab as Lab;
    expect(deltaE00(truth, labIn(known, 0))).toBeLessThan(0.6 * deltaE00(truth, labIn(plain, 0)));
    // The other moves the same way.
    expect(labIn(known, 1)[0]).toBeGreaterThan(labIn(plain, 1)[0] + 0.5);
    expect(known.covariance.get(3, 3)).toBeLessThan(plain.covariance.get(3, 3));
  });
  it('a thing that cannot be what is known of it is left out, and said', () => {
    const raster = drawn(patchesOf(BROWN, LIGHTER));
    const wrong = new Map([['target', { lab: [70, 5, 20] as Lab }]]);
    const told = measured(raster, greys, things, wrong);
    expect(told.strange).toEqual(['target']);
    expect(told.things).toEqual(measured(raster, greys, things).things);
  });
  it('a lamp in a field is left out, and said', () => {
    const raster = drawn(patchesOf(BROWN, LIGHTER));
    const clean = labsOf(raster)[0] as Lab;
    for (let v = 0; v < 12; v++)
      for (let u = 0; u < 12; u++)
        for (let k = 0; k < 3; k++) raster.data[3 * ((12 + v) * raster.width + at(4) + u) + k] = 235;
    const told = shotOf(raster, greys, things);
    expect(told.things[0]?.glossy).toBeCloseTo(144 / 1600, 2);
    expect(deltaE00(labsOf(raster)[0] as Lab, clean)).toBeLessThan(0.1);
  });
});

describe('what no picture tells', () => {
  const raster = drawn(patchesOf(BROWN, LIGHTER));
  it.each([
    ['nothing grey', () => measured(raster, [], things), /lay a card/],
    ['nothing named', () => measured(raster, greys, []), /what is what/],
    [
      'a field outside',
      () => measured(raster, greys, [{ corners: rectangle(-3, 10, SIDE, SIDE), id: 'out' }]),
      /outside/,
    ],
    [
      'a field too small',
      () => measured(raster, greys, [{ corners: rectangle(5, 5, 10, 10), id: 'dot' }]),
      /400 pixels/,
    ],
    ['fields over each other', () => measured(raster, greys, [{ ...area(0), id: 'over' }]), /over each other/],
    ['a grey beyond white', () => measured(raster, [{ ...area(0), reflectance: 1.4 }], things), /between 0.5 and 99 %/],
    ['bytes missing', () => measured({ ...raster, width: raster.width + 1 }, greys, things), /are not/],
    ['80 million pixels', () => measured({ ...raster, width: 10_000, height: 8000 }, greys, things), /40 million/],
  ])('%s', (_, told, sentence) => expect(told).toThrow(sentence));
  it('a filtered one, whose greys are out of order', () => {
    const filtered = drawn(patchesOf(BROWN, LIGHTER), { curve: (v) => (v > 0.3 ? 0.5 - 0.4 * v : v) });
    expect(() => measured(filtered, greys, things)).toThrow(/without filters/);
  });
  it('a thing in two lights, a warm and a cold one', () => {
    const mixed = drawn(patchesOf(BROWN, LIGHTER));
    for (let v = 0; v < SIDE; v++)
      for (let u = 0; u < SIDE; u++) {
        const p = 3 * ((10 + v) * mixed.width + at(4) + u);
        mixed.data[p] = Math.round((mixed.data[p] as number) * (0.75 + (0.4 * u) / SIDE));
      }
    expect(() => measured(mixed, greys, things)).toThrow(/Two lights fall on target/);
  });
  it('a thing that lies in a shadow for the most part', () => {
    const shaded = drawn(patchesOf(BROWN, LIGHTER));
    for (let v = 0; v < SIDE; v++)
      for (let u = 0; u < SIDE; u++)
        for (let k = 0; k < 3; k++) {
          const p = 3 * ((10 + v) * shaded.width + at(4) + u) + k;
          if (u < 0.45 * SIDE) shaded.data[p] = Math.round(0.6 * (shaded.data[p] as number));
        }
    expect(() => measured(shaded, greys, things)).toThrow(/A shadow lies over too much of target/);
  });
  it('a grey that is burnt out, a thing at the dark end', () => {
    const bright = drawn(patchesOf(BROWN, LIGHTER), { curve: (v) => 1.4 * v });
    expect(() => measured(bright, greys, things)).toThrow(/burnt out/);
    const dark = drawn(patchesOf([0.0002, 0.0002, 0.0002], LIGHTER));
    expect(() => measured(dark, greys, things)).toThrow(/dark end/);
  });
});
