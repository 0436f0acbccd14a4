import * as culori from 'culori';
import { describe, expect, it } from 'vitest';
import {
  CIE_1931_2_X,
  CIE_1931_2_Y,
  CIE_1931_2_Z,
  CIE_1964_10_X,
  CIE_1964_10_Y,
  CIE_1964_10_Z,
} from './data/observers.ts';
import {
  BANDS,
  checkSpectrum,
  DAYLIGHT,
  deltaE94,
  deltaECmc,
  deltaEPerLight,
  deltaLCH,
  ILLUMINANTS,
  type Lab,
  LIGHT_NAMES,
  meanSpectrum,
  reflectanceFromLab,
  resample,
  screenColour,
  spectralPower,
  WAVELENGTHS,
  weightsFor,
  xyzOf,
} from './index.ts';

describe('a spectrum', () => {
  const good = new Array<number>(BANDS).fill(0.5);
  it('has 31 finite numbers of zero or more; what has not is refused by its field', () => {
    expect(() => checkSpectrum(good, 'raw', 'The reading')).not.toThrow();
    expect(() =>
      checkSpectrum(
        good.map(() => 0),
        'raw',
        'The reading',
      ),
    ).not.toThrow();
    for (const [values, sentence] of [
      [good.slice(1), 'The reading must have 31 values, 400–700 nm by 10 nm.'],
      [[...good, 0.5], 'The reading must have 31 values, 400–700 nm by 10 nm.'],
      [good.map((v, i) => (i === 30 ? -0.01 : v)), 'must be numbers of zero or more; -0.01 at 700 nm is not.'],
      [good.map((v, i) => (i === 0 ? Number.NaN : v)), 'NaN at 400 nm is not.'],
      [good.map((v, i) => (i === 7 ? Number.POSITIVE_INFINITY : v)), 'Infinity at 470 nm is not.'],
    ] as const)
      expect(() => checkSpectrum(values, 'raw', 'The reading')).toThrow(
        expect.objectContaining({ field: 'raw', message: expect.stringContaining(sentence) }),
      );
  });
  it('is averaged band by band; of nothing there is no mean', () => {
    const mean = meanSpectrum([good, good.map((_, i) => i / 100)]);
    expect(mean).toHaveLength(BANDS);
    mean.forEach((v, i) => {
      expect(v).toBeCloseTo((0.5 + i / 100) / 2, 12);
    });
    expect(() => meanSpectrum([])).toThrow('A mean needs at least one spectrum.');
  });
});

describe('resampling (Sprague, CIE 167:2005)', () => {
  // Exact for polynomials of the fourth degree inside; in the two cells at either end, whose outer samples are made up,
  // for straight lines.
  const quartic = (nm: number) => {
    const x = (nm - 540) / 160;
    return 0.4 + 0.2 * x - 0.3 * x * x + 0.15 * x ** 3 + 0.25 * x ** 4;
  };
  const grid = (from: number, to: number, step: number) =>
    Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step);
  it.each([
    [400, 700, 20],
    [380, 720, 20],
    [360, 780, 20],
    [390, 710, 20],
    [400, 700, 5],
    [400, 700, 60],
    [385, 745, 15],
  ])('gives a quartic back inside, and a line throughout, from %d–%d by %d', (from, to, step) => {
    const nm = grid(from, to, step);
    resample(nm, nm.map(quartic)).forEach((v, i) => {
      const inside = WAVELENGTHS[i] >= from + 2 * step && WAVELENGTHS[i] <= to - 2 * step;
      if (inside) expect(v).toBeCloseTo(quartic(WAVELENGTHS[i]), 10);
    });
    resample(
      nm,
      nm.map((w) => 0.1 + w / 1000),
    ).forEach((v, i) => {
      expect(v).toBeCloseTo(0.1 + Math.min(to, Math.max(from, WAVELENGTHS[i])) / 1000, 10);
    });
  });
  it('is the same read backwards', () => {
    const nm = grid(400, 700, 60);
    const values = nm.map((_, i) => Math.sin(3 * i + 1) ** 2);
    const forwards = resample(nm, values);
    const backwards = resample(nm, [...values].reverse());
    forwards.forEach((v, i) => {
      expect(backwards[BANDS - 1 - i]).toBeCloseTo(v, 10);
    });
  });
  it('is linear on five samples or uneven ones, and holds the ends', () => {
    const five = [430, 480, 530, 580, 630];
    const values = [0.1, 0.4, 0.2, 0.9, 0.3];
    const got = resample(five, values);
    expect(got[0]).toBe(0.1);
    expect(got[3]).toBe(0.1);
    expect(got[8]).toBeCloseTo(0.4, 12);
    expect(got[10]).toBeCloseTo(0.4 - 0.2 * (20 / 50), 12);
    expect(got[23]).toBeCloseTo(0.3, 12);
    expect(got[30]).toBe(0.3);
    const uneven = [400, 410, 425, 500, 640, 655, 700];
    resample(
      uneven,
      uneven.map((nm) => nm / 1000),
    ).forEach((v, i) => {
      expect(v).toBeCloseTo(WAVELENGTHS[i] / 1000, 12);
    });
    // One wavelength off by little makes a grid uneven: no polynomial through it.
    const bent = grid(400, 700, 20).map((nm, i) => (i === 5 ? nm + 1 : nm));
    const kink = bent.map((_, i) => (i === 6 ? 1 : 0));
    expect(resample(bent, kink)[14]).toBe(0);
    expect(resample(bent, kink)[12]).toBeCloseTo(1, 12);
  });
  it('refuses lists that do not go together', () => {
    for (const [nm, values] of [
      [[400, 500], [1]],
      [[400], [1]],
      [
        [400, 500, 600],
        [1, 2],
      ],
    ])
      expect(() => resample(nm, values)).toThrow('A spectrum needs at least two wavelengths and one value for each.');
    expect(() => resample([400, 400], [1, 1])).toThrow('Wavelengths must ascend.');
    expect(() => resample([500, 400], [1, 1])).toThrow('Wavelengths must ascend.');
    expect(resample([400, 700], [0, 0.3])[10]).toBeCloseTo(0.1, 12);
  });
});

