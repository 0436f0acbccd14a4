import * as culori from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CIEDE2000_PAIRS } from '../../../test/published/ciede2000-pairs.ts';
import { renderingIndexOf, temperatureOf } from '../../../test/published/colour-rendering.ts';
import {
  deltaE00,
  deltaE76,
  deltaE94,
  deltaECmc,
  deltaLCH,
  type Illuminant,
  type Lab,
  labFromXyz,
  labOf,
  lchFromLab,
  meanSpectrum,
  metamerismIndex,
  type Observer,
  reflectanceFromLab,
  resample,
  screenColour,
  spectralPower,
  WAVELENGTHS,
  weightsFor,
  xyzFromLab,
} from './index.ts';

const lab = (): fc.Arbitrary<Lab> =>
  fc.tuple(
    fc.double({ min: 0, max: 100, noNaN: true }),
    fc.double({ min: -100, max: 100, noNaN: true }),
    fc.double({ min: -100, max: 100, noNaN: true }),
  );
const culoriLab = ([l, a, b]: Lab) => ({ mode: 'lab65' as const, l, a, b });

describe('CIEDE2000', () => {
  it('gives the 34 pairs of Sharma, Wu and Dalal (2005) to four decimals, both ways round', () => {
    for (const [l1, a1, b1, l2, a2, b2, expected] of CIEDE2000_PAIRS) {
      expect(deltaE00([l1, a1, b1], [l2, a2, b2])).toBeCloseTo(expected, 4);
      expect(deltaE00([l2, a2, b2], [l1, a1, b1])).toBeCloseTo(expected, 4);
    }
    expect(CIEDE2000_PAIRS).toHaveLength(34);
  });

  it('agrees with culori on 10 000 random pairs, with parametric factors too', () => {
    const kSets = [
      [1, 1, 1],
      [2, 1, 1],
      [1, 1.5, 2],
    ];
    const references = kSets.map(([kL, kC, kH]) => culori.differenceCiede2000(kL, kC, kH));
    fc.assert(
      fc.property(lab(), lab(), fc.integer({ min: 0, max: 2 }), (p, q, k) => {
        // At exactly opposite hues the formula jumps (Sharma et al. 2005, section 4): leave the seam out.
        fc.pre(!(p[1] * q[1] + p[2] * q[2] < 0 && Math.abs(p[1] * q[2] - p[2] * q[1]) < 1e-3));
        const [kL, kC, kH] = kSets[k];
        expect(Math.abs(deltaE00(p, q, { kL, kC, kH }) - references[k](culoriLab(p), culoriLab(q)))).toBeLessThan(1e-4);
      }),
      { numRuns: 10_000 },
    );
  });

  it('agrees with culori where hues are nearly opposite, on either side, and about a mean hue of 0', () => {
    const reference = culori.differenceCiede2000();
    const side = fc.oneof(
      fc.double({ min: 1e-6, max: 1e-3, noNaN: true }),
      fc.double({ min: -1e-3, max: -1e-6, noNaN: true }),
    );
    const around = fc.record({
      hue: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      chroma: fc.tuple(fc.double({ min: 2, max: 90, noNaN: true }), fc.double({ min: 2, max: 90, noNaN: true })),
      light: fc.tuple(fc.double({ min: 0, max: 100, noNaN: true }), fc.double({ min: 0, max: 100, noNaN: true })),
    });
    const at = (light: number, chroma: number, hue: number): Lab => [
      light,
      chroma * Math.cos(hue),
      chroma * Math.sin(hue),
    ];
    const agree = (p: Lab, q: Lab) =>
      expect(Math.abs(deltaE00(p, q) - reference(culoriLab(p), culoriLab(q)))).toBeLessThan(2e-5);
    fc.assert(
      fc.property(around, side, ({ hue, chroma, light }, off) => {
        agree(at(light[0], chroma[0], hue), at(light[1], chroma[1], hue + Math.PI + off));
      }),
      { numRuns: 5000 },
    );
    fc.assert(
      fc.property(around, side, ({ hue, chroma, light }, off) => {
        // Half way between them lies a hue just above or just below 0, where the rotation term breaks off.
        agree(at(light[0], chroma[0], off + hue / 5), at(light[1], chroma[1], off - hue / 5));
      }),
      { numRuns: 5000 },
    );
  });
});

