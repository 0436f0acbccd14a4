import { describe, expect, it } from 'vitest';
import { CARD, coded, type Drawn, drawn } from '../../../test/fixtures/drawn-picture.ts';
import { isBlurred, isSharpened } from './edges.ts';
import { fieldSeen } from './field.ts';
import { labOfRgb } from './measure.ts';
import { rectangle } from './quad.ts';
import { curvesBy, type PicturedGrey } from './shot.ts';
import { surfaceSeen } from './surface.ts';

/** A card, and beside it a board whose light is as is said of each of its pixels. */
const SIDE = 240;
function board(light: (x: number, y: number) => number): Drawn {
  const picture = drawn([...CARD, { id: 'board', linear: [0.25, 0.12, 0.05] }], { cell: SIDE });
  const { x, y } = { x: 0.2 * SIDE + 4 * 1.2 * SIDE, y: 0.2 * SIDE };
  const { data, width } = picture.raster;
  for (let v = 0; v < SIDE; v++)
    for (let u = 0; u < SIDE; u++)
      [0.25, 0.12, 0.05].forEach((linear, k) => {
        data[3 * (Math.round(y + v) * width + Math.round(x + u)) + k] = coded(linear * light(u, v));
      });
  return picture;
}
const [PER_MM, PATCH_PIXELS] = [2, 20];
function seen(picture: Drawn) {
  const greys = picture.fields.filter((f): f is typeof f & PicturedGrey => f.reflectance !== undefined);
  const { corners } = picture.fields.at(-1) as Drawn['fields'][number];
  const curves = curvesBy(picture.raster, greys);
  return surfaceSeen(picture.raster, fieldSeen(picture.raster, corners, 'board').mask, { curves, perMm: PER_MM });
}
/** How much L* of the brown changes with the logarithm of its light. */
const lightnessOf = (factor: number) => labOfRgb([0.25 * factor, 0.12 * factor, 0.05 * factor])[0];
const perLog = (lightnessOf(1.01) - lightnessOf(0.99)) / 0.02;

describe('how a field lies', () => {
  it('an even board is even, whatever the fall of the light over it', () => {
    const { blotch, fine } = seen(board((x, y) => 1 + 0.0006 * x - 0.0004 * y));
    expect(blotch).toBeLessThan(0.15);
    expect(fine).toBeLessThan(0.4);
  });
  it.each([0.05, 0.12])('patches of two centimetres, %f lighter and darker, are its blotch', (much) => {
    const wave = (x: number, y: number) =>
      1 +
      much *
        Math.sign(
          Math.sin((Math.PI * (x + 8)) / (2 * PATCH_PIXELS)) * Math.sin((Math.PI * (y + 8)) / (2 * PATCH_PIXELS)),
        );
    const { blotch } = seen(board(wave));
    // A patch that lies over an edge of them is of both.
    expect((blotch as number) / (much * perLog)).toBeGreaterThan(0.45);
    expect((blotch as number) / (much * perLog)).toBeLessThan(1.1);
  });
  it('streaks of two millimetres are grain and no blotch; two tones are told apart', () => {
    const streaks = (_: number, y: number) => (Math.floor(y / 4) % 2 ? 1.25 : 0.75);
    const { blotch, fine, tones } = seen(board(streaks));
    expect(blotch).toBeLessThan(0.5);
    expect(fine).toBeGreaterThan(0.8 * 0.25 * perLog);
    expect(tones?.share).toBeCloseTo(0.5, 1);
    expect(tones?.ground[0]).toBeCloseTo(lightnessOf(1.25), 0);
    expect(tones?.grain[0]).toBeCloseTo(lightnessOf(0.75), 0);
  });
  it('a board of one tone that only spreads has no two', () => {
    let state = 3;
    const noise = () => {
      state = (1664525 * state + 1013904223) >>> 0;
      return state / 2 ** 32;
    };
    // Four even chances added up: near enough to a normal spread.
    const spread = () => 1 + 0.25 * (noise() + noise() + noise() + noise() - 2);
    expect(seen(board(spread)).tones).toBeNull();
  });
});

describe('a filtered picture', () => {
  const plain = drawn(CARD, { cell: SIDE, blur: 1 });
  const flat = plain.fields.map((f) => f.corners);
  it('as it was taken shows no halos', () => expect(isSharpened(plain.raster, flat)).toBe(false));
  it('sharpened by its own blur shows them', () => {
    const blurred = drawn(CARD, { cell: SIDE, blur: 3 }).raster.data;
    // An unsharp mask: the picture, and once more what blurring takes from it.
    const data = Uint8Array.from(plain.raster.data, (v, i) =>
      Math.max(0, Math.min(255, 2 * v - (blurred[i] as number))),
    );
    expect(isSharpened({ ...plain.raster, data }, flat)).toBe(true);
  });
  it('one that is out of focus ends softly', () => {
    expect(isBlurred(plain.raster, flat)).toBe(false);
    expect(isBlurred(drawn(CARD, { cell: SIDE, blur: 9 }).raster, flat)).toBe(true);
  });
  it('an edge that runs out of the picture is none', () =>
    expect(isSharpened(plain.raster, [rectangle(2, 2, 8, 8)])).toBe(false));
});
