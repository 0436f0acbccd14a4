import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { FieldError } from '../../core/field-error.ts';
import { asStandard, profileIn, profileOf } from './colour-profile.ts';

/** Primaries of a wider space, D50 (SMPTE RP 431-2 with a white of D65, adapted by Bradford), and the curve of sRGB; from memory. */
const P3 = [
  [0.51512, 0.2412, -0.00105],
  [0.29198, 0.69225, 0.04189],
  [0.1571, 0.06657, 0.78407],
] as const;
const SRGB_CURVE = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045];

/** A profile of three primaries, all with one curve, as a file has it. */
function written(primaries: readonly (readonly number[])[], curve: Buffer): Buffer {
  const tags: [string, Buffer][] = ['rXYZ', 'gXYZ', 'bXYZ'].map((name, i) => {
    const xyz = Buffer.alloc(20);
    xyz.write('XYZ ', 0, 'latin1');
    (primaries[i] ?? []).forEach((v, k) => {
      xyz.writeInt32BE(Math.round(v * 65536), 8 + 4 * k);
    });
    return [name, xyz];
  });
  for (const name of ['rTRC', 'gTRC', 'bTRC']) tags.push([name, curve]);
  const table = Buffer.alloc(4 + 12 * tags.length);
  table.writeUInt32BE(tags.length, 0);
  let at = 128 + table.length;
  tags.forEach(([name, body], i) => {
    table.write(name, 4 + 12 * i, 'latin1');
    table.writeUInt32BE(at, 8 + 12 * i);
    table.writeUInt32BE(body.length, 12 + 12 * i);
    at += body.length;
  });
  return Buffer.concat([Buffer.alloc(128), table, ...tags.map(([, body]) => body)]);
}
function para(type: number, numbers: readonly number[]): Buffer {
  const body = Buffer.alloc(12 + 4 * numbers.length);
  body.write('para', 0, 'latin1');
  body.writeUInt16BE(type, 8);
  numbers.forEach((v, i) => {
    body.writeInt32BE(Math.round(v * 65536), 12 + 4 * i);
  });
  return body;
}
function curv(...entries: readonly number[]): Buffer {
  const body = Buffer.alloc(12 + 2 * entries.length);
  body.write('curv', 0, 'latin1');
  body.writeUInt32BE(entries.length, 8);
  entries.forEach((v, i) => {
    body.writeUInt16BE(v, 12 + 2 * i);
  });
  return body;
}
const seen = (profile: Buffer, ...rgb: number[]) =>
  Array.from(asStandard({ width: 1, height: 1, channels: 3, data: Uint8Array.from(rgb) }, profileOf(profile)).data);

describe('a picture in colours of its own', () => {
  const p3 = written(P3, para(3, SRGB_CURVE));
  it.each([
    [180, 110, 70],
    [90, 60, 40],
    [200, 190, 180],
    [128, 128, 128],
  ])('%i %i %i of a wider space is in sRGB what a reference has', (...rgb) => {
    const [r, g, b] = rgb.map((v) => v / 255) as [number, number, number];
    const reference = converter('rgb')({ mode: 'p3', r, g, b });
    [reference.r, reference.g, reference.b].forEach((v, k) => {
      expect(Math.abs((seen(p3, ...rgb)[k] as number) - 255 * v)).toBeLessThan(1.5);
    });
  });
  it('ends at the edge of what sRGB shows', () => expect(seen(p3, 255, 0, 0)).toEqual([255, 0, 0]));
  it.each([
    ['a power', curv(Math.round(2.2 * 256)), 0.5 ** 2.2],
    ['light as it is', curv(), 0.5],
    ['a table', curv(0, 16_384, 65_535), 0.25],
    ['a parametric power', para(0, [1.8]), 0.5 ** 1.8],
  ])('reads a curve that is %s', (_, curve, light) => {
    const [first] = profileOf(written(P3, curve)).curves;
    expect(first?.(0.5)).toBeCloseTo(light, 2);
  });
  it('is found in a JPEG in several segments, in their order', () => {
    const segment = (n: number, part: Buffer) => {
      const body = Buffer.concat([Buffer.from('ICC_PROFILE\0', 'latin1'), Buffer.from([n, 2]), part]);
      const head = Buffer.from([0xff, 0xe2, 0, 0]);
      head.writeUInt16BE(body.length + 2, 2);
      return Buffer.concat([head, body]);
    };
    const file = Buffer.concat([
      Buffer.from([0xff, 0xd8]),
      segment(2, p3.subarray(100)),
      segment(1, p3.subarray(0, 100)),
      Buffer.from([0xff, 0xda, 0, 2]),
    ]);
    expect(Buffer.from(profileIn(file) ?? []).equals(p3)).toBe(true);
    expect(profileIn(Buffer.from([0xff, 0xd8, 0xff, 0xda, 0, 2]))).toBeNull();
  });
  it('is refused in a sentence where the profile is of another kind, or ends too soon', () => {
    expect(() => profileOf(written([], Buffer.from('mft2')))).toThrow(FieldError);
    expect(() => profileOf(p3.subarray(0, 140))).toThrow(/not read here/);
    expect(() => profileOf(new Uint8Array(3))).toThrow(FieldError);
  });
});