describe('other differences against culori on 10 000 random pairs', () => {
  const e76 = culori.differenceEuclidean('lab65');
  const cmc = culori.differenceCmc(2, 1);
  it('E76, CMC(2:1) and LCh', () => {
    fc.assert(
      fc.property(lab(), lab(), (p, q) => {
        expect(deltaE76(p, q)).toBeCloseTo(e76(culoriLab(p), culoriLab(q)), 8);
        expect(Math.abs(deltaECmc(p, q) - cmc(culoriLab(p), culoriLab(q)))).toBeLessThan(1e-6);
        const lch = culori.lch65(culoriLab(p));
        const [, chroma, hue] = lchFromLab(p);
        expect(chroma).toBeCloseTo(lch.c, 8);
        if (chroma > 1e-6) expect(hue).toBeCloseTo(lch.h ?? 0, 6);
      }),
      { numRuns: 10_000 },
    );
  });
  it('E94 by its definition: the parts of a pure lightness and a pure chroma step (CIE 116)', () => {
    expect(deltaE94([50, 0, 0], [53, 0, 0])).toBeCloseTo(3, 10);
    expect(deltaE94([50, 20, 0], [50, 23, 0])).toBeCloseTo(3 / (1 + 0.045 * 20), 10);
  });
  it('splits a difference into lightness, chroma and hue that add up again', () => {
    fc.assert(
      fc.property(lab(), lab(), (p, q) => {
        const { dL, dC, dH } = deltaLCH(p, q);
        expect(Math.hypot(dL, dC, dH)).toBeCloseTo(deltaE76(p, q), 6);
      }),
    );
  });
});

describe('lights', () => {
  // ASTM E308, white points (X, Z; Y = 100).
  const published: [Illuminant, Observer, number, number][] = [
    ['A', 2, 109.85, 35.585],
    ['A', 10, 111.144, 35.2],
    ['D50', 2, 96.422, 82.521],
    ['D50', 10, 96.72, 81.427],
    ['D65', 2, 95.047, 108.883],
    ['D65', 10, 94.811, 107.304],
    ['F2', 2, 99.186, 67.393],
    ['F2', 10, 103.279, 69.027],
    ['F11', 2, 100.962, 64.35],
    ['F11', 10, 103.863, 65.607],
  ];
  it.each(published)('%s/%s° has the white point of ASTM E308 within 0.03', (illuminant, observer, x, z) => {
    const { white } = weightsFor({ illuminant, observer });
    expect(Math.abs(white[0] - x)).toBeLessThan(0.03);
    expect(white[1]).toBeCloseTo(100, 8);
    expect(Math.abs(white[2] - z)).toBeLessThan(0.03);
  });
  it('D65 for 10° has the white point of CIE 15', () => {
    // CIE 15, table of white points: 94.81, 100, 107.32.
    const { white } = weightsFor({ illuminant: 'D65', observer: 10 });
    expect([white[0].toFixed(2), white[2].toFixed(2)]).toEqual(['94.81', '107.32']);
  });
  it('the synthetic LED is white of 4000 K, on the Planckian locus, with a rendering index of 80 to 85 (CIE 13.3)', () => {
    const { kelvin, duv } = temperatureOf(spectralPower('LED'));
    expect(Math.abs(kelvin - 4000)).toBeLessThan(50);
    expect(Math.abs(duv)).toBeLessThan(0.003);
    expect(renderingIndexOf(spectralPower('LED'))).toBeGreaterThan(80);
    expect(renderingIndexOf(spectralPower('LED'))).toBeLessThan(85);
    // The reckoning itself, by lamps whose values CIE 15 prints: A has 100; F2 4230 K and 64; F11 4000 K and 83.
    expect(renderingIndexOf(spectralPower('A'))).toBeCloseTo(100, 0);
    for (const [lamp, kelvin, index] of [
      ['F2', 4230, 64],
      ['F11', 4000, 83],
    ] as const) {
      expect(Math.abs(temperatureOf(spectralPower(lamp)).kelvin - kelvin)).toBeLessThan(10);
      expect(Math.round(renderingIndexOf(spectralPower(lamp)))).toBe(index);
    }
  });
});

describe('Lab', () => {
  it('agrees with culori from XYZ (D65/2°) on 10 000 random colours, and goes back', () => {
    const white = [95.047, 100, 108.883] as const;
    const channel = () => fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(channel(), channel(), channel(), (x, y, z) => {
        const ours = labFromXyz([x * white[0], y * white[1], z * white[2]], white);
        // culori's own white is rounded otherwise; give it the same relative stimulus.
        const w = culori.xyz65({ mode: 'lab65', l: 100, a: 0, b: 0 });
        const theirs = culori.lab65({ mode: 'xyz65', x: x * w.x, y: y * w.y, z: z * w.z });
        expect(deltaE76(ours, [theirs.l, theirs.a, theirs.b])).toBeLessThan(1e-3);
        const back = xyzFromLab(ours, white);
        expect(back[1]).toBeCloseTo(y * 100, 6);
      }),
      { numRuns: 10_000 },
    );
  });
  it('the perfect white is L* 100, neutral', () => {
    const [l, a, b] = labOf(new Float64Array(31).fill(1));
    expect(l).toBeCloseTo(100, 6);
    expect(Math.hypot(a, b)).toBeLessThan(1e-6);
  });
});