describe('weights (ASTM E308, E2022)', () => {
  const MATCHING = { 2: [CIE_1931_2_X, CIE_1931_2_Y, CIE_1931_2_Z], 10: [CIE_1964_10_X, CIE_1964_10_Y, CIE_1964_10_Z] };
  // A cubic Lagrange interpolation is exact for a cubic, so the weights must give the 5 nm sum of one, ends held.
  const cubic = (nm: number) => {
    const x = (Math.min(700, Math.max(400, nm)) - 550) / 150;
    return 0.45 + 0.3 * x - 0.2 * x * x + 0.15 * x ** 3;
  };
  it.each(ILLUMINANTS.flatMap((illuminant) => ([2, 10] as const).map((observer) => ({ illuminant, observer }))))(
    'give the 5 nm sum of a cubic reflectance: %o',
    (light) => {
      const power = spectralPower(light.illuminant);
      const [, y] = MATCHING[light.observer];
      const luminance = power.reduce((sum, p, i) => sum + p * y[i], 0);
      const direct = MATCHING[light.observer].map(
        (curve) => (100 * power.reduce((sum, p, i) => sum + p * curve[i] * cubic(380 + 5 * i), 0)) / luminance,
      );
      xyzOf(WAVELENGTHS.map(cubic), weightsFor(light)).forEach((v, k) => {
        expect(v).toBeCloseTo(direct[k], 9);
      });
    },
  );
  it('are worked out once, and every light has a name', () => {
    expect(weightsFor({ illuminant: 'A', observer: 2 })).toBe(weightsFor({ illuminant: 'A', observer: 2 }));
    expect(weightsFor({ illuminant: 'A', observer: 2 })).not.toBe(weightsFor({ illuminant: 'A', observer: 10 }));
    expect(new Set(Object.values(LIGHT_NAMES)).size).toBe(ILLUMINANTS.length);
    for (const name of Object.values(LIGHT_NAMES)) expect(name).toMatch(/^[a-z].{3,}/i);
  });
});