describe('spectra', () => {
  it('Sprague (CIE 167:2005) is exact on a cubic away from the ends, and holds the edges', () => {
    const f = (nm: number) => 0.2 + 1e-3 * (nm - 400) - 2e-6 * (nm - 500) ** 2 + 1e-8 * (nm - 550) ** 3;
    const nm = Array.from({ length: 13 }, (_, i) => 430 + 20 * i);
    const out = resample(nm, nm.map(f));
    WAVELENGTHS.forEach((w, i) => {
      if (w >= 470 && w <= 630) expect(out[i]).toBeCloseTo(f(w), 8);
    });
    expect(out[0]).toBe(f(430));
    expect(out[30]).toBe(f(670));
  });
  it('takes 5 nm and uneven grids, and refuses falling wavelengths', () => {
    const five = Array.from({ length: 85 }, (_, i) => 360 + 5 * i);
    expect(
      resample(
        five,
        five.map((w) => w / 1000),
      )[0],
    ).toBe(0.4);
    expect(resample([400, 450, 700], [0, 0.5, 0.5])[1]).toBeCloseTo(0.1, 12);
    expect(() => resample([400, 390], [0, 1])).toThrow('ascend');
  });
  it('means are taken in reflectance', () => {
    expect(meanSpectrum([new Float64Array(31).fill(0.2), new Float64Array(31).fill(0.4)])[7]).toBeCloseTo(0.3, 12);
  });
  it('reconstructs any colour of wood to 0.01, smooth and within 0–1 (Burns 2015)', () => {
    const woodLab = fc.tuple(
      fc.double({ min: 8, max: 92, noNaN: true }),
      fc.double({ min: -8, max: 28, noNaN: true }),
      fc.double({ min: -8, max: 36, noNaN: true }),
    );
    fc.assert(
      fc.property(woodLab, (wanted) => {
        const [l] = wanted;
        // Very dark and very light colours cannot be very chromatic.
        const room = Math.min(1, (100 - Math.abs(2 * l - 100)) / 60);
        const asked: Lab = [l, wanted[1] * room, wanted[2] * room];
        const r = reflectanceFromLab(asked);
        expect(deltaE76(labOf(r), asked)).toBeLessThan(0.01);
        for (const v of r) expect(v > 0 && v < 1).toBe(true);
      }),
      { numRuns: 150 },
    );
    expect(() => reflectanceFromLab([50, 120, -120])).toThrow('No surface can have');
  });
  it('says when a colour is outside the screen’s gamut, and greys come out grey', () => {
    const grey = screenColour(new Float64Array(31).fill(0.5));
    expect(grey.inGamut).toBe(true);
    expect(Math.max(...grey.rgb) - Math.min(...grey.rgb)).toBeLessThanOrEqual(1);
    const pure = Float64Array.from(WAVELENGTHS, (nm) => (Math.abs(nm - 510) < 15 ? 0.9 : 0.01));
    expect(screenColour(pure).inGamut).toBe(false);
  });
  it('a pair that matches in daylight only has an index of metamerism; equal spectra have none', () => {
    const flat = new Float64Array(31).fill(0.3);
    const metamer = reflectanceFromLab([61.65, 0, 0]);
    const wavy = flat.map((r, i) => r + 0.05 * Math.cos((i / 30) * 6 * Math.PI));
    expect(metamerismIndex(flat, flat, { illuminant: 'A', observer: 10 })).toBeLessThan(1e-9);
    expect(metamerismIndex(flat, wavy, { illuminant: 'A', observer: 10 })).toBeGreaterThan(0.3);
    const black = new Float64Array(31);
    expect(metamerismIndex(black, black, { illuminant: 'A', observer: 10 })).toBe(0);
    expect(metamerismIndex(flat, black, { illuminant: 'A', observer: 10 })).toBeLessThan(0.05);
    expect(metamerismIndex(flat, metamer, { illuminant: 'A', observer: 10 })).toBeLessThan(0.05);
  });
});