describe('differences', () => {
  const lab65 = ([l, a, b]: Lab) => ({ mode: 'lab65' as const, l, a, b });
  it('the turn in hue has its sign: towards yellow from red is up', () => {
    expect(deltaLCH([50, 20, 0], [50, 20 * Math.cos(0.1), 20 * Math.sin(0.1)]).dH).toBeCloseTo(
      2 * 20 * Math.sin(0.05),
      9,
    );
    expect(deltaLCH([50, 20, 5], [50, 20, 2]).dH).toBeLessThan(0);
    expect(deltaLCH([50, -3, 12], [50, -6, 12]).dH).toBeGreaterThan(0);
    const { dL, da, db, dC, dH } = deltaLCH([40, 10, 20], [44, 13, 16]);
    expect([dL, da, db]).toEqual([4, 3, -4]);
    expect(Math.hypot(dC, dH)).toBeCloseTo(5, 12);
    expect(deltaLCH([50, 10, 10], [50, 20, 20]).dH).toBe(0);
  });
  it('CIE94 weighs chroma and hue by the standard’s chroma, and takes its parametric factors (CIE 116)', () => {
    const [standard, sample]: [Lab, Lab] = [
      [50, 30, 40],
      [55, 34, 37],
    ];
    const { dL, dC, dH } = deltaLCH(standard, sample);
    // Chroma 50: S_C = 1 + 0.045 * 50, S_H = 1 + 0.015 * 50.
    expect(deltaE94(standard, sample)).toBeCloseTo(Math.sqrt(dL ** 2 + (dC / 3.25) ** 2 + (dH / 1.75) ** 2), 12);
    expect(deltaE94(standard, sample, { kL: 2, kC: 3, kH: 4 })).toBeCloseTo(
      Math.sqrt((dL / 2) ** 2 + (dC / 9.75) ** 2 + (dH / 7) ** 2),
      12,
    );
  });
  it.each<[Lab, Lab]>([
    [
      [15.99, 8, 3],
      [17, 9, 2],
    ],
    [
      [16, 8, 3],
      [17, 9, 2],
    ],
    [
      [60, -20, 5.735],
      [61, -22, 5],
    ],
    [
      [60, 40, -10.72],
      [58, 38, -12],
    ],
    [
      [60, 20, -1],
      [61, 22, 3],
    ],
    [
      [40, 0.3, 30],
      [42, 2, 28],
    ],
    [
      [70, -30, -30],
      [69, -28, -33],
    ],
  ])('CMC(2:1) agrees with a reference library about %o', (p, q) => {
    expect(deltaECmc(p, q)).toBeCloseTo(culori.differenceCmc(2, 1)(lab65(p), lab65(q)), 6);
    expect(deltaECmc(p, q, 1, 1)).toBeCloseTo(culori.differenceCmc(1, 1)(lab65(p), lab65(q)), 6);
  });
  it('each light gives its own difference, in the order asked', () => {
    const p = reflectanceFromLab([50, 10, 20]);
    const q = p.map((r, i) => r * (1 + 0.04 * Math.sin(i)));
    const lights = [DAYLIGHT, { illuminant: 'A', observer: 10 }, { illuminant: 'F11', observer: 2 }] as const;
    const all = deltaEPerLight(p, q, lights);
    expect(all).toHaveLength(3);
    lights.forEach((light, i) => {
      expect(all[i]).toBe(deltaEPerLight(p, q, [light])[0]);
    });
    expect(new Set(all.map((v) => v.toFixed(6))).size).toBe(3);
    expect(deltaEPerLight(p, p, lights)).toEqual([0, 0, 0]);
  });
});

describe('on the screen (IEC 61966-2-1)', () => {
  const grey = (r: number) => screenColour(new Array<number>(BANDS).fill(r));
  it.each([
    // 12.92 times the linear value below 0.0031308, then the power law: bytes from the standard's formula.
    [0.0005, 2],
    [0.0015, 5],
    [0.003, 10],
    [0.0033, 11],
    [0.01, 25],
    [0.18, 118],
    [0.5, 188],
    [1, 255],
  ])('a grey of reflectance %f is byte %d', (r, byte) => {
    const { rgb, css, inGamut } = grey(r);
    for (const channel of rgb) expect(Math.abs(channel - byte)).toBeLessThanOrEqual(1);
    expect(css).toBe(`rgb(${rgb.join(' ')})`);
    expect(inGamut).toBe(true);
  });
  it('says when it cannot show a colour, on either side, and shows the nearest', () => {
    expect(grey(1.01).inGamut).toBe(false);
    expect(grey(1.01).rgb).toEqual([255, 255, 255]);
    const violet = screenColour(WAVELENGTHS.map((nm) => (nm < 440 ? 1 : 0)));
    expect(violet.inGamut).toBe(false);
    expect(Math.min(...violet.rgb)).toBe(0);
    expect(grey(0).inGamut).toBe(true);
    expect(grey(0).rgb).toEqual([0, 0, 0]);
  });
});

describe('the smoothest reflectance of a colour (Burns 2015, 2020)', () => {
  it.each<[Lab]>([
    [[50, 0, 0]],
    [[62, 14, 34]],
    [[31, 16, 14]],
    [[78, 4, 18]],
    [[40, -12, 20]],
    [[8, 2, 3]],
    [[96, -1, 4]],
  ])('%o: no other reflectance of that colour has a smaller slope (the conditions of Lagrange)', (lab) => {
    const r = reflectanceFromLab(lab);
    const z = Array.from(r, (v) => Math.atanh(2 * v - 1));
    const { x, y, z: zs } = weightsFor(DAYLIGHT);
    // What the squared slope would gain in each band must be a mix of what the three tristimulus values would.
    const gain = z.map((v, i) => 2 * ((i > 0 ? v - z[i - 1] : 0) - (i < BANDS - 1 ? z[i + 1] - v : 0)));
    const axes = [x, y, zs].map((w) => Array.from(w, (v, i) => v * (1 - (2 * r[i] - 1) ** 2)));
    const dot = (p: number[], q: number[]) => p.reduce((sum, v, i) => sum + v * q[i], 0);
    // Gram-Schmidt: what is left of the gain when the three are taken out.
    const base: number[][] = [];
    for (const axis of axes) {
      const left = base.reduce((v, b) => v.map((w, i) => w - dot(axis, b) * b[i]), axis);
      const norm = Math.sqrt(dot(left, left));
      base.push(left.map((v) => v / norm));
    }
    const left = base.reduce((v, b) => v.map((w, i) => w - dot(gain, b) * b[i]), gain);
    expect(Math.sqrt(dot(left, left))).toBeLessThan(1e-5 * (1 + Math.sqrt(dot(gain, gain))));
  });
});
